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

use function array_map;
use function array_sum;
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
     * @param  list<array{float, float, float, float}>  $beyond  places beyond reach: x, y, z and mm²
     * @param  list<Island>  $openIslands  that nothing holds
     * @param  float  $topMm  of the piece
     * @param  float  $breakRisk  share of the contacts on a shaft or branch that may break off before it is done
     */
    private function __construct(
        public SupportStyle $style, public SupportAsk $ask, public array $limbs, public array $contacts, public array $columns, public float $widthMm, public float $volumeMm3, public float $uncoveredMm2, public array $beyond, public array $openIslands, public float $seenScarMm2, public float $landingMm2,
        public ?float $clearanceMm, public float $breakRisk, public int $trapped, public float $topMm,
    ) {}

    /**
     * @param  list<float>  $seen  seen weight of each facet
     * @param  float  $liftMm  how far the piece is held above the plate
     */
    public static function of(SupportStyle $style, Mesh $mesh, array $seen, Rotation $stance, SupportAsk $ask, Wishes $wishes = new Wishes, float $liftMm = 0.0, PrintProfile $profile = new PrintProfile): self
    {
        $piece = $mesh->standing($stance, $liftMm);
        $facets = Surface::ofFacets($piece);
        $islands = $wishes->wanted(LayerIslands::standing($piece, $seen, $ask->layerMm, $liftMm));
        $index = TriangleIndex::of($piece);
        $trees = new Trees($piece, $facets, $index, $wishes, min(self::LEAN_DEG, $ask->limitDeg), [$profile->bedXMm, $profile->bedYMm]);
        [$forest, $columns, $uncovered, $cover] = self::held($style, SolidColumns::of($piece, Columns::CELL_MM), $facets, $islands, $ask, $wishes, $trees);
        $limbs = $forest === null ? [] : $forest->limbs;
        $weak = $forest === null ? 0 : $forest->weak;
        $width = $style === SupportStyle::Columns ? Columns::widthMm($ask->density) : Columns::LEAST_WIDTH_MM;
        $contacts = array_map(static fn (Sprout $s): Contact => new Contact(...$s->contact, facet: $s->facet), $forest === null ? [] : $forest->sprouts);
        foreach ($columns as $c) {
            $limbs[] = $c->limb($width, count($contacts));
            $contacts[] = new Contact($c->xMm, $c->yMm, $c->contactMm, $c->contactFacet);
            $weak += $c->topMm - $c->bottomMm > self::SLENDER * $width ? 1 : 0;
        }
        $clearance = min($forest === null ? INF : $forest->clearanceMm ?? INF, self::clearance($index, $columns, $width));
        [$scar, $landing] = self::scars($limbs, $contacts, $seen);

        return new self(
            style: $style, ask: $ask, limbs: $limbs, contacts: $contacts, columns: $columns, widthMm: $width, volumeMm3: self::volume($limbs, $style), uncoveredMm2: $uncovered, beyond: $cover->beyond(), openIslands: $cover->openIslands($islands), seenScarMm2: $scar, landingMm2: $landing,
            clearanceMm: is_finite($clearance) ? $clearance : null, breakRisk: $contacts === [] ? 0.0 : $weak / count($contacts), trapped: Access::trapped($index, $facets, $contacts, $ask->gapMm), topMm: $piece->bounds()->max->z,
        );
    }

    /**
     * @param  list<Island>  $islands
     * @return array{?Forest, list<Column>, float, Cover} branches, upright shafts, area beyond reach, what is held
     */
    private static function held(SupportStyle $style, SolidColumns $solid, Surface $facets, array $islands, SupportAsk $ask, Wishes $wishes, Trees $trees): array
    {
        $cover = new Cover($solid, $facets->nz, $ask, $wishes);
        if ($style === SupportStyle::Tree) {
            return $trees->plan($cover, $islands);
        }
        if ($style === SupportStyle::None) {
            return [null, [], $cover->holdRest(static fn (): bool => false), $cover];
        }
        $empty = clone $cover;
        if ($style === SupportStyle::Painted) { // what else hangs is left, and told
            [$forest, $columns] = $trees->plan(new Cover($solid, $facets->nz, $ask, $wishes, true), []);
        } else {
            $forest = null;
            [$columns, $uncovered] = Columns::plan($cover, $facets->nz, $islands, $wishes);
            if ($uncovered > 0.0 || $cover->openIslands($islands) !== []) { // where no upright shaft finds a way a branch may
                [$forest, , $uncovered, $cover] = $trees->plan($cover, $islands, true);
            }
            if ($wishes->byHand->without === []) {
                return [$forest, $columns, $uncovered, $cover];
            }
            $columns = array_values(array_filter($columns, static fn (Column $c): bool => ! $wishes->byHand->isTakenAway($c->xMm, $c->yMm, $c->contactMm)));
        }
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
            'uncovered_area_mm2' => $this->uncoveredMm2, 'uncovered_islands' => count($this->openIslands), 'min_clearance_mm' => $this->clearanceMm, 'max_lean_deg' => $this->leanDeg(), 'break_risk' => $this->breakRisk,
            'trapped_contacts' => $this->trapped, 'sections_mm2' => $this->sectionsMm2(), 'uncovered_places' => array_map(static fn (array $p): array => ['at_mm' => [$p[0], $p[1], $p[2]], 'area_mm2' => $p[3]], $this->beyond),
            'open_islands' => array_map(static fn (Island $i): array => $i->toArray(), $this->openIslands),
        ];
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
    private static function clearance(TriangleIndex $index, array $columns, float $widthMm): float
    {
        $least = INF;
        foreach ($columns as $c) {
            for ($z = $c->bottomMm + self::CLEARANCE_STEP_MM; $z < $c->shoulderMm - self::CLEARANCE_STEP_MM; $z += self::CLEARANCE_STEP_MM) {
                for ($k = 0; $k < self::CLEARANCE_RAYS; $k++) {
                    [$dx, $dy] = [cos(2 * M_PI * $k / self::CLEARANCE_RAYS), sin(2 * M_PI * $k / self::CLEARANCE_RAYS)];
                    // the shaft's side lies half its width away along the larger of the two
                    $least = min($least, $index->first($c->xMm, $c->yMm, $z, $dx, $dy, 0.0)[0] - $widthMm / 2 / max(abs($dx), abs($dy)));
                }
            }
        }

        return $least;
    }
}
