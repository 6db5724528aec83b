<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_fill;
use function count;
use function intdiv;

/** Which facet lies beyond each edge of each facet. Where more than two facets meet in an edge they are paired in facet order. */
final readonly class Neighbours
{
    /** @param  list<int>  $of  by 3 · facet + edge (edge k runs from corner k to the next): the facet beyond, −1 for none */
    public function __construct(public array $of) {}

    public static function in(Mesh $mesh): self
    {
        $tri = $mesh->tri;
        $n = $mesh->vertexCount();
        $of = array_fill(0, count($tri), -1);
        $open = []; // edge → its place in `of`, until the facet beyond it is found
        for ($i = 0, $m = count($tri); $i < $m; $i += 3) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            for ($e = 0; $e < 3; $e++) {
                if ($a !== $b) {
                    $key = $a < $b ? $a * $n + $b : $b * $n + $a;
                    $place = $open[$key] ?? -1;
                    if ($place < 0) {
                        $open[$key] = $i + $e;
                    } else {
                        unset($open[$key]);
                        $of[$i + $e] = intdiv($place, 3);
                        $of[$place] = intdiv($i, 3);
                    }
                }
                $t = $a;
                $a = $b;
                $b = $c;
                $c = $t;
            }
        }

        return new self($of);
    }
}
