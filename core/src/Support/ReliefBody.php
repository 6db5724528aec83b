<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;

use function array_keys;
use function count;
use function intdiv;
use function max;
use function min;

/**
 * Fillings of a grid's cells as closed bodies: a top and a bottom a cell, whose corners it shares with the neighbours it runs on into, and walls where it
 * has none. Corners where bodies only touch are drawn apart by a hair, so that no edge has more than two facets.
 */
final class ReliefBody
{
    /** By how much a corner that is not all round is drawn towards its own cells, as a share of a cell. */
    private const HAIR = 0.02;

    /** Times that it is built again without what came together wrongly: a few cells. */
    private const TURNS = 6;

    /** Corners of a cell counter-clockwise; side k runs from corner k to k + 1 and faces this way. */
    private const CORNERS = [[0, 0], [1, 0], [1, 1], [0, 1]];

    private const SIDES = [[0, -1], [1, 0], [0, 1], [-1, 0]];

    /**
     * @param  array<int, float>  $air  bottom of each filling, under stretch s of the grid
     */
    public static function of(SolidColumns $grid, array $air, float $thinMm, float $fuseMm): ?Mesh
    {
        for ($turn = 1; ; $turn++) {
            [$body, $tangled] = self::built($grid, $air, $thinMm, $fuseMm);
            if ($tangled === [] || $turn > self::TURNS) {
                return $body;
            }
            foreach ($tangled as $s) {
                $air[$s] = $grid->start[$s];
            }
        }
    }

    /**
     * @param  array<int, float>  $air
     * @return array{?Mesh, list<int>} the bodies, and fillings whose corners came together in one edge more than once, where sheets wind round a corner
     */
    private static function built(SolidColumns $grid, array $air, float $thinMm, float $fuseMm): array
    {
        $cellOf = [];
        for ($c = 0, $n = $grid->cols * $grid->rows; $c < $n; $c++) {
            for ($s = $grid->from[$c]; $s < $grid->from[$c + 1]; $s++) {
                if ($thinMm < $grid->start[$s] - $air[$s]) {
                    $cellOf[$s] = $c;
                }
            }
        }
        $mates = self::mates($grid, $air, $cellOf);
        // corners that are one: those on both ends of a side that two fillings share
        $parent = [];
        foreach ($cellOf as $s => $_) {
            for ($k = 0; $k < 4; $k++) {
                $parent[4 * $s + $k] = 4 * $s + $k;
            }
        }
        $root = static function (int $v) use (&$parent): int {
            while ($parent[$v] !== $v) {
                $v = $parent[$v] = $parent[$parent[$v]];
            }

            return $v;
        };
        foreach ($mates as $s => $sides) {
            foreach ($sides as $k => $mate) {
                $parent[$root(4 * $s + $k)] = $root(4 * $mate + ($k + 3) % 4);
                $parent[$root(4 * $s + ($k + 1) % 4)] = $root(4 * $mate + ($k + 2) % 4);
            }
        }
        // two that came to share both corners of a side round about have no room for walls between them
        foreach ($cellOf as $s => $c) {
            foreach (self::SIDES as $k => [$i, $j]) {
                $n = isset($mates[$s][$k]) ? -1 : $grid->beside($c, $i, $j);
                for ($o = $n < 0 ? 0 : $grid->from[$n], $to = $n < 0 ? 0 : $grid->from[$n + 1]; $o < $to; $o++) {
                    if (isset($cellOf[$o]) && ! isset($mates[$o][($k + 2) % 4]) && $root(4 * $s + $k) === $root(4 * $o + ($k + 3) % 4) && $root(4 * $s + ($k + 1) % 4) === $root(4 * $o + ($k + 2) % 4)) {
                        $mates[$s][$k] = $o;
                        $mates[$o][($k + 2) % 4] = $s;
                        break;
                    }
                }
            }
        }
        $members = [];
        foreach ($parent as $v => $_) {
            $members[$root($v)][] = $v;
        }
        $builder = new MeshBuilder;
        $low = $high = [];
        foreach ($members as $r => $list) {
            $x = $y = $bottom = $top = 0.0;
            foreach ($list as $v) {
                $s = intdiv($v, 4);
                [$mx, $my] = $grid->middle($cellOf[$s]);
                [$i, $j] = self::CORNERS[$v % 4];
                // a corner seen from its cell, drawn in by a hair; all round the hairs cancel
                $x += $mx + ($i - 0.5) * $grid->cellMm * (1 - self::HAIR);
                $y += $my + ($j - 0.5) * $grid->cellMm * (1 - self::HAIR);
                $bottom += $air[$s];
                $top += $grid->start[$s];
            }
            $n = count($list);
            $low[$r] = $builder->vertex($x / $n, $y / $n, $bottom / $n);
            $high[$r] = $builder->vertex($x / $n, $y / $n, $top / $n + $fuseMm);
        }
        foreach ($cellOf as $s => $_) {
            $c = [];
            for ($k = 0; $k < 4; $k++) {
                $c[] = $root(4 * $s + $k);
            }
            $builder->quad($high[$c[0]], $high[$c[1]], $high[$c[2]], $high[$c[3]])->quad($low[$c[3]], $low[$c[2]], $low[$c[1]], $low[$c[0]]);
            for ($k = 0; $k < 4; $k++) {
                if (! isset($mates[$s][$k])) {
                    $builder->quad($low[$c[$k]], $low[$c[($k + 1) % 4]], $high[$c[($k + 1) % 4]], $high[$c[$k]]);
                }
            }
        }

        if ($cellOf === []) {
            return [null, []];
        }
        $body = $builder->build();

        return [$body, self::tangled($body, $low, $high, $members)];
    }

