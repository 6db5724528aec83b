<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use function abs;
use function array_keys;
use function count;
use function max;
use function min;
use function round;
use function sqrt;
use function usort;

/**
 * Outlines that may overlap, cross and touch made into the clean boundary of one figure: what they run round to the left, less what other
 * outlines run round. The result does not cross itself, has its figure on the left and touches itself in points at most.
 *
 * Every edge is cut where another meets it; along a run of edges between two such places the figure lies on the same side, so each run is asked
 * once, at its longest edge, what lies close to its left and right. Where edges lie on one another one of them counts. Work grows with the edges
 * and their meetings, on a grid of cells about as long as the mean edge.
 */
final class Overlay
{
    /** Points nearer than this are one, mm. */
    private const SAME_MM = 1e-6;

    /** How far beside an edge is asked what lies there, mm. */
    private const BESIDE_MM = 2e-5;

    /**
     * @param  list<list<float>>  $of  outlines x0, y0, x1, y1 …; material is where they run round a place more often to the left than to the right
     * @param  list<list<float>>  $less  outlines of what is taken away
     * @return list<list<float>> outlines
     */
    public static function boundary(array $of, array $less = []): array
    {
        [$ax, $ay, $bx, $by, $isLess] = self::edges($of, $less);
        $cuts = self::meetings($ax, $ay, $bx, $by);
        $runs = self::runs($ax, $ay, $bx, $by, $isLess, $cuts);
        $bands = new WindingBands($ax, $ay, $bx, $by, $isLess);
        $kept = $known = [];
        foreach ($runs as $points) {
            [$mx, $my, $nx, $ny] = self::middle($points);
            $left = $bands->isInside($mx + self::BESIDE_MM * $nx, $my + self::BESIDE_MM * $ny);
            $right = $bands->isInside($mx - self::BESIDE_MM * $nx, $my - self::BESIDE_MM * $ny);
            if ($left === $right) {
                continue;
            }
            $points = $left ? $points : self::reversed($points);
            // of runs that lie on one another, edge by edge, one counts
            $name = self::key($points[0], $points[1]).'|'.self::key($mx, $my);
            if (! isset($known[$name])) {
                $known[$name] = true;
                $kept[] = $points;
            }
        }

        return self::joined($kept);
    }

    /**
     * @param  list<list<float>>  $of
     * @param  list<list<float>>  $less
     * @return array{list<float>, list<float>, list<float>, list<float>, list<bool>} edges from a to b, outline after outline, and whether each is of what is taken away
     */
    private static function edges(array $of, array $less): array
    {
        $ax = $ay = $bx = $by = $isLess = [];
        foreach ([$of, $less] as $which => $outlines) {
            foreach ($outlines as $p) {
                $n = count($p);
                for ($i = 0; $i < $n; $i += 2) {
                    $j = $i + 2 < $n ? $i + 2 : 0;
                    if ($p[$i] === $p[$j] && $p[$i + 1] === $p[$j + 1]) {
                        continue;
                    }
                    $ax[] = $p[$i];
                    $ay[] = $p[$i + 1];
                    $bx[] = $p[$j];
                    $by[] = $p[$j + 1];
                    $isLess[] = $which === 1;
                }
            }
        }

        return [$ax, $ay, $bx, $by, $isLess];
    }

    /**
     * Where edges meet others elsewhere than at ends they share: crossings, ends that lie on another edge, and pieces that lie on one another.
     *
     * @param  list<float>  $ax
     * @param  list<float>  $ay
     * @param  list<float>  $bx
     * @param  list<float>  $by
     * @return array<int, list<array{float, float, float}>> edge → share of its length, x, y
     */
    private static function meetings(array $ax, array $ay, array $bx, array $by): array
    {
        $n = count($ax);
        if ($ax === [] || $ay === [] || $bx === [] || $by === []) {
            return [];
        }
        $sum = 0.0;
        foreach ($ax as $i => $x) {
            $sum += abs($bx[$i] - $x) + abs($by[$i] - $ay[$i]);
        }
        $cell = max($sum / $n, 1e-3);
        $inv = 1 / $cell;
        [$ox, $oy] = [min(min($ax), min($bx)), min(min($ay), min($by))];
        $across = (int) ((max(max($ax), max($bx)) - $ox) * $inv) + 2;
        $grid = $cuts = [];
        foreach ($ax as $i => $x) {
            // row by row of cells, those between where the edge enters the row and leaves it
            [$px, $py, $qx, $qy] = $ay[$i] < $by[$i] ? [$x, $ay[$i], $bx[$i], $by[$i]] : [$bx[$i], $by[$i], $x, $ay[$i]];
            $slope = $qy > $py ? ($qx - $px) / ($qy - $py) : 0.0;
            $first = (int) (($py - self::SAME_MM - $oy) * $inv);
            $last = (int) (($qy + self::SAME_MM - $oy) * $inv);
            for ($row = $first; $row <= $last; $row++) {
                $from = $qy > $py ? $px + $slope * (max($py, $oy + $row * $cell) - $py) : $px;
                $to = $qy > $py ? $px + $slope * (min($qy, $oy + ($row + 1) * $cell) - $py) : $qx;
                $end = (int) ((max($from, $to) + self::SAME_MM - $ox) * $inv);
                for ($col = (int) ((min($from, $to) - self::SAME_MM - $ox) * $inv); $col <= $end; $col++) {
                    foreach ($grid[$row * $across + $col] ?? [] as $j) {
                        self::meet($i, $j, $ax, $ay, $bx, $by, $cuts);
                    }
                    $grid[$row * $across + $col][] = $i;
                }
            }
        }

        return $cuts;
    }

