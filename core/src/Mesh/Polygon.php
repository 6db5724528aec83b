<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

/** Plane polygons on the plate, in millimetres: just what standing needs. */
final class Polygon
{
    /**
     * Convex hull by Andrew's monotone chain.
     *
     * @param  list<array{float, float}>  $points
     * @return list<int> the numbers of the hull's corners, counter-clockwise; one or two for a point or a line
     */
    public static function hull(array $points): array
    {
        $order = array_keys($points);
        usort($order, static fn (int $p, int $q): int => $points[$p] <=> $points[$q]);
        $order = self::withoutRepeats($order, $points);
        if (count($order) < 3) {
            return $order;
        }
        $lower = self::chain($order, $points);
        $upper = self::chain(array_reverse($order), $points);

        return [...array_slice($lower, 0, -1), ...array_slice($upper, 0, -1)];
    }

    /**
     * How far inside a convex outline a point lies: distance to the nearest edge, negative outside.
     *
     * @param  list<array{float, float}>  $outline  counter-clockwise; a point or a line gives minus the distance to it
     * @param  array{float, float}  $point
     */
    public static function marginMm(array $outline, array $point): float
    {
        $count = count($outline);
        if ($count < 3) {
            return -self::distanceToSegment($outline[0], $outline[$count - 1], $point);
        }
        $inside = INF;
        $nearest = INF;
        foreach ($outline as $k => $a) {
            $b = $outline[($k + 1) % $count];
            $length = hypot($b[0] - $a[0], $b[1] - $a[1]);
            $inside = min($inside, (($b[0] - $a[0]) * ($point[1] - $a[1]) - ($b[1] - $a[1]) * ($point[0] - $a[0])) / $length);
            $nearest = min($nearest, self::distanceToSegment($a, $b, $point));
        }

        return $inside >= 0 ? $inside : -$nearest;
    }

    /**
     * @param  array{float, float}  $a
     * @param  array{float, float}  $b
     * @param  array{float, float}  $point
     */
    private static function distanceToSegment(array $a, array $b, array $point): float
    {
        [$dx, $dy] = [$b[0] - $a[0], $b[1] - $a[1]];
        $square = $dx * $dx + $dy * $dy;
        $t = $square > 0 ? max(0.0, min(1.0, (($point[0] - $a[0]) * $dx + ($point[1] - $a[1]) * $dy) / $square)) : 0.0;

        return hypot($point[0] - $a[0] - $t * $dx, $point[1] - $a[1] - $t * $dy);
    }

    /**
     * @param  list<int>  $order  sorted by x, then y
     * @param  list<array{float, float}>  $points
     * @return list<int>
     */
    private static function withoutRepeats(array $order, array $points): array
    {
        $kept = [];
        foreach ($order as $i) {
            if ($kept === [] || $points[$kept[count($kept) - 1]] !== $points[$i]) {
                $kept[] = $i;
            }
        }

        return $kept;
    }

    /**
     * @param  list<int>  $order
     * @param  list<array{float, float}>  $points
     * @return list<int>
     */
    private static function chain(array $order, array $points): array
    {
        $chain = [];
        foreach ($order as $i) {
            while (($n = count($chain)) > 1) {
                [$a, $b, $c] = [$points[$chain[$n - 2]], $points[$chain[$n - 1]], $points[$i]];
                if (($b[0] - $a[0]) * ($c[1] - $a[1]) - ($b[1] - $a[1]) * ($c[0] - $a[0]) > 0) {
                    break;
                }
                array_pop($chain);
            }
            $chain[] = $i;
        }

        return $chain;
    }
}