    /**
     * @param  array<int, int>  $low  corner → vertex
     * @param  array<int, int>  $high
     * @param  array<int, non-empty-list<int>>  $members  corner → corners of fillings that are one there
     * @return list<int>
     */
    private static function tangled(Mesh $body, array $low, array $high, array $members): array
    {
        $n = $body->vertexCount();
        $used = $bad = [];
        for ($i = 0, $to = count($body->tri); $i < $to; $i += 3) {
            for ($e = 0; $e < 3; $e++) {
                $key = $body->tri[$i + $e] * $n + $body->tri[$i + ($e + 1) % 3];
                if (isset($used[$key])) {
                    $bad[$body->tri[$i + $e]] = true;
                }
                $used[$key] = true;
            }
        }
        $found = [];
        foreach ($members as $r => $list) {
            if (isset($bad[$low[$r]]) || isset($bad[$high[$r]])) {
                foreach ($list as $v) {
                    $found[intdiv($v, 4)] = true;
                }
            }
        }

        return array_keys($found);
    }

    /**
     * Which filling each runs on into beyond each of its sides: the one it shares most of its height with, when that is so both ways.
     *
     * @param  array<int, float>  $air
     * @param  array<int, int>  $cellOf
     * @return array<int, array<int, int>>
     */
    private static function mates(SolidColumns $grid, array $air, array $cellOf): array
    {
        $best = [];
        foreach ($cellOf as $s => $c) {
            foreach (self::SIDES as $k => [$i, $j]) {
                $n = $grid->beside($c, $i, $j);
                $most = 0.0;
                for ($o = $n < 0 ? 0 : $grid->from[$n], $to = $n < 0 ? 0 : $grid->from[$n + 1]; $o < $to; $o++) {
                    $shared = isset($cellOf[$o]) ? min($grid->start[$s], $grid->start[$o]) - max($air[$s], $air[$o]) : 0.0;
                    if ($shared > $most) {
                        $most = $shared;
                        $best[$s][$k] = $o;
                    }
                }
            }
        }
        $mates = [];
        foreach ($best as $s => $sides) {
            foreach ($sides as $k => $o) {
                if (($best[$o][($k + 2) % 4] ?? -1) === $s) {
                    $mates[$s][$k] = $o;
                }
            }
        }

        return $mates;
    }
}
