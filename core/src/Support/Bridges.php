<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\Mesh;

use function count;
use function max;
use function min;
use function sort;

/**
 * Whether a level patch can be bridged: in some direction every line across it ends on both sides on material of the layer below. The direction
 * with the shortest longest line is the one to print it in.
 */
final class Bridges
{
    /** Directions tried around, besides those of the patch's longest edges. */
    private const AROUND = 24;

    private const LONGEST_EDGES = 4;

    /** Lines across, a quarter of a millimetre apart, within these numbers. */
    private const EVERY_MM = 0.25;

    private const LEAST_LINES = 12;

    private const MOST_LINES = 60;

    /** Where between its neighbours a line runs: no round share, so that it misses what is drawn on a grid. */
    private const SHIFT = 0.4871;

    /** So far outside the patch a line must find material: a common line's width (common practice, no source). */
    private const HOLD_MM = 0.45;

    /**
     * @param  list<int>  $facets  of the patch
     * @param  list<float>  $x  of the mesh's vertices, plate frame
     * @param  list<float>  $y
     * @param  LayerMaterial  $below  the layer under the patch
     * @return ?array{float, float} longest line across, mm, and the direction, degrees from +X; null where no direction holds
     */
    public static function span(Mesh $mesh, array $facets, array $x, array $y, LayerMaterial $below, float $layerMm): ?array
    {
        $best = null;
        foreach (self::directions($mesh, $facets, $x, $y) as $angle) {
            $span = self::across($mesh, $facets, $x, $y, $below->turned($angle), $angle, $layerMm, $best[0] ?? INF);
            if ($span !== null) {
                $best = [$span, rad2deg($angle)];
            }
        }

        return $best;
    }

    /**
     * @param  list<int>  $facets
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @return list<float> radians, 0 to π
     */
    private static function directions(Mesh $mesh, array $facets, array $x, array $y): array
    {
        $edges = [];
        foreach ($facets as $f) {
            for ($e = 0; $e < 3; $e++) {
                [$a, $b] = [$mesh->tri[3 * $f + $e], $mesh->tri[3 * $f + ($e + 1) % 3]];
                $key = min($a, $b).' '.max($a, $b);
                // an edge of two of its facets lies inside it
                $edges[$key] = isset($edges[$key]) ? null : [hypot($x[$b] - $x[$a], $y[$b] - $y[$a]), atan2($y[$b] - $y[$a], $x[$b] - $x[$a])];
            }
        }
        $edges = array_values(array_filter($edges));
        usort($edges, static fn (array $p, array $q): int => $q[0] <=> $p[0]);
        $all = array_map(static fn (int $k): float => M_PI * $k / self::AROUND, range(0, self::AROUND - 1));
        foreach (array_slice($edges, 0, self::LONGEST_EDGES) as [, $angle]) {
            $all[] = fmod($angle + 2 * M_PI, M_PI);
        }

        return $all;
    }

    /**
     * @param  list<int>  $facets
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  LayerMaterial  $below  turned by minus the angle
     * @return ?float the longest line; null where one ends in the air or is not below `$most`
     */
    private static function across(Mesh $mesh, array $facets, array $x, array $y, LayerMaterial $below, float $angle, float $layerMm, float $most): ?float
    {
        [$c, $s] = [cos($angle), sin($angle)];
        $corners = [];
        [$low, $high] = [INF, -INF];
        foreach ($facets as $f) {
            $corner = [];
            for ($k = 0; $k < 3; $k++) {
                $v = $mesh->tri[3 * $f + $k];
                $corner[] = [$c * $x[$v] + $s * $y[$v], $c * $y[$v] - $s * $x[$v]];
            }
            $corners[] = $corner;
            $low = min($low, $corner[0][1], $corner[1][1], $corner[2][1]);
            $high = max($high, $corner[0][1], $corner[1][1], $corner[2][1]);
        }
        $lines = (int) max(self::LEAST_LINES, min(self::MOST_LINES, ($high - $low) / self::EVERY_MM));
        $longest = 0.0;
        for ($i = 0; $i < $lines; $i++) {
            $at = $low + ($i + self::SHIFT) * ($high - $low) / $lines;
            $held = $below->along($at);
            foreach (self::patch($corners, $at) as [$from, $to]) {
                $longest = max($longest, $to - $from);
                if ($longest >= $most || ! self::isHeld($held, $from - self::HOLD_MM, $from + $layerMm) || ! self::isHeld($held, $to - $layerMm, $to + self::HOLD_MM)) {
                    return null;
                }
            }
        }

        return $longest > 0.0 ? $longest : null;
    }

    /**
     * @param  list<list<array{float, float}>>  $corners
     * @return list<array{float, float}> where a line runs over the patch
     */
    private static function patch(array $corners, float $at): array
    {
        $found = [];
        foreach ($corners as [[$ax, $ay], [$bx, $by], [$cx, $cy]]) {
            $meets = [];
            foreach ([[$ax, $ay, $bx, $by], [$bx, $by, $cx, $cy], [$cx, $cy, $ax, $ay]] as [$px, $py, $qx, $qy]) {
                if (($py > $at) !== ($qy > $at)) {
                    $meets[] = $px + ($qx - $px) * ($at - $py) / ($qy - $py);
                }
            }
            if (count($meets) === 2) {
                $found[] = [min($meets), max($meets)];
            }
        }
        sort($found);
        $joined = [];
        foreach ($found as [$from, $to]) {
            $last = array_pop($joined);
            if ($last !== null && $from <= $last[1] + 1e-6) {
                $joined[] = [$last[0], max($last[1], $to)];
            } else {
                array_push($joined, ...($last === null ? [] : [$last]), ...[[$from, $to]]);
            }
        }

        return $joined;
    }

    /** @param  list<array{float, float}>  $held */
    private static function isHeld(array $held, float $from, float $to): bool
    {
        foreach ($held as [$a, $b]) {
            if ($a <= $to && $b >= $from) {
                return true;
            }
        }

        return false;
    }
}
