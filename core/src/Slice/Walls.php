<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use function ceil;
use function count;
use function floor;
use function max;
use function sort;
use function sqrt;

/**
 * Outlines moved into their figure by several depths: the boundary of what lies at least so deep. Each edge is moved along its normal and loses
 * what comes nearer to another edge than the depth; at a corner that points in, an arc round it joins two of them. No polygons are made: what
 * remains of each edge is a few stretches, whose lengths and directions are what walls and their times need.
 *
 * Edges are found by a grid of cells of twice the greatest depth; work grows with the edges and those within that reach of each.
 */
final class Walls
{
    /** Arcs are looked at in pieces of at most this, radians. */
    private const ARC = 0.1;

    /**
     * @param  list<list<float>>  $outlines  the clean boundary of a figure, which lies on the left
     * @param  non-empty-list<float>  $depthsMm  ascending, above 0
     * @return list<list<array{list<float>, list<float>, list<float>}>> depth → outline → what remains of it in order: lengths, mm; directions, radians; where each begins, x0, y0, x1, y1 …
     */
    public static function at(array $outlines, array $depthsMm): array
    {
        [$ax, $ay, $ux, $uy, $length, $of, $next] = self::edges($outlines);
        $deepest = max($depthsMm);
        $reach = 2 * $deepest;
        $near = self::near($ax, $ay, $ux, $uy, $length, $deepest);
        $found = array_fill(0, count($depthsMm), array_fill(0, count($outlines), [[], [], []]));
        foreach ($ax as $e => $x) {
            $y = $ay[$e];
            $cx = $ux[$e];
            $cy = $uy[$e];
            $l = $length[$e];
            $heading = atan2($cy, $cx);
            // the others as this edge sees them: along it and to its left, as far as any depth reaches
            $p0 = $q0 = $p1 = $q1 = $along = $across = $long = [];
            foreach ($near[$e] as $f) {
                $wx = $ax[$f] - $x;
                $wy = $ay[$f] - $y;
                $qa = $cx * $wy - $cy * $wx;
                $ey = $cx * $uy[$f] - $cy * $ux[$f];
                $qb = $qa + $ey * $length[$f];
                if (($qa <= 1e-9 && $qb <= 1e-9) || ($qa >= $reach && $qb >= $reach)) {
                    continue;
                }
                $pa = $cx * $wx + $cy * $wy;
                $ex = $cx * $ux[$f] + $cy * $uy[$f];
                $pb = $pa + $ex * $length[$f];
                if (($pa > -$deepest || $pb > -$deepest) && ($pa < $l + $deepest || $pb < $l + $deepest)) {
                    $p0[] = $pa;
                    $q0[] = $qa;
                    $p1[] = $pb;
                    $q1[] = $qb;
                    $along[] = $ex;
                    $across[] = $ey;
                    $long[] = $length[$f];
                }
            }
            $f = $next[$e];
            $turn = atan2($cx * $uy[$f] - $cy * $ux[$f], $cx * $ux[$f] + $cy * $uy[$f]);
            foreach ($depthsMm as $k => $d) {
                $into = &$found[$k][$of[$e]];
                $left = $p0 === [] ? [0.0, $l] : self::left($l, $d, $p0, $q0, $p1, $q1, $along, $across, $long);
                for ($i = 0, $n = count($left); $i < $n; $i += 2) {
                    $into[0][] = $left[$i + 1] - $left[$i];
                    $into[1][] = $heading;
                    $into[2][] = $x + $left[$i] * $cx - $d * $cy;
                    $into[2][] = $y + $left[$i] * $cy + $d * $cx;
                }
                if ($turn < -1e-6) {
                    $arc = self::arc($e, $f, -$turn, $d, $x + $l * $cx, $y + $l * $cy, $heading, $near, $ax, $ay, $ux, $uy, $length);
                    if ($arc > 0.0) {
                        $into[0][] = $arc;
                        $into[1][] = $heading + $turn / 2;
                        $into[2][] = $x + $l * $cx - $d * $cy;
                        $into[2][] = $y + $l * $cy + $d * $cx;
                    }
                }
                unset($into);
            }
        }

        return array_map(array_values(...), $found);
    }