    /**
     * @param  list<float>  $ax
     * @param  list<float>  $ay
     * @param  list<float>  $bx
     * @param  list<float>  $by
     * @param  array<int, list<array{float, float, float}>>  $cuts  grows
     */
    private static function meet(int $i, int $j, array &$ax, array &$ay, array &$bx, array &$by, array &$cuts): void
    {
        $ux = $bx[$i] - $ax[$i];
        $uy = $by[$i] - $ay[$i];
        $vx = $bx[$j] - $ax[$j];
        $vy = $by[$j] - $ay[$j];
        $wx = $ax[$j] - $ax[$i];
        $wy = $ay[$j] - $ay[$i];
        $lu = sqrt($ux * $ux + $uy * $uy);
        $lv = sqrt($vx * $vx + $vy * $vy);
        // distances of the ends of each from the line of the other
        $ja = ($ux * $wy - $uy * $wx) / $lu;
        $jb = ($ux * ($wy + $vy) - $uy * ($wx + $vx)) / $lu;
        $e = self::SAME_MM;
        if (($ja > $e && $jb > $e) || ($ja < -$e && $jb < -$e)) {
            return;
        }
        $ia = ($vy * $wx - $vx * $wy) / $lv;
        $ib = ($vx * ($uy - $wy) - $vy * ($ux - $wx)) / $lv;
        if (($ia > $e && $ib > $e) || ($ia < -$e && $ib < -$e)) {
            return;
        }
        $found = false;
        foreach ([[$i, $j, $ja, 0], [$i, $j, $jb, 1], [$j, $i, $ia, 0], [$j, $i, $ib, 1]] as [$on, $with, $off, $end]) {
            if ($off > $e || $off < -$e) {
                continue;
            }
            $x = $end === 0 ? $ax[$with] : $bx[$with];
            $y = $end === 0 ? $ay[$with] : $by[$with];
            $dx = $bx[$on] - $ax[$on];
            $dy = $by[$on] - $ay[$on];
            $l = $on === $i ? $lu : $lv;
            $t = (($x - $ax[$on]) * $dx + ($y - $ay[$on]) * $dy) / ($l * $l);
            if ($t * $l >= -$e && (1 - $t) * $l >= -$e) {
                $found = true;
                if (self::isEndOf($on, $x, $y, $ax, $ay, $bx, $by)) {
                    // the end of one on the end of another: a place where runs meet, unless they follow one another along one outline
                    if ($with !== $on + 1 && $on !== $with + 1) {
                        $cuts[$on][] = [$t < 0.5 ? 0.0 : 1.0, $x, $y];
                    }
                } else {
                    $cuts[$on][] = [$t, $x, $y];
                    $cuts[$with][] = [(float) $end, $x, $y];
                }
            }
        }
        if (! $found && $ia * $ib < 0.0 && $ja * $jb < 0.0) {
            $t = $ia / ($ia - $ib);
            $x = $ax[$i] + $t * $ux;
            $y = $ay[$i] + $t * $uy;
            $cuts[$i][] = [$t, $x, $y];
            $cuts[$j][] = [(($x - $ax[$j]) * $vx + ($y - $ay[$j]) * $vy) / ($lv * $lv), $x, $y];
        }
    }

    /**
     * @param  list<float>  $ax
     * @param  list<float>  $ay
     * @param  list<float>  $bx
     * @param  list<float>  $by
     */
    private static function isEndOf(int $edge, float $x, float $y, array &$ax, array &$ay, array &$bx, array &$by): bool
    {
        return (abs($ax[$edge] - $x) <= self::SAME_MM && abs($ay[$edge] - $y) <= self::SAME_MM) || (abs($bx[$edge] - $x) <= self::SAME_MM && abs($by[$edge] - $y) <= self::SAME_MM);
    }

