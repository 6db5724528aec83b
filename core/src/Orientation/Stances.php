<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Mesh\Polygon;

/**
 * Measures stances of one piece at three depths: `estimate` over the bins, `exact` over all facets, `proven` with
 * the height field as well.
 */
final class Stances
{
    /** Hull corners found last: the next direction is usually near, so the climb is short. */
    private int $low = 0;

    private int $high = 0;

    public function __construct(public readonly StanceBasis $basis, public readonly StanceRules $rules) {}

    public function estimate(Vec3 $up): StanceMetrics
    {
        [$lowest, $height] = $this->extent($up);
        $bins = $this->basis->bins;
        $sums = StanceSums::along($bins->bins, $bins->seenArea, $up, $lowest, $this->rules);

        return StanceMetrics::of($this->basis, $sums, $height, $this->toppleMarginMm($up), $this->rules);
    }

    public function exact(Vec3 $up): StanceMetrics
    {
        return $this->measured($up, null);
    }

    public function proven(Vec3 $up): StanceMetrics
    {
        return $this->measured($up, $this->field($up));
    }

    public function measured(Vec3 $up, ?HeightField $field): StanceMetrics
    {
        [$lowest, $height] = $this->extent($up);
        $sums = StanceSums::along($this->basis->facets, $this->basis->seenArea, $up, $lowest, $this->rules);
        $alone = $this->toppleMarginMm($up);
        $supported = $field ? $this->toppleMarginMm($up, $field->feet) : null;

        return StanceMetrics::of($this->basis, $sums, $height, $alone, $this->rules, $field, $supported);
    }

    public function field(Vec3 $up): HeightField
    {
        return HeightField::of(
            $this->basis->mesh, $this->basis->facets, $this->basis->seen, Rotation::bringingUp($up),
            $this->rules->layerMm, $this->rules->overhangSine(), StanceRules::PLATE_MM,
        );
    }

    /** @return array{float, float} height of the lowest vertex along `up` and the height of the piece, mm */
    private function extent(Vec3 $up): array
    {
        $hull = $this->basis->hull;
        $this->low = $hull->farthest(-$up->x, -$up->y, -$up->z, $this->low);
        $this->high = $hull->farthest($up->x, $up->y, $up->z, $this->high);
        $lowest = $hull->height($this->low, $up);

        return [$lowest, $hull->height($this->high, $up) - $lowest];
    }

    /**
     * Distance of the centre of mass, seen from above, to the edge of what the piece stands on; negative when it lies
     * outside. `low` must be the lowest corner of this direction.
     *
     * @param  list<array{float, float}>  $feet  further points it stands on, in the frame of `Rotation::bringingUp`
     */
    private function toppleMarginMm(Vec3 $up, array $feet = []): float
    {
        $hull = $this->basis->hull;
        $stance = Rotation::bringingUp($up);
        $points = $feet;
        foreach ($hull->lowest($up, $this->low, StanceRules::PLATE_MM) as $k) {
            $p = $stance->apply(new Vec3($hull->x[$k], $hull->y[$k], $hull->z[$k]));
            $points[] = [$p->x, $p->y];
        }
        $outline = array_map(static fn (int $i): array => $points[$i], Polygon::hull($points));
        $centre = $stance->apply($this->basis->centreOfMassMm);

        return Polygon::marginMm($outline, [$centre->x, $centre->y]);
    }
}
