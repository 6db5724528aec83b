<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_pop;
use function count;

/**
 * Counts islands in a height field: connected regions of one layer with nothing of the layer below under or beside them.
 * That is a group of stretches that begin in the same layer, touch each other (eight neighbours), and touch no stretch
 * that goes on from below. Each needs a support, however small it is.
 */
final class Islands
{
    /**
     * Stretch s of piece covers the layers first[s] … last[s]; the stretches of cell c are from[c] … from[c + 1] − 1.
     *
     * @param  list<int>  $first
     * @param  list<int>  $last
     * @param  list<int>  $from  one longer than the cells
     * @param  array<int, list<int>>  $births  layer → cells with a stretch that begins there
     * @param  int  $cols  cells in a row of the grid
     */
    public static function count(array $first, array $last, array $from, array $births, int $cols): int
    {
        $islands = 0;
        $cells = count($from) - 1;
        foreach ($births as $layer => $list) {
            $born = [];
            foreach ($list as $c) {
                $born[$c] = true;
            }
            foreach ($list as $c) {
                if (! isset($born[$c])) {
                    continue;
                }
                unset($born[$c]);
                $open = [$c];
                $held = false;
                while ($open !== []) {
                    $c = array_pop($open);
                    $left = $c % $cols === 0 ? 0 : -1;
                    $right = $c % $cols === $cols - 1 ? 0 : 1;
                    for ($line = $c - $cols; $line <= $c + $cols; $line += $cols) {
                        if ($line < 0 || $line >= $cells) {
                            continue;
                        }
                        for ($o = $line + $left, $end = $line + $right; $o <= $end; $o++) {
                            if (! $held) {
                                for ($s = $from[$o], $to = $from[$o + 1]; $s < $to; $s++) {
                                    if ($first[$s] < $layer && $last[$s] >= $layer) {
                                        $held = true;
                                    }
                                }
                            }
                            if (isset($born[$o])) {
                                unset($born[$o]);
                                $open[] = $o;
                            }
                        }
                    }
                }
                $islands += $held ? 0 : 1;
            }
        }

        return $islands;
    }
}
