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
        return self::hullOf(array_column($points, 0), array_column($points, 1));
    }

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @return list<int> as of `hull`
     */
    public static function hullOf(array $x, array $y): array
    {
        [$x, $y, $order] = self::outer($x, $y);
        array_multisort($x, SORT_NUMERIC, $y, SORT_NUMERIC, $order);
        [$x, $y, $order] = self::withoutRepeats($x, $y, $order);
        if (count($order) < 3) {
            return $order;
        }
        $lower = self::chain($x, $y);
        $upper = self::chain(array_reverse($x), array_reverse($y));
        $last = count($order) - 1;

        return [
            ...array_map(static fn (int $k): int => $order[$k], array_slice($lower, 0, -1)),
            ...array_map(static fn (int $k): int => $order[$last - $k], array_slice($upper, 0, -1)),
        ];
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
     * Without most of the points that cannot be corners: those within the upright rectangle between the four that reach farthest
     * askew [after Akl & Toussaint 1978, from memory].
     *
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @return array{list<float>, list<float>, list<int>} with their numbers
     */
    private static function outer(array $x, array $y): array
    {
        $leftLow = $rightLow = $leftHigh = $rightHigh = 0;
        $leastSum = $leastOff = INF;
        $mostSum = $mostOff = -INF;
        foreach ($x as $k => $px) {
            $sum = $px + $y[$k];
            $off = $px - $y[$k];
            if ($sum < $leastSum) {
                $leastSum = $sum;
                $leftLow = $k;
            }
            if ($sum > $mostSum) {
                $mostSum = $sum;
                $rightHigh = $k;
            }
            if ($off < $leastOff) {
                $leastOff = $off;
                $leftHigh = $k;
            }
            if ($off > $mostOff) {
                $mostOff = $off;
                $rightLow = $k;
            }
        }
        $kept = [[], [], []];
        if ($x === []) {
            return $kept;
        }
        $left = max($x[$leftLow], $x[$leftHigh]);
        $right = min($x[$rightLow], $x[$rightHigh]);
        $low = max($y[$leftLow], $y[$rightLow]);
        $high = min($y[$leftHigh], $y[$rightHigh]);
        foreach ($x as $k => $px) {
            $py = $y[$k];
            if ($px <= $left || $px >= $right || $py <= $low || $py >= $high) {
                $kept[0][] = $px;
                $kept[1][] = $py;
                $kept[2][] = $k;
            }
        }

        return $kept;
    }

    /**
     * @param  list<float>  $x  sorted by x, then y
     * @param  list<float>  $y
     * @param  list<int>  $order
     * @return array{list<float>, list<float>, list<int>}
     */
    private static function withoutRepeats(array $x, array $y, array $order): array
    {
        $kept = [[], [], []];
        $last = -1;
        foreach ($order as $k => $i) {
            if ($last >= 0 && $x[$k] === $x[$last] && $y[$k] === $y[$last]) {
                continue;
            }
            $last = $k;
            $kept[0][] = $x[$k];
            $kept[1][] = $y[$k];
            $kept[2][] = $i;
        }

        return $kept;
    }

    /**
     * @param  list<float>  $x  sorted
     * @param  list<float>  $y
     * @return list<int> places in these lists
     */
    private static function chain(array $x, array $y): array
    {
        $chain = [];
        $n = 0;
        foreach ($x as $k => $cx) {
            $cy = $y[$k];
            while ($n > 1) {
                $a = $chain[$n - 2];
                $b = $chain[$n - 1];
                if (($x[$b] - $x[$a]) * ($cy - $y[$a]) - ($y[$b] - $y[$a]) * ($cx - $x[$a]) > 0) {
                    break;
                }
                $n--;
            }
            $chain[$n++] = $k;
        }

        return array_slice($chain, 0, $n);
    }
}