    /**
     * Runs of edges between meetings; an outline that meets nothing is one run that ends where it begins.
     *
     * @param  list<float>  $ax
     * @param  list<float>  $ay
     * @param  list<float>  $bx
     * @param  list<float>  $by
     * @param  list<bool>  $isLess
     * @param  array<int, list<array{float, float, float}>>  $cuts
     * @return list<list<float>> points of each
     */
    private static function runs(array $ax, array $ay, array $bx, array $by, array $isLess, array $cuts): array
    {
        $runs = [];
        $n = count($ax);
        for ($start = 0; $start < $n; $start = $end) {
            for ($end = $start + 1; $end < $n && $ax[$end] === $bx[$end - 1] && $ay[$end] === $by[$end - 1] && ($bx[$end - 1] !== $ax[$start] || $by[$end - 1] !== $ay[$start]); $end++);
            $first = count($runs);
            $run = [$ax[$start], $ay[$start]];
            $isCut = false;
            for ($i = $start; $i < $end; $i++) {
                $at = $cuts[$i] ?? [];
                usort($at, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
                foreach ($at as [, $x, $y]) {
                    $isCut = true;
                    $m = count($run);
                    if (abs($run[$m - 2] - $x) > self::SAME_MM || abs($run[$m - 1] - $y) > self::SAME_MM) {
                        $run[] = $x;
                        $run[] = $y;
                    }
                    if (count($run) > 2) {
                        $runs[] = $run;
                    }
                    $run = [$x, $y];
                }
                $m = count($run);
                if (abs($run[$m - 2] - $bx[$i]) > self::SAME_MM || abs($run[$m - 1] - $by[$i]) > self::SAME_MM) {
                    $run[] = $bx[$i];
                    $run[] = $by[$i];
                }
            }
            if (count($run) > 2) {
                $runs[] = $run;
            }
            // the last run goes on in the first, where the outline's beginning is no meeting
            $last = count($runs) - 1;
            if ($isCut && $last > $first && $runs[$last][count($runs[$last]) - 2] === $runs[$first][0] && $runs[$last][count($runs[$last]) - 1] === $runs[$first][1] && ! self::meetsAtItsStart($cuts[$start] ?? [], $cuts[$end - 1] ?? [])) {
                $runs[$first] = [...$runs[$last], ...array_slice($runs[$first], 2)];
                unset($runs[$last]);
                $runs = array_values($runs);
            }
        }

        return $runs;
    }

    /**
     * @param  list<array{float, float, float}>  $first
     * @param  list<array{float, float, float}>  $last
     */
    private static function meetsAtItsStart(array $first, array $last): bool
    {
        foreach ($first as [$t]) {
            if ($t <= 0.0) {
                return true;
            }
        }
        foreach ($last as [$t]) {
            if ($t >= 1.0) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<float>  $points
     * @return array{float, float, float, float} middle of the longest edge, and its left normal
     */
    private static function middle(array $points): array
    {
        $longest = -1.0;
        $found = [0.0, 0.0, 0.0, 0.0];
        for ($i = 0, $n = count($points) - 2; $i < $n; $i += 2) {
            $dx = $points[$i + 2] - $points[$i];
            $dy = $points[$i + 3] - $points[$i + 1];
            $l = $dx * $dx + $dy * $dy;
            // 1 %: of edges of one length the same is found whichever way the run goes
            if ($l > $longest * 1.01) {
                $longest = $l;
                $l = sqrt($l) ?: 1.0;
                $found = [($points[$i] + $points[$i + 2]) / 2, ($points[$i + 1] + $points[$i + 3]) / 2, -$dy / $l, $dx / $l];
            }
        }

        return $found;
    }

    /**
     * @param  list<float>  $points
     * @return list<float>
     */
    private static function reversed(array $points): array
    {
        $back = [];
        for ($i = count($points) - 2; $i >= 0; $i -= 2) {
            $back[] = $points[$i];
            $back[] = $points[$i + 1];
        }

        return $back;
    }

    /**
     * Runs put together end to beginning; where several begin, the one that turns furthest to the left, so that what touches in a point stays apart.
     *
     * @param  list<list<float>>  $runs
     * @return list<list<float>>
     */
    private static function joined(array $runs): array
    {
        $from = $outlines = [];
        foreach ($runs as $k => $p) {
            $from[self::key($p[0], $p[1])][] = $k;
        }
        $used = [];
        foreach (array_keys($runs) as $k) {
            $points = [];
            for ($at = $k; $at !== null && ! isset($used[$at]);) {
                $used[$at] = true;
                $p = $runs[$at];
                $n = count($p);
                for ($i = 0; $i < $n - 2; $i++) {
                    $points[] = $p[$i];
                }
                $at = self::next($from[self::key($p[$n - 2], $p[$n - 1])] ?? [], $used, $runs, $p[$n - 2] - $p[$n - 4], $p[$n - 1] - $p[$n - 3]);
            }
            if (count($points) >= 6) {
                $outlines[] = $points;
            }
        }

        return $outlines;
    }

    /**
     * @param  list<int>  $candidates
     * @param  array<int, bool>  $used
     * @param  list<list<float>>  $runs
     */
    private static function next(array $candidates, array $used, array $runs, float $dx, float $dy): ?int
    {
        $found = null;
        $best = -INF;
        foreach ($candidates as $k) {
            if (isset($used[$k])) {
                continue;
            }
            $ex = $runs[$k][2] - $runs[$k][0];
            $ey = $runs[$k][3] - $runs[$k][1];
            $turn = atan2($dx * $ey - $dy * $ex, $dx * $ex + $dy * $ey);
            if ($turn > $best) {
                $best = $turn;
                $found = $k;
            }
        }

        return $found;
    }

    private static function key(float $x, float $y): string
    {
        return round($x / (4 * self::SAME_MM)).' '.round($y / (4 * self::SAME_MM));
    }
}