    /**
     * @param  list<list<float>>  $outlines
     * @return array{list<float>, list<float>, list<float>, list<float>, list<float>, list<int>, array<int, int>} of each edge: where it begins, unit direction, length, outline, the edge after it
     */
    private static function edges(array $outlines): array
    {
        $ax = $ay = $ux = $uy = $length = $of = $next = [];
        foreach ($outlines as $o => $p) {
            $first = count($ax);
            for ($i = 0, $n = count($p); $i < $n; $i += 2) {
                $j = $i + 2 < $n ? $i + 2 : 0;
                $dx = $p[$j] - $p[$i];
                $dy = $p[$j + 1] - $p[$i + 1];
                $l = sqrt($dx * $dx + $dy * $dy);
                if ($l < 1e-9) {
                    continue;
                }
                $ax[] = $p[$i];
                $ay[] = $p[$i + 1];
                $ux[] = $dx / $l;
                $uy[] = $dy / $l;
                $length[] = $l;
                $of[] = $o;
                $next[] = count($next) + 1;
            }
            if (count($ax) > $first) {
                $next[count($next) - 1] = $first;
            }
        }

        return [$ax, $ay, $ux, $uy, $length, $of, $next];
    }

    /**
     * @param  list<float>  $ax
     * @param  list<float>  $ay
     * @param  list<float>  $ux
     * @param  list<float>  $uy
     * @param  list<float>  $length
     * @return list<list<int>> edges within twice the depth of each, roughly
     */
    private static function near(array $ax, array $ay, array $ux, array $uy, array $length, float $depth): array
    {
        $reach = 2 * $depth;
        $inv = 1 / $reach;
        $cells = $own = [];
        foreach ($ax as $e => $x) {
            $y = $ay[$e];
            $steps = (int) ceil($length[$e] * $inv * 2);
            $last = null;
            $cellsOf = [];
            for ($s = 0; $s <= $steps; $s++) {
                // the cells an edge passes, by points half a cell apart: none that it passes lies more than one cell from these
                $t = $length[$e] * $s / $steps;
                $cell = ((int) floor(($x + $t * $ux[$e]) * $inv) << 20) + (int) floor(($y + $t * $uy[$e]) * $inv);
                if ($cell !== $last) {
                    $cellsOf[] = $last = $cell;
                    $cells[$cell][] = $e;
                }
            }
            $own[] = $cellsOf;
        }
        $round = [-(1 << 20) - 1, -(1 << 20), -(1 << 20) + 1, -1, 0, 1, (1 << 20) - 1, 1 << 20, (1 << 20) + 1];
        $found = [];
        foreach ($own as $e => $cellsOf) {
            $is = [];
            foreach ($cellsOf as $cell) {
                foreach ($round as $by) {
                    foreach ($cells[$cell + $by] ?? [] as $f) {
                        $is[$f] = $f;
                    }
                }
            }
            unset($is[$e]);
            $found[] = array_values($is);
        }

        return $found;
    }

