<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;

/**
 * Who looks: a weighted set of directions from the piece towards its viewers, for a piece on a shelf.
 *
 * Azimuth ±70° about the front, elevation −10° to 45°, weight by the cosine of the angle to the front. The *seen
 * weight* of a facet is the share of that weight it faces. Occlusion is not counted yet: a facet behind another one
 * still counts as seen (the screens say so).
 */
final readonly class FrontCone
{
    private const AZIMUTHS_DEG = [-70, -50, -30, -10, 10, 30, 50, 70];

    private const ELEVATIONS_DEG = [-10, 1, 12, 23, 34, 45];

    /** @param  list<array{Vec3, float}>  $views direction towards a viewer (unit, file frame) and its share; shares sum to 1 */
    private function __construct(public array $views) {}

    public static function of(Display $display): self
    {
        $side = $display->up->cross($display->front);
        $views = [];
        $total = 0.0;
        foreach (self::ELEVATIONS_DEG as $e) {
            foreach (self::AZIMUTHS_DEG as $a) {
                [$ca, $sa, $ce, $se] = [cos(deg2rad($a)), sin(deg2rad($a)), cos(deg2rad($e)), sin(deg2rad($e))];
                $views[] = [
                    $display->front->scaled($ca * $ce)->plus($side->scaled($sa * $ce))->plus($display->up->scaled($se)),
                    $ca * $ce,
                ];
                $total += $ca * $ce;
            }
        }

        return new self(array_map(static fn (array $v): array => [$v[0], $v[1] / $total], $views));
    }

    /** The share of the viewers, by weight, that a facet with this unit normal faces. */
    public function seenWeight(Vec3 $normal): float
    {
        $seen = 0.0;
        foreach ($this->views as [$view, $share]) {
            $seen += $view->dot($normal) > 0 ? $share : 0.0;
        }

        return $seen;
    }

    /**
     * The seen weight of every patch, 0 to 1.
     *
     * @return list<float>
     */
    public function seenWeights(Surface $patches): array
    {
        $vx = $vy = $vz = $share = [];
        foreach ($this->views as [$view, $s]) {
            $vx[] = $view->x;
            $vy[] = $view->y;
            $vz[] = $view->z;
            $share[] = $s;
        }
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($patches);
        $views = count($share);
        $seen = [];
        foreach ($nx as $f => $x) {
            $y = $ny[$f];
            $z = $nz[$f];
            $sum = 0.0;
            for ($k = 0; $k < $views; $k++) {
                if ($x * $vx[$k] + $y * $vy[$k] + $z * $vz[$k] > 0.0) {
                    $sum += $share[$k];
                }
            }
            $seen[] = $sum;
        }

        return $seen;
    }
}
