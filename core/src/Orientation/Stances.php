<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Slice\Slices;
use Wrenlo\Core\Thin\Members;
use Wrenlo\Core\Thin\Regions;

/**
 * Measures stances of one piece at three depths: `estimate` over the bins and the map of sections, `exact` over all facets and a few slices,
 * `proven` with the height field and all slices.
 */
final class Stances
{
    private const SLICE_MM = 0.6;

    private const LEAST_SLICES = 40;

    private const MOST_SLICES = 160;

    private ?Estimates $estimates = null;

    private readonly HullClimb $climb;

    public function __construct(public readonly StanceBasis $basis, public readonly StanceRules $rules, public readonly PrintProfile $profile = new PrintProfile)
    {
        $this->climb = new HullClimb($basis->hull, $basis->centreOfMassMm());
    }

    public function estimates(): Estimates
    {
        return $this->estimates ??= new Estimates(StanceSketch::of($this->basis), $this->rules);
    }

    public function estimate(Vec3 $up, float $liftMm = 0.0): StanceNumbers
    {
        return $this->estimates()->of($up, $liftMm)->for($this->profile);
    }

    public function exact(Vec3 $up): StanceNumbers
    {
        [$lowest, $height] = $this->climb->extent($up, 0.0);
        $sums = $this->sums($up, $lowest);
        $slices = Slices::of($this->basis->coarse, $this->basis->coarseSeen, Rotation::bringingUp($up), SectionMap::SLICES);

        return (new MeasuredStance(
            SurfaceNumbers::of($sums, $height, $this->rules->layerMm, $slices), ContactNumbers::estimated($sums), SectionNumbers::of($slices),
            Steadiness::estimated($this->climb->toppleMarginMm($up, 0.0), $height), null, $this->basis->volumeMm3(), $this->rules->layerMm,
        ))->for($this->profile);
    }

    public function proven(Vec3 $up, float $liftMm = 0.0): StanceNumbers
    {
        return $this->measured($up, $this->field($up, $liftMm), $liftMm)->for($this->profile);
    }

    /** A stance in full, whatever it will be printed with. */
    public function measured(Vec3 $up, HeightField $field, float $liftMm = 0.0): MeasuredStance
    {
        [$lowest, $height] = $this->climb->extent($up, $liftMm);
        $sums = $this->sums($up, $lowest);
        $stance = Rotation::bringingUp($up);
        $slices = Slices::of($this->basis->coarse, $this->basis->coarseSeen, $stance, (int) min(self::MOST_SLICES, max(self::LEAST_SLICES, ($height - $liftMm) / self::SLICE_MM)));
        $centre = $stance->apply($this->basis->centreOfMassMm());
        $footing = new Footing($this->climb->footprint($up, $stance, $field->feet, $liftMm), $this->climb->shadow($stance), [$centre->x, $centre->y, $centre->z - $lowest]);
        $balance = array_map(static fn (array $b): array => [$b[0], $b[1], $b[2] + $liftMm], $slices->balance());

        $regions = Regions::of($slices);
        $members = Members::of($slices, $regions);
        $weakest = $members->all[0] ?? null;

        return new MeasuredStance(
            SurfaceNumbers::of($sums, $height, $this->rules->layerMm, $slices), ContactNumbers::proven($field),
            SectionNumbers::of($slices, $regions, $members),
            Steadiness::proven($footing, $balance, $height, $this->climb->toppleMarginMm($up, $liftMm)), $footing, $this->basis->volumeMm3(), $this->rules->layerMm,
            $weakest === null ? null : $stance->back(new Vec3($weakest->xMm, $weakest->yMm, $weakest->zMm + $lowest + $liftMm)),
        );
    }

    public function field(Vec3 $up, float $liftMm = 0.0): HeightField
    {
        return HeightField::of(
            $this->basis->mesh, $this->basis->facets, $this->basis->weighed->seen, Rotation::bringingUp($up),
            $this->rules->layerMm, $this->rules->overhangSine(), StanceRules::PLATE_MM, liftMm: $liftMm, wishes: $this->basis->weighed->wishes, corners: $this->basis->hull,
        );
    }

    private function sums(Vec3 $up, float $lowest): StanceSums
    {
        $w = $this->basis->weighed;

        return StanceSums::along($this->basis->facets, $w->seenArea, $up, $lowest, $this->rules, $w->clearArea, $w->holdArea);
    }
}