    /**
     * What of an edge moved in by a depth stays as far as that from the others, which are given as it sees them.
     *
     * @param  list<float>  $p0
     * @param  list<float>  $q0
     * @param  list<float>  $p1
     * @param  list<float>  $q1
     * @param  list<float>  $along  direction of each, as it sees it …
     * @param  list<float>  $across
     * @param  list<float>  $long  … and length
     * @return list<float> from, to, from, to … along the edge
     */
    private static function left(float $l, float $d, array $p0, array $q0, array $p1, array $q1, array $along, array $across, array $long): array
    {
        $from = $to = [];
        $d2 = $d * $d;
        foreach ($p0 as $k => $pa) {
            $qa = $q0[$k];
            $qb = $q1[$k];
            if (($qa >= 2 * $d && $qb >= 2 * $d) || ($qa <= 0.0 && $qb <= 0.0)) {
                continue;
            }
            $pb = $p1[$k];
            $lo = INF;
            $hi = -INF;
            // where the line q = d lies nearer than d to the ends, and to what is between them
            $s = $d2 - ($d - $qa) * ($d - $qa);
            if ($s > 0.0) {
                $s = sqrt($s);
                $lo = $pa - $s;
                $hi = $pa + $s;
            }
            $s = $d2 - ($d - $qb) * ($d - $qb);
            if ($s > 0.0) {
                $s = sqrt($s);
                $lo = $pb - $s < $lo ? $pb - $s : $lo;
                $hi = $pb + $s > $hi ? $pb + $s : $hi;
            }
            $ex = $along[$k];
            $ey = $across[$k];
            $m = $long[$k];
            $dy = $d - $qa;
            if ($ey > 1e-12 || $ey < -1e-12) {
                $c = $dy * $ex / $ey;
                $r = $d / ($ey > 0.0 ? $ey : -$ey);
                $r0 = $c - $r;
                $r1 = $c + $r;
            } else {
                [$r0, $r1] = $dy < $d && $dy > -$d ? [-INF, INF] : [1.0, -1.0];
            }
            if ($ex > 1e-12 || $ex < -1e-12) {
                $c = -$dy * $ey / $ex;
                $r = $c + $m / $ex;
                if ($r < $c) {
                    [$c, $r] = [$r, $c];
                }
                $r0 = $c > $r0 ? $c : $r0;
                $r1 = $r < $r1 ? $r : $r1;
            } elseif ($dy * $ey < 0.0 || $dy * $ey > $m) {
                $r1 = -INF;
            }
            if ($r0 < $r1) {
                $lo = $pa + $r0 < $lo ? $pa + $r0 : $lo;
                $hi = $pa + $r1 > $hi ? $pa + $r1 : $hi;
            }
            if ($hi > 0.0 && $lo < $l && $lo < $hi) {
                if ($lo <= 0.0 && $hi >= $l) {
                    return [];
                }
                $from[] = $lo;
                $to[] = $hi;
            }
        }
        if ($from === []) {
            return [0.0, $l];
        }
        sort($from);
        sort($to);
        $left = [];
        $open = 0.0;
        $n = count($from);
        for ($i = 0; $i <= $n; $i++) {
            // open until the next begins, while as many have ended as began
            $shut = $i < $n ? $from[$i] : $l;
            if ($i > 0) {
                $open = $to[$i - 1] > $open ? $to[$i - 1] : $open;
            }
            $shut = $shut < $l ? $shut : $l;
            if ($shut > $open && $shut - $open > 1e-9) {
                $left[] = $open;
                $left[] = $shut;
            }
        }

        return $left;
    }

    /**
     * What of the arc round a corner that points in stays as far from all other edges; its edges lie on either side of it.
     *
     * @param  list<list<int>>  $near
     * @param  list<float>  $ax
     * @param  list<float>  $ay
     * @param  list<float>  $ux
     * @param  list<float>  $uy
     * @param  list<float>  $length
     */
    private static function arc(int $e, int $f, float $turn, float $d, float $x, float $y, float $heading, array &$near, array &$ax, array &$ay, array &$ux, array &$uy, array &$length): float
    {
        $parts = (int) ceil($turn / self::ARC);
        $free = 0;
        for ($k = 0; $k < $parts; $k++) {
            $at = $heading + M_PI / 2 - $turn * ($k + 0.5) / $parts;
            $cx = $x + $d * cos($at);
            $cy = $y + $d * sin($at);
            $isFree = true;
            foreach ($near[$e] as $g) {
                if ($g === $f) {
                    continue;
                }
                $wx = $cx - $ax[$g];
                $wy = $cy - $ay[$g];
                $t = $wx * $ux[$g] + $wy * $uy[$g];
                $t = $t < 0.0 ? 0.0 : ($t > $length[$g] ? $length[$g] : $t);
                $wx -= $t * $ux[$g];
                $wy -= $t * $uy[$g];
                if ($wx * $wx + $wy * $wy < $d * $d - 1e-9) {
                    $isFree = false;
                    break;
                }
            }
            $free += $isFree ? 1 : 0;
        }

        return $d * $turn * $free / $parts;
    }
}
