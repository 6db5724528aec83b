<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_pop;
use function count;
use function min;

/**
 * Counts pockets of support that cannot be got at: groups of support columns in gaps of a height field from which no way
 * leads outside that a tool of some thickness could take. A way leads from gap to gap of neighbouring cells where they
 * overlap by the tool's thickness (or by the whole gap, where that is lower), and is outside at the edge of the grid,
 * over an empty cell, or above the piece.
 */
final class TrappedSupports
{
    /** Thickness of a pick or a pair of pliers' jaw (common practice, no source). */
    public const TOOL_MM = 1.5;

    /**
     * Stretches as in Islands. Gap s is the one below stretch s.
     *
     * @param  list<int>  $first
     * @param  list<int>  $last
     * @param  list<int>  $from  one longer than the cells
     * @param  list<int>  $cellOf  cell of each gap with a support in it, same order as `$held`
     * @param  list<int>  $held  gaps with a support in them
     * @param  int  $cols  cells in a row of the grid
     * @param  int  $tool  layers a tool is thick, 1 or more
     */
    public static function count(array $first, array $last, array $from, array $cellOf, array $held, int $cols, int $tool): int
    {
        $cells = count($from) - 1;
        $stretches = count($first);
        $reach = []; // gap → 1 outside can be reached, 0 not (or not yet)
        $trapped = 0;
        foreach ($held as $i => $gap) {
            if ($gap >= $stretches || isset($reach[$gap])) {
                continue;
            }
            $open = [[$gap, $cellOf[$i]]];
            $reach[$gap] = 0;
            $group = [$gap];
            $isOut = false;
            while ($open !== [] && ! $isOut) {
                [$s, $c] = array_pop($open);
                $floor = $s > $from[$c] ? $last[$s - 1] + 1 : 0;
                $ceiling = $first[$s] - 1;
                $need = min($tool, $ceiling - $floor + 1);
                $col = $c % $cols;
                foreach ([$col > 0 ? $c - 1 : -1, $col < $cols - 1 ? $c + 1 : -1, $c - $cols, $c + $cols] as $o) {
                    if ($o < 0 || $o >= $cells || $from[$o] === $from[$o + 1]) {
                        $isOut = true;
                        break;
                    }
                    for ($t = $from[$o], $to = $from[$o + 1]; $t < $to; $t++) {
                        $low = $t > $from[$o] ? $last[$t - 1] + 1 : 0;
                        $high = $first[$t] - 1;
                        if (min($ceiling, $high) - ($floor > $low ? $floor : $low) + 1 < $need) {
                            continue;
                        }
                        if (! isset($reach[$t])) {
                            $reach[$t] = 0;
                            $group[] = $t;
                            $open[] = [$t, $o];
                        } elseif ($reach[$t] === 1) {
                            $isOut = true;
                        }
                    }
                    $above = $last[$to - 1] + 1;
                    if ($ceiling - ($floor > $above ? $floor : $above) + 1 >= $need) {
                        $isOut = true;
                    }
                    if ($isOut) {
                        break;
                    }
                }
            }
            if ($isOut) {
                foreach ($group as $s) {
                    $reach[$s] = 1;
                }
            } else {
                $trapped++;
            }
        }

        return $trapped;
    }
}
