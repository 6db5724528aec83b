<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\HeightBands;
use Wrenlo\Core\Orientation\StanceBasis;

/**
 * What happens at which height: tracks over equal bands from plate to top, for one stance.
 *
 * Step and time are per unit of layer height, so one score serves every layer height:
 * step height = `slope` · t; the share of the print time spent in a band is that of `timeShare`.
 */
final readonly class HeightScore
{
    /**
     * @param  list<float>  $seenSlope  mean |n_z| over the seen, non-flat surface in each band (0 where nothing is seen)
     * @param  list<float>  $seenMm2  seen surface in each band
     * @param  list<float>  $solidMm2  mean cross-section of the piece
     * @param  list<float>  $supportMm2  mean cross-section of the supports
     * @param  list<float>  $timeShare  share of the whole print time, sums to 1
     */
    private function __construct(
        public float $heightMm, public array $seenSlope, public array $seenMm2,
        public array $solidMm2, public array $supportMm2, public array $timeShare,
    ) {}

    /** @param  float  $flatCosine facets with |n_z| above it have no step */
    public static function of(StanceBasis $basis, Vec3 $up, HeightBands $bands, float $flatCosine, float $liftMm = 0.0): self
    {
        ['facets' => $facets, 'seenArea' => $seenArea, 'mesh' => $mesh] = get_object_vars($basis);
        [$ux, $uy, $uz] = $up->toArray();
        $h = [];
        foreach ($mesh->x as $i => $x) {
            $h[] = $x * $ux + $mesh->y[$i] * $uy + $mesh->z[$i] * $uz;
        }
        $lowest = min($h) - $liftMm;
        $count = HeightBands::COUNT;
        $perMm = $bands->heightMm > 0 ? $count / $bands->heightMm : 0.0;
        $slope = $seen = $wall = $skin = array_fill(0, $count, 0.0);
        foreach ($facets->area as $f => $area) {
            $c = abs($facets->nx[$f] * $ux + $facets->ny[$f] * $uy + $facets->nz[$f] * $uz);
            $a = $h[$mesh->tri[3 * $f]];
            $b = $h[$mesh->tri[3 * $f + 1]];
            $d = $h[$mesh->tri[3 * $f + 2]];
            $from = (int) ((min($a, $b, $d) - $lowest) * $perMm);
            $to = (int) ((max($a, $b, $d) - $lowest) * $perMm);
            $from = min($from, $count - 1);
            $to = min($to, $count - 1);
            $part = 1 / ($to - $from + 1);
            $v = $seenArea[$f] * $part;
            $walls = $area * sqrt(max(0.0, 1 - $c * $c)) * $part;
            $skins = $area * $c * $part;
            for ($k = $from; $k <= $to; $k++) {
                $wall[$k] += $walls;
                $skin[$k] += $skins;
                if ($c <= $flatCosine) {
                    $slope[$k] += $v * $c;
                    $seen[$k] += $v;
                }
            }
        }
        foreach ($slope as $k => $s) {
            $slope[$k] = $seen[$k] > 0 ? $s / $seen[$k] : 0.0;
        }

        return new self($bands->heightMm, $slope, $seen, $bands->solidMm2, $bands->supportMm2, self::timeShares($basis, $bands, $wall, $skin));
    }

    /**
     * Splits the time as PrintEstimate adds it up: walls, skins, what is left of the section as infill, supports, layers.
     *
     * @param  list<float>  $wall  Σ A·√(1−n_z²) in each band
     * @param  list<float>  $skin  Σ A·|n_z| in each band
     * @return list<float>
     */
    private static function timeShares(StanceBasis $basis, HeightBands $bands, array $wall, array $skin): array
    {
        $p = $basis->profile;
        $thick = $bands->heightMm / HeightBands::COUNT;
        $layer = 0.2;
        $bead = $p->lineMm * $layer;
        $time = [];
        foreach ($bands->solidMm2 as $k => $section) {
            $volume = $section * $thick;
            $walls = min($volume, $wall[$k] * $p->walls * $p->lineMm);
            $skins = min($volume - $walls, $skin[$k] * $p->skinLayers * $layer);
            $infill = ($volume - $walls - $skins) * $p->infillShare;
            $time[] = $walls / ($bead * $p->wallMmPerS) + $skins / ($bead * $p->skinMmPerS) + $infill / ($bead * $p->infillMmPerS)
                + $bands->supportMm2[$k] * $thick * $p->supportShare / ($bead * $p->supportMmPerS) + $thick / $layer * $p->layerChangeS;
        }
        $total = array_sum($time) ?: 1.0;

        return array_map(static fn (float $t): float => $t / $total, $time);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $round = static fn (int $digits): \Closure => static fn (float $v): float => round($v, $digits);

        return [
            'height_mm' => $this->heightMm,
            'seen_slope' => array_map($round(4), $this->seenSlope),
            'seen_mm2' => array_map($round(2), $this->seenMm2),
            'solid_mm2' => array_map($round(2), $this->solidMm2),
            'support_mm2' => array_map($round(2), $this->supportMm2),
            'time_share' => array_map($round(6), $this->timeShare),
        ];
    }
}
