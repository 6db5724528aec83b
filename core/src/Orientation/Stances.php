<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Mesh\Polygon;
use Wrenlo\Core\Mesh\Slices;
use Wrenlo\Core\Thin\Members;

/**
 * Measures stances of one piece at three depths: `estimate` over the bins, `exact` over all facets, `proven` with
 * the height field as well.
 */
final class Stances
{
    /** A member above this section is as good as any other, mm² (a rod of 16 mm). */
    public const STRONG_MM2 = 200.0;

    private const SLICE_MM = 0.6;

    private const LEAST_SLICES = 40;

    private const MOST_SLICES = 160;

    /** Hull corners found last: the next direction is usually near, so the climb is short. */
    private int $low = 0;

    private int $high = 0;

    public function __construct(public readonly StanceBasis $basis, public readonly StanceRules $rules) {}

    public function estimate(Vec3 $up, float $liftMm = 0.0): StanceMetrics
    {
        [$lowest, $height] = $this->extent($up, $liftMm);
        $bins = $this->basis->bins;
        $sums = StanceSums::along($bins->bins, $bins->seenArea, $up, $lowest, $this->rules, $bins->more['clear'] ?? [], $bins->more['hold'] ?? []);

        return $this->withoutSlices($up, $sums, $height, $liftMm);
    }

    public function exact(Vec3 $up): StanceMetrics
    {
        return $this->measured($up, null);
    }

    public function proven(Vec3 $up, float $liftMm = 0.0): StanceMetrics
    {
        return $this->measured($up, $this->field($up, $liftMm), $liftMm);
    }

    public function measured(Vec3 $up, ?HeightField $field, float $liftMm = 0.0): StanceMetrics
    {
        [$lowest, $height] = $this->extent($up, $liftMm);
        $sums = StanceSums::along($this->basis->facets, $this->basis->seenArea, $up, $lowest, $this->rules, $this->basis->clearArea, $this->basis->holdArea);
        if ($field === null) {
            return $this->withoutSlices($up, $sums, $height, $liftMm);
        }
        $stance = Rotation::bringingUp($up);
        $slices = Slices::of($this->basis->coarse, $this->basis->coarseSeen, $stance, (int) min(self::MOST_SLICES, max(self::LEAST_SLICES, ($height - $liftMm) / self::SLICE_MM)));
        $centre = $stance->apply($this->basis->centreOfMassMm);
        $footprint = $this->footprint($up, $stance, $field->feet, $liftMm);
        $steady = Steadiness::of($footprint, $this->shadow($stance), array_map(static fn (array $b): array => [$b[0], $b[1], $b[2] + $liftMm], $slices->balance()), [$centre->x, $centre->y, $centre->z - $lowest], $height, $this->basis->profile);

        return StanceMetrics::of(
            $this->basis, $sums, $height, $this->toppleMarginMm($up, $liftMm), $this->rules, $steady, $slices->seenSeamMm(), Members::of($slices)->weakestMm2(),
            $field, Polygon::marginMm($footprint, [$centre->x, $centre->y]),
        );
    }

    /** With what slices would tell estimated: the seam, the weakest member, how it stands on the way up. */
    private function withoutSlices(Vec3 $up, StanceSums $sums, float $height, float $liftMm): StanceMetrics
    {
        $margin = $this->toppleMarginMm($up, $liftMm);
        $weakest = self::STRONG_MM2;
        foreach ($this->basis->slender as $part) {
            $weakest = min($weakest, $part->cutMm2($up));
        }

        return StanceMetrics::of(
            $this->basis, $sums, $height, $margin, $this->rules, Steadiness::estimated($margin, $height, $this->basis->profile),
            $this->basis->seam->seenMm($up, $height), $weakest,
        );
    }

    public function field(Vec3 $up, float $liftMm = 0.0): HeightField
    {
        return HeightField::of(
            $this->basis->mesh, $this->basis->facets, $this->basis->seen, Rotation::bringingUp($up),
            $this->rules->layerMm, $this->rules->overhangSine(), StanceRules::PLATE_MM, liftMm: $liftMm, wishes: $this->basis->wishes,
        );
    }

    /** @return array{float, float} height of the plate along `up` (the lowest vertex, less the lift) and how far the piece reaches above it, mm */
    private function extent(Vec3 $up, float $liftMm): array
    {
        $hull = $this->basis->hull;
        $this->low = $hull->farthest(-$up->x, -$up->y, -$up->z, $this->low);
        $this->high = $hull->farthest($up->x, $up->y, $up->z, $this->high);
        $lowest = $hull->height($this->low, $up) - $liftMm;

        return [$lowest, $hull->height($this->high, $up) - $lowest];
    }

    /**
     * Distance of the centre of mass, seen from above, to the edge of what the piece stands on; negative when it lies
     * outside. `low` must be the lowest corner of this direction.
     */
    private function toppleMarginMm(Vec3 $up, float $liftMm): float
    {
        $stance = Rotation::bringingUp($up);
        $centre = $stance->apply($this->basis->centreOfMassMm);

        return Polygon::marginMm($this->footprint($up, $stance, [], $liftMm), [$centre->x, $centre->y]);
    }

    /**
     * Convex outline of what it stands on.
     *
     * @param  list<array{float, float}>  $feet  further points it stands on, in the frame of `Rotation::bringingUp`
     * @return list<array{float, float}>
     */
    private function footprint(Vec3 $up, Rotation $stance, array $feet, float $liftMm): array
    {
        $hull = $this->basis->hull;
        $points = $feet;
        if ($liftMm > StanceRules::PLATE_MM && $feet !== []) {
            return array_map(static fn (int $i): array => $points[$i], Polygon::hull($points)); // it stands on its supports alone
        }
        foreach ($hull->lowest($up, $this->low, StanceRules::PLATE_MM) as $k) {
            $p = $stance->apply(new Vec3($hull->x[$k], $hull->y[$k], $hull->z[$k]));
            $points[] = [$p->x, $p->y];
        }

        return array_map(static fn (int $i): array => $points[$i], Polygon::hull($points));
    }

    /** @return list<array{float, float}> convex outline of the piece seen from above */
    private function shadow(Rotation $stance): array
    {
        $hull = $this->basis->hull;
        [$a, $b, $c, $d, $e, $f] = $stance->rows;
        $points = [];
        foreach ($hull->x as $k => $x) {
            $y = $hull->y[$k];
            $z = $hull->z[$k];
            $points[] = [$a * $x + $b * $y + $c * $z, $d * $x + $e * $y + $f * $z];
        }

        return array_map(static fn (int $i): array => $points[$i], Polygon::hull($points));
    }
}
