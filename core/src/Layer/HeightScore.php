<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\HeightBands;
use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Settings\PrintProfile;

/**
 * What happens at which height: tracks over equal bands from plate to top, for one stance, whatever it is printed with.
 *
 * Steps are per unit of layer height, so one score serves every layer height: step height = `slope` · t.
 */
final readonly class HeightScore
{
    /**
     * @param  list<float>  $seenSlope  mean |n_z| over the seen, non-flat surface in each band (0 where nothing is seen)
     * @param  list<float>  $seenMm2  seen surface in each band
     * @param  list<float>  $wallMm2  Σ A·√(1−n_z²) in each band
     * @param  list<float>  $skinMm2  Σ A·|n_z| in each band
     * @param  list<float>  $solidMm2  mean cross-section of the piece
     * @param  list<float>  $supportMm2  mean cross-section of the supports
     */
    public function __construct(
        public float $heightMm, public array $seenSlope, public array $seenMm2,
        public array $wallMm2, public array $skinMm2, public array $solidMm2, public array $supportMm2,
    ) {}

    /** @param  float  $flatCosine facets with |n_z| above it have no step */
    public static function of(StanceBasis $basis, Vec3 $up, HeightBands $bands, float $flatCosine, float $liftMm = 0.0): self
    {
        ['facets' => $facets, 'mesh' => $mesh] = get_object_vars($basis);
        $seenArea = $basis->weighed->seenArea;
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

        return new self($bands->heightMm, $slope, $seen, $wall, $skin, $bands->solidMm2, $bands->supportMm2);
    }

    /**
     * The share of the print time spent in each band: what the print takes in all, walls shared out by the walls of each band, and so on.
     *
     * @return list<float> sums to 1
     */
    public function timeShares(PrintEstimate $print, float $layerMm, PrintProfile $profile): array
    {
        $thick = $this->heightMm / HeightBands::COUNT;
        $walls = self::shared($print->wallsMm3, $this->wallMm2);
        $skins = self::shared($print->skinsMm3, $this->skinMm2);
        $infill = self::shared($print->infillMm3, array_map(static fn (float $mm2, float $w, float $s): float => max(0.0, $mm2 * $thick - $w - $s), $this->solidMm2, $walls, $skins));
        $support = self::shared($print->supportMm3, $this->supportMm2);
        $seconds = array_map(
            static fn (float $w, float $s, float $i, float $c): float => PrintEstimate::seconds([$w, $s, $i, $c], $print->layers / HeightBands::COUNT, $layerMm, $profile),
            $walls, $skins, $infill, $support,
        );
        $total = array_sum($seconds) ?: 1.0;

        return array_map(static fn (float $t): float => $t / $total, $seconds);
    }

    /**
     * @param  list<float>  $by
     * @return list<float>
     */
    private static function shared(float $total, array $by): array
    {
        $sum = array_sum($by) ?: 1.0;

        return array_map(static fn (float $v): float => $total * $v / $sum, $by);
    }
}
