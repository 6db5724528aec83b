<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;
use Wrenlo\Core\Mesh\Slices;
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

    /**
     * @param  list<Column>  $columns
     * @param  list<Island>  $openIslands  that nothing holds
     * @param  int  $trapped  pockets of support that no tool reaches
     */
    private function __construct(
        public SupportAsk $ask, public array $columns, public float $widthMm, public float $uncoveredMm2, public array $openIslands, public float $seenScarMm2, public float $landingMm2,
        public ?float $clearanceMm, public int $trapped,
    ) {}

    /**
     * @param  list<float>  $seen  seen weight of each facet
     * @param  array<int, true>  $keepClear  facets that no support may touch
     * @param  float  $liftMm  how far the piece is held above the plate
     */
    public static function columns(Mesh $mesh, array $seen, Rotation $stance, SupportAsk $ask, array $keepClear = [], float $liftMm = 0.0): self
    {
        $piece = $mesh->standing($stance, $liftMm);
        $facets = Surface::ofFacets($piece);
        $upright = Rotation::bringingUp(new Vec3(0.0, 0.0, 1.0));
        $layers = Slices::byLayer($piece, $seen, $upright, $piece->bounds()->max->z - $liftMm, $ask->layerMm);
        $islands = array_map(static fn (Island $i): Island => $i->lifted($liftMm), LayerIslands::of($layers, $liftMm < $ask->layerMm / 2));
        $cover = new Cover(SolidColumns::of($piece, Columns::CELL_MM), $facets->nz, $ask);
        [$columns, $uncovered] = Columns::plan($cover, $facets->nz, $islands, $keepClear);
        $open = $cover->openIslands($islands);
        $width = Columns::widthMm($ask->density);
        $tip = Columns::TIP_MM ** 2;
        $scar = $landing = 0.0;
        foreach ($columns as $c) {
            $scar += $tip * min(1.0, $seen[$c->contactFacet]);
            if ($c->landingFacet >= 0) {
                $landing += $width ** 2;
                $scar += $width ** 2 * min(1.0, $seen[$c->landingFacet]);
            }
        }
        $field = HeightField::of($piece, $facets, $seen, $upright, $ask->layerMm, sin(deg2rad($ask->limitDeg)), $ask->layerMm / 2);

        return new self(
            ask: $ask, columns: $columns, widthMm: $width, uncoveredMm2: $uncovered, openIslands: $open, seenScarMm2: $scar, landingMm2: $landing,
            clearanceMm: self::clearance($piece, $columns, $width), trapped: $field->trapped,
        );
    }

    public function volumeMm3(): float
    {
        return array_sum(array_map(fn (Column $c): float => $c->volumeMm3($this->widthMm, Columns::TIP_MM), $this->columns));
    }

    /** Share of the shafts that may break off before they are done. */
    public function breakRisk(): float
    {
        return $this->columns === [] ? 0.0 : count(array_filter($this->columns, fn (Column $c): bool => $c->topMm - $c->bottomMm > self::SLENDER * $this->widthMm)) / count($this->columns);
    }

    /** @return array<string, mixed> the keys of `wrenlo:supports --json` */
    public function toArray(PrintProfile $profile): array
    {
        $volume = $this->volumeMm3();

        return [
            'contacts' => array_map(static fn (Column $c): array => [$c->xMm, $c->yMm, $c->contactMm], $this->columns), 'nodes' => 3 * count($this->columns),
            'volume_mm3' => $volume, 'plastic_mm3' => $volume, 'grams' => $volume * $profile->densityGPerCm3 / 1000, 'minutes' => PrintEstimate::seconds([0.0, 0.0, 0.0, $volume], 0.0, $this->ask->layerMm, $profile) / 60,
            'contact_area_mm2' => count($this->columns) * Columns::TIP_MM ** 2, 'seen_scar_mm2' => $this->seenScarMm2, 'landing_area_mm2' => $this->landingMm2,
            'uncovered_area_mm2' => $this->uncoveredMm2, 'uncovered_islands' => count($this->openIslands), 'min_clearance_mm' => $this->clearanceMm, 'max_lean_deg' => 0.0, 'break_risk' => $this->breakRisk(),
            'trapped_contacts' => $this->trapped,
        ];
    }

    /** Closed shells, one a column; null where there is none. */
    public function shells(): ?Mesh
    {
        $builder = new MeshBuilder;
        foreach ($this->columns as $c) {
            $rings = [];
            foreach ([[$c->bottomMm, $this->widthMm], ...($c->shoulderMm > $c->bottomMm ? [[$c->shoulderMm, $this->widthMm]] : []), [$c->topMm, Columns::TIP_MM]] as [$z, $side]) {
                $rings[] = array_map(static fn (array $at): int => $builder->vertex($c->xMm + $at[0] * $side / 2, $c->yMm + $at[1] * $side / 2, $z), [[-1, -1], [1, -1], [1, 1], [-1, 1]]);
            }
            $builder->quad($rings[0][3], $rings[0][2], $rings[0][1], $rings[0][0])->quad(...$rings[count($rings) - 1]);
            for ($r = 1; $r < count($rings); $r++) {
                for ($k = 0; $k < 4; $k++) {
                    $builder->quad($rings[$r - 1][$k], $rings[$r - 1][($k + 1) % 4], $rings[$r][($k + 1) % 4], $rings[$r][$k]);
                }
            }
        }

        return $this->columns === [] ? null : $builder->build();
    }

    /**
     * Least level distance between the sides of the shafts and the piece, by rays outward at every millimetre of height.
     *
     * @param  list<Column>  $columns
     */
    private static function clearance(Mesh $piece, array $columns, float $widthMm): ?float
    {
        $index = TriangleIndex::of($piece);
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

        return is_finite($least) ? $least : null;
    }
}
