<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\Mesh;

use function count;

/** Which facets use each edge, and which way round. Facets that repeat a corner use none. */
final readonly class EdgeUse
{
    /**
     * An edge key is lower·n + higher for the n vertices. A use is 2·facet, plus 1 when the facet runs it from the
     * higher to the lower vertex.
     *
     * @param  array<int, int>  $first  edge → its first use
     * @param  array<int, int>  $second  edge → its second use; missing on a border
     * @param  array<int, true>  $crowded  edges with more than two uses
     */
    private function __construct(public int $vertices, public array $first, public array $second, public array $crowded) {}

    public static function of(Mesh $mesh): self
    {
        $tri = $mesh->tri;
        $n = $mesh->vertexCount();
        $first = $second = $crowded = [];
        for ($f = 0, $i = 0, $m = count($tri); $i < $m; $f++, $i += 3) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            if ($a === $b || $b === $c || $c === $a) {
                continue;
            }
            for ($e = 0; $e < 3; $e++) {
                $key = $a < $b ? $a * $n + $b : $b * $n + $a;
                $use = 2 * $f + ($a < $b ? 0 : 1);
                if (! isset($first[$key])) {
                    $first[$key] = $use;
                } elseif (! isset($second[$key])) {
                    $second[$key] = $use;
                } else {
                    $crowded[$key] = true;
                }
                $t = $a;
                $a = $b;
                $b = $c;
                $c = $t;
            }
        }

        return new self($n, $first, $second, $crowded);
    }

    /** @return array<int, int> edge → its one use: where the surface ends */
    public function border(): array
    {
        return array_diff_key($this->first, $this->second);
    }
}
