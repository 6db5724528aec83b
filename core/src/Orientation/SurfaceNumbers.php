<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Slice\Slices;

/** What sums over the surface tell of a stance. Exact over facets, an estimate over bins. */
final readonly class SurfaceNumbers
{
    use NamedNumbers;

    public function __construct(
        public float $heightMm,
        public float $overhangAreaMm2,
        /** what columns straight to the plate would hold */
        public float $supportToPlateMm3,
        public float $stepMeanMm,
        public float $seenStepMeanMm,
        public float $seenStepMm,
        public float $terraceAreaMm2,
        public float $seenTerraceAreaMm2,
        public float $flatUpAreaMm2,
        public float $plateContactMm2,
        public float $wallAreaMm2,
        public float $skinAreaMm2,
        public float $flatAreaMm2,
        /** length of the outline of the layers the flat faces lie in, over their area */
        public float $flatEdgePerMm,
        /** what of the slopes lies clear of a wall, for τ = 1, 2, 4: StanceSums::shallowMm2 */
        public float $shallow1Mm2,
        public float $shallow2Mm2,
        public float $shallow4Mm2,
    ) {}

    /** @param  ?Slices  $slices  where the stance was cut: the outlines round its flat faces are known then */
    public static function of(StanceSums $sums, float $heightMm, float $layerMm, ?Slices $slices = null): self
    {
        $flat = array_sum($sums->flatMm2At);

        return new self(
            heightMm: $heightMm, overhangAreaMm2: $sums->overhangMm2, supportToPlateMm3: $sums->supportToPlateMm3,
            stepMeanMm: $sums->stepMeanMm($layerMm), seenStepMeanMm: $sums->seenStepMeanMm($layerMm), seenStepMm: $sums->seenStepMm($layerMm),
            terraceAreaMm2: $sums->terraceMm2, seenTerraceAreaMm2: $sums->seenTerraceMm2, flatUpAreaMm2: $sums->flatUpMm2,
            plateContactMm2: $sums->contactMm2, wallAreaMm2: $sums->wallMm2, skinAreaMm2: $sums->skinMm2,
            flatAreaMm2: $flat, flatEdgePerMm: $flat > 0.0 ? self::edges($sums->flatMm2At, $flat, $slices) : 0.0,
            shallow1Mm2: $sums->shallowMm2[0], shallow2Mm2: $sums->shallowMm2[1], shallow4Mm2: $sums->shallowMm2[2],
        );
    }

    /**
     * Before the cut: as if the flat faces were two discs.
     *
     * @param  array<int, float>  $flatMm2At
     */
    private static function edges(array $flatMm2At, float $flat, ?Slices $slices): float
    {
        if ($slices === null) {
            return 2 / sqrt($flat / 2 / M_PI);
        }
        $perMm = $slices->edgePerMm();
        $sum = 0.0;
        foreach ($flatMm2At as $at => $mm2) {
            $sum += $mm2 * ($perMm[max(0, min($slices->count - 1, (int) (($at + 0.5) * StanceSums::FLAT_MM / $slices->stepMm)))] ?? 0.0);
        }

        return $sum / $flat;
    }
}
