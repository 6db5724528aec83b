<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\HeightBands;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\TriangleIndex;
use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Settings\PrintProfile;

use function array_fill_keys;
use function array_filter;
use function array_map;
use function array_pad;
use function array_push;
use function array_sum;
use function array_values;
use function count;
use function max;
use function min;

/** Supports of one stance as geometry, with their price and what they leave open. Plate frame, mm. */
final readonly class SupportPlan
{
    /** From this slenderness (height over width) on a shaft is taken to be at risk (common practice, no source). */
    private const SLENDER = 40.0;

    /** Between two heights at which the distance to the piece is looked at. */
    private const CLEARANCE_STEP_MM = 1.0;

    private const CLEARANCE_RAYS = 12;

    /** Branches lean no further, and no further than what the limit lets the piece itself lean. */
    public const LEAN_DEG = 45.0;

    /** Of the grid that the volume of what runs through one another is read from. */
    private const VOLUME_CELL_MM = 0.2;

    /**
     * @param  list<Limb>  $limbs  upright shafts and branches
     * @param  list<Contact>  $contacts
     * @param  list<Column>  $columns  the upright shafts among the limbs
     * @param  float  $widthMm  of those
     * @param  float  $seenScarMm2  that tips and feet leave, by how much it is seen
     * @param  float  $landingMm2  feet on the piece
     * @param  float  $topMm  of the piece
     * @param  ?Relief  $relief  under places that were asked to be held that way
     */
    private function __construct(
        public SupportStyle $style, public SupportAsk $ask, public array $limbs, public array $contacts, public array $columns, public float $widthMm, public float $volumeMm3, public float $seenScarMm2, public float $landingMm2, public float $topMm, public SupportProof $proof,
        public ?Relief $relief, private ?Mesh $reliefBody,
    ) {}

    /**
     * @param  list<float>  $seen  seen weight of each facet
     * @param  float  $liftMm  how far the piece is held above the plate
     */
    public static function of(SupportStyle $style, Mesh $mesh, array $seen, Rotation $stance, SupportAsk $ask, Wishes $wishes = new Wishes, float $liftMm = 0.0, PrintProfile $profile = new PrintProfile): self
    {
        $piece = $mesh->standing($stance, $liftMm);
        $topMm = $piece->bounds()->max->z;
        [$relief, $body] = $style === SupportStyle::None ? [null, null] : self::relief($piece, $seen, $ask, $wishes);
        $added = [];
        if ($body !== null) { // it is part of the piece from here on, and asks for nothing itself
            $added = array_fill_keys(range($piece->triangleCount(), $piece->triangleCount() + $body->triangleCount() - 1), true);
            $wishes = $wishes->leavingFacets($added + $wishes->treatedBy(Treatment::Relief));
            $seen = array_pad($seen, $piece->triangleCount() + $body->triangleCount(), 1.0);
            $piece = Mesh::joined([$piece, $body]);
        }
        $facets = Surface::ofFacets($piece);
        $islands = $wishes->wanted(LayerIslands::standing($piece, $seen, $ask->layerMm, $liftMm));
        $index = TriangleIndex::of($piece);
        $trees = new Trees($piece, $facets, $index, $wishes, min(self::LEAN_DEG, $ask->limitDeg), [$profile->bedXMm, $profile->bedYMm]);
        $solid = SolidColumns::of($piece, Columns::CELL_MM);
        if ($added !== []) { // a relief begins thinly, and is carried by what is beside it
            $islands = (new Cover($solid, $facets->nz, $ask, $wishes))->over($islands, $added, false);
        }
        [$forest, $columns, $uncovered, $cover] = self::held($style, $solid, $facets, $islands, $ask, $wishes, $trees);
        $limbs = $forest === null ? [] : $forest->limbs;
        $weak = $forest === null ? 0 : $forest->weak;
        $width = $style === SupportStyle::Columns ? Columns::widthMm($ask->density) : Columns::LEAST_WIDTH_MM;
        $contacts = array_map(static fn (Sprout $s): Contact => new Contact(...$s->contact, facet: $s->facet), $forest === null ? [] : $forest->sprouts);
        foreach ($columns as $c) {
            $limbs[] = $c->limb(count($contacts));
            $contacts[] = new Contact($c->xMm, $c->yMm, $c->contactMm, $c->contactFacet);
            $weak += $c->topMm - $c->bottomMm > self::SLENDER * $c->widthMm ? 1 : 0;
        }
        $clearance = min($forest === null ? INF : $forest->clearanceMm ?? INF, self::clearance($index, $columns));
        [$scar, $landing] = self::scars($limbs, $contacts, $seen);
        $access = new Access($index, $facets, $ask->gapMm);

        return new self(
            style: $style, ask: $ask, limbs: $limbs, contacts: $contacts, columns: $columns, widthMm: $width, volumeMm3: self::volume($limbs, $style), seenScarMm2: $scar, landingMm2: $landing, topMm: $topMm,
            proof: new SupportProof(
                uncoveredMm2: $uncovered, beyond: $cover->beyond(), openIslands: $cover->openIslands($islands), clearanceMm: is_finite($clearance) ? $clearance : null, breakRisk: $contacts === [] ? 0.0 : $weak / count($contacts),
                trapped: $access->trapped($contacts), removal: Removal::of($limbs, $contacts, $access, $piece->bounds()),
            ),
            relief: $relief, reliefBody: $body,
        );
    }

    /**
     * What is added under the places that were asked to be held that way, and nowhere else.
     *
     * @param  list<float>  $seen
     * @return array{?Relief, ?Mesh}
     */
    private static function relief(Mesh $piece, array $seen, SupportAsk $ask, Wishes $wishes): array
    {
        $under = $wishes->treatedBy(Treatment::Relief);
        if ($under === []) {
            return [null, null];
        }
        $asItIs = [];
        for ($f = 0, $n = $piece->triangleCount(); $f < $n; $f++) {
            if (! isset($under[$f])) {
                $asItIs[$f] = true;
            }
        }
        $relief = Relief::under($piece, $seen, $ask->reliefDeg, $asItIs);

        return [$relief, $relief->body()];
    }

    /**
     * @param  list<Island>  $islands
     * @return array{?Forest, list<Column>, float, Cover} branches, upright shafts, area beyond reach, what is held
     */
    private static function held(SupportStyle $style, SolidColumns $solid, Surface $facets, array $islands, SupportAsk $ask, Wishes $wishes, Trees $trees): array
    {
        $cover = new Cover($solid, $facets->nz, $ask, $wishes);
        $upright = $wishes->treatedBy(Treatment::Columns);
        if ($style === SupportStyle::None) {
            return [null, [], $cover->holdRest(static fn (): bool => false), $cover];
        }
        if ($style === SupportStyle::Tree && $upright === []) {
            return $trees->plan($cover, $islands);
        }
        $empty = clone $cover;
        if ($style === SupportStyle::Columns) {
            $branches = $wishes->treatedBy(Treatment::Tree);
            [$columns, $uncovered] = Columns::plan($branches === [] ? $cover : new Cover($solid, $facets->nz, $ask, $wishes->leavingFacets($branches)), $facets->nz, $cover->over($islands, $branches, false), $wishes);
            if ($branches !== []) {
                $cover->addAll([], $columns);
            }
            $forest = null;
            if ($branches !== [] || $uncovered > 0.0 || $cover->openIslands($islands) !== []) { // where no upright shaft finds a way, or none is asked for
                [$forest, , $uncovered, $cover] = $trees->plan($cover, $islands, true);
            }
            if ($wishes->byHand->without === []) {
                return [$forest, $columns, $uncovered, $cover];
            }
        } else { // of what is marked alone; what else hangs is left, and told
            $isMarked = $style === SupportStyle::Painted;
            [$forest, $columns] = $trees->plan(new Cover($solid, $facets->nz, $ask, $wishes->leavingFacets($upright), $isMarked), $isMarked ? [] : $cover->over($islands, $upright, false));
            if ($upright !== []) {
                $there = $wishes->holdingOnly($upright);
                array_push($columns, ...Columns::plan(new Cover($solid, $facets->nz, $ask, $there, true), $facets->nz, $cover->over($islands, $upright, true), $there)[0]);
            }
        }
        $columns = array_values(array_filter($columns, static fn (Column $c): bool => ! $wishes->byHand->isTakenAway($c->xMm, $c->yMm, $c->contactMm)));
        $empty->addAll($forest === null ? [] : $forest->sprouts, $columns);

        return [$forest, $columns, $empty->holdRest(static fn (): bool => false), $empty];
    }

    /**
     * What tips and feet leave on the piece, by how much it is seen, and the area of the feet alone.
     *
     * @param  list<Limb>  $limbs
     * @param  list<Contact>  $contacts
     * @param  list<float>  $seen
     * @return array{float, float} mm²
     */
    private static function scars(array $limbs, array $contacts, array $seen): array
    {
        $scar = $landing = 0.0;
        foreach ($limbs as $limb) {
            if ($limb->tip !== null) {
                $scar += $limb->tipMm2() * min(1.0, $seen[$contacts[$limb->tip]->facet]);
            }
            if ($limb->landing >= 0) {
                $landing += $limb->footMm2();
                $scar += $limb->footMm2() * min(1.0, $seen[$limb->landing]);
            }
        }

        return [$scar, $landing];
    }

    /** @param  list<Limb>  $limbs */
    private static function volume(array $limbs, SupportStyle $style): float
    {
        if ($style === SupportStyle::Columns && ! array_filter($limbs, static fn (Limb $l): bool => $l->sides !== 4)) { // they stand apart
            return array_sum(array_map(static fn (Limb $l): float => $l->volumeMm3(), $limbs));
        }
        $shells = self::meshOf($limbs);
        if ($shells === null) {
            return 0.0;
        }
        // turned, so that what grew on one grid is not read on another that lies like it
        $solid = SolidColumns::of($shells->standing(Rotation::facing(new Vec3(0.0, 0.0, 1.0), new Vec3(0.5646, -0.8253, 0.0))), self::VOLUME_CELL_MM);
        $sum = 0.0;
        foreach ($solid->start as $s => $start) {
            $sum += $solid->end[$s] - $start;
        }

        return $sum * $solid->cellMm ** 2;
    }

    /** @return array<string, mixed> the keys of `wrenlo:supports --json` */
    public function toArray(PrintProfile $profile): array
    {
        $volume = $this->volumeMm3;

        return [
            'style' => $this->style->value, 'contacts' => array_map(static fn (Contact $c): array => [$c->xMm, $c->yMm, $c->zMm], $this->contacts), 'nodes' => $this->nodes(),
            'volume_mm3' => $volume, 'plastic_mm3' => $volume, 'grams' => $volume * $profile->densityGPerCm3 / 1000, 'minutes' => PrintEstimate::seconds([0.0, 0.0, 0.0, $volume], 0.0, $this->ask->layerMm, $profile) / 60,
            'contact_area_mm2' => array_sum(array_map(static fn (Limb $l): float => $l->tip === null ? 0.0 : $l->tipMm2(), $this->limbs)), 'seen_scar_mm2' => $this->seenScarMm2, 'landing_area_mm2' => $this->landingMm2,
            'removal_rounds' => $this->contactRounds(), 'max_lean_deg' => $this->leanDeg(), 'sections_mm2' => $this->sectionsMm2(), 'relief' => $this->relief?->toArray(),
        ] + $this->proof->toArray();
    }

    /**
     * Mean cross-section in each of the bands that a piece's height is cut into.
     *
     * @return list<float> mm²
     */
    public function sectionsMm2(): array
    {
        $bands = array_fill(0, HeightBands::COUNT, 0.0);
        $perMm = HeightBands::COUNT / $this->topMm;
        foreach ($this->limbs as $limb) {
            $limb->addVolume($bands, $perMm);
        }
        $sum = array_sum($bands); // limbs run through one another: together they hold less
        $each = $sum > 0.0 ? $this->volumeMm3 / $sum * $perMm : 0.0;

        return array_values(array_map(static fn (float $mm3): float => $mm3 * $each, $bands));
    }

    /** @return list<int> of each contact, the round it comes off in, from 1 */
    private function contactRounds(): array
    {
        $roundOf = [];
        foreach ($this->proof->removal->rounds as $k => $trees) {
            $roundOf += array_fill_keys($trees, $k + 1);
        }
        $rounds = [];
        foreach ($this->limbs as $k => $limb) {
            if ($limb->tip !== null) {
                $rounds[$limb->tip] = $roundOf[$this->proof->removal->treeOf[$k]] ?? 1;
            }
        }
        ksort($rounds);

        return array_values($rounds);
    }

    public function leanDeg(): float
    {
        return $this->limbs === [] ? 0.0 : max(array_map(static fn (Limb $l): float => $l->leanDeg(), $this->limbs));
    }

    /**
     * Every ring of every limb from its foot up.
     *
     * @return list<array{limb: int, x_mm: float, y_mm: float, z_mm: float, radius_mm: float}>
     */
    private function nodes(): array
    {
        $nodes = [];
        foreach ($this->limbs as $k => $limb) {
            foreach ($limb->rings as [$x, $y, $z, $radius]) {
                $nodes[] = ['limb' => $k, 'x_mm' => $x, 'y_mm' => $y, 'z_mm' => $z, 'radius_mm' => $radius];
            }
        }

        return $nodes;
    }

    /** Closed shells, one a limb; null where there is none. */
    public function shells(): ?Mesh
    {
        return self::meshOf($this->limbs);
    }

    /** What is added to the piece itself, as closed bodies; null where nothing is. */
    public function reliefBody(): ?Mesh
    {
        return $this->reliefBody;
    }

    /** @param  list<Limb>  $limbs */
    private static function meshOf(array $limbs): ?Mesh
    {
        $builder = new MeshBuilder;
        foreach ($limbs as $limb) {
            $limb->addTo($builder);
        }

        return $limbs === [] ? null : $builder->build();
    }

    /**
     * Least level distance between the sides of the shafts and the piece, by rays outward at every millimetre of height.
     *
     * @param  list<Column>  $columns
     */
    private static function clearance(TriangleIndex $index, array $columns): float
    {
        $least = INF;
        foreach ($columns as $c) {
            for ($z = $c->bottomMm + self::CLEARANCE_STEP_MM; $z < $c->shoulderMm - self::CLEARANCE_STEP_MM; $z += self::CLEARANCE_STEP_MM) {
                for ($k = 0; $k < self::CLEARANCE_RAYS; $k++) {
                    [$dx, $dy] = [cos(2 * M_PI * $k / self::CLEARANCE_RAYS), sin(2 * M_PI * $k / self::CLEARANCE_RAYS)];
                    // the shaft's side lies half its width away along the larger of the two
                    $least = min($least, $index->first($c->xMm, $c->yMm, $z, $dx, $dy, 0.0)[0] - $c->widthMm / 2 / max(abs($dx), abs($dy)));
                }
            }
        }

        return $least;
    }
}
