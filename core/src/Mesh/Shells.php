<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function count;
use function range;

/** The parts of a mesh that are connected over edges. A facet that repeats a corner belongs to none (label −1). */
final readonly class Shells
{
    /**
     * @param  list<int>  $label  shell of each facet, numbered from 0 in facet order; −1 for none
     * @param  int  $count  shells
     */
    private function __construct(public array $label, public int $count) {}

    public static function of(Mesh $mesh): self
    {
        $tri = $mesh->tri;
        $n = $mesh->vertexCount();
        $parent = range(0, $mesh->triangleCount() - 1);
        $owner = []; // edge → a facet on it
        for ($f = 0, $i = 0, $m = count($tri); $i < $m; $f++, $i += 3) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            if ($a === $b || $b === $c || $c === $a) {
                $parent[$f] = -1;

                continue;
            }
            $root = $f;
            for ($e = 0; $e < 3; $e++) {
                $key = $a < $b ? $a * $n + $b : $b * $n + $a;
                $other = $owner[$key] ??= $f;
                while ($parent[$other] !== $other) {
                    $other = $parent[$other] = $parent[$parent[$other]];
                }
                if ($other !== $root) {
                    $parent[$root] = $other;
                    $root = $other;
                }
                $t = $a;
                $a = $b;
                $b = $c;
                $c = $t;
            }
        }
        $label = $number = [];
        $shells = 0;
        foreach ($parent as $f => $at) {
            if ($at < 0) {
                $label[] = -1;

                continue;
            }
            while ($parent[$at] !== $at) {
                $at = $parent[$at];
            }
            $label[] = $number[$at] ??= $shells++;
        }

        return new self($label, $shells);
    }

    /** @return list<list<int>> facets of each shell */
    public function facets(): array
    {
        $facets = array_fill(0, $this->count, []);
        foreach ($this->label as $f => $shell) {
            if ($shell >= 0) {
                $facets[$shell][] = $f;
            }
        }

        return array_values($facets);
    }
}
