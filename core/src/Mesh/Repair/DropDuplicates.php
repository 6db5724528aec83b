<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use Wrenlo\Core\Mesh\Mesh;

use function count;
use function max;
use function min;

/**
 * Takes out facets that repeat the corners of others. Copies that run the same way leave one; two that run opposite
 * ways are a wall without thickness and both go, so that edges stay balanced. Counts facets.
 */
final class DropDuplicates implements Repair
{
    public static function apply(Mesh $mesh): Repaired
    {
        $tri = $mesh->tri;
        $groups = $single = [];
        for ($f = 0, $i = 0, $n = count($tri); $i < $n; $f++, $i += 3) {
            [$a, $b, $c] = [$tri[$i], $tri[$i + 1], $tri[$i + 2]];
            if ($a === $b || $b === $c || $c === $a) {
                continue;
            }
            $low = min($a, $b, $c);
            $high = max($a, $b, $c);
            $key = pack('V3', $low, $a + $b + $c - $low - $high, $high);
            if (isset($single[$key])) {
                $groups[$key] ??= [$single[$key]];
                $groups[$key][] = $f;
            } else {
                $single[$key] = $f;
            }
        }
        unset($single);
        $dropped = [];
        foreach ($groups as $facets) {
            array_push($dropped, ...self::surplus($facets, $tri));
        }
        if ($dropped === [] || count($dropped) === $mesh->triangleCount()) {
            return new Repaired($mesh);
        }
        sort($dropped);
        $gone = array_flip($dropped);
        $kept = array_values(array_filter(range(0, $mesh->triangleCount() - 1), static fn (int $f): bool => ! isset($gone[$f])));

        return $kept === [] ? new Repaired($mesh) : new Repaired($mesh->only($kept), count($dropped), $dropped);
    }

    /**
     * @param  list<int>  $facets  over the same three corners
     * @param  list<int>  $tri
     * @return list<int>
     */
    private static function surplus(array $facets, array $tri): array
    {
        $ways = [[], []];
        foreach ($facets as $f) {
            $ways[self::runsUp($tri[3 * $f], $tri[3 * $f + 1], $tri[3 * $f + 2]) ? 0 : 1][] = $f;
        }
        $keep = match (count($ways[0]) <=> count($ways[1])) {
            1 => $ways[0][0],
            -1 => $ways[1][0],
            0 => null,
        };

        return array_values(array_filter($facets, static fn (int $f): bool => $f !== $keep));
    }

    private static function runsUp(int $a, int $b, int $c): bool
    {
        return ($a < $b) + ($b < $c) + ($c < $a) === 2;
    }
}
