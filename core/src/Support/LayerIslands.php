<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Slice\Slices;

use function array_map;
use function array_unique;
use function count;
use function sort;

/**
 * Islands, layer for layer: parts of a layer that lie on nothing of the layer below. Nearly every part is found to lie on something by one line
 * across it; the few that are not are compared exactly, strip by strip between the corners of both layers.
 */
final class LayerIslands
{
    /** Lines that are tried first, as shares of a part's depth; no round ones, so that they miss what is drawn on a grid. */
    private const LINES = [0.4871, 0.2613, 0.7429];

    /** Overlaps below this are rounding, mm. */
    private const TOUCH_MM = 1e-7;

    /** Where a strip between two corners is asked, as shares of its depth. */
    private const STRIP = [1e-6, 0.5, 1 - 1e-6];

    /**
     * Of a standing piece, cut anew.
     *
     * @param  list<float>  $seen  seen weight of each facet
     * @return list<Island> plate frame
     */
    public static function standing(Mesh $piece, array $seen, float $layerMm, float $liftMm): array
    {
        $layers = LayerMaterial::each(Slices::eachLayer($piece, $seen, Rotation::bringingUp(new Vec3(0.0, 0.0, 1.0)), $piece->bounds()->max->z - $liftMm, $layerMm));

        return array_map(static fn (Island $i): Island => $i->lifted($liftMm), self::of($layers, $layerMm, $liftMm < $layerMm / 2));
    }

    /**
     * @param  iterable<int, LayerMaterial>  $layers  by number, from below; those without material are left out
     * @param  bool  $isOnPlate  the first layer lies on the plate
     * @return list<Island> from below
     */
    public static function of(iterable $layers, float $layerMm, bool $isOnPlate = true): array
    {
        $found = [];
        $below = null;
        foreach ($layers as $k => $layer) {
            if ($k > 0 || ! $isOnPlate) {
                $open = self::open($layer, $below !== null && $below[0] === $k - 1 ? $below[1] : null);
                foreach (self::apart($layer, $open) as $parts) {
                    $found[] = self::island($layerMm, $layer, $k, $parts);
                }
            }
            $below = [$k, $layer];
        }

        return $found;
    }

    /** @return list<int> places of the outer outlines that lie on nothing */
    private static function open(LayerMaterial $layer, ?LayerMaterial $below): array
    {
        $open = [];
        foreach ($layer->isOuter as $place => $isOuter) {
            if ($isOuter && ($below === null || ! self::lies($layer, $place, $below))) {
                $open[] = $place;
            }
        }

        return $open;
    }

    private static function lies(LayerMaterial $layer, int $place, LayerMaterial $below): bool
    {
        $box = $layer->box[$place];
        $near = array_keys(array_filter($below->box, static fn (array $b): bool => $b[0] < $box[2] && $b[2] > $box[0] && $b[1] < $box[3] && $b[3] > $box[1]));
        if ($near === []) {
            return false;
        }
        foreach (self::LINES as $share) {
            if (self::meet($layer, $place, $below, $box[1] + $share * ($box[3] - $box[1]))) {
                return true;
            }
        }
        $at = self::corners($layer, $place, $box);
        foreach ($near as $o) {
            array_push($at, ...self::corners($below, $o, $box));
        }
        $at = array_values(array_unique($at));
        sort($at);
        for ($i = 1; $i < count($at); $i++) {
            foreach (self::STRIP as $share) {
                if (self::meet($layer, $place, $below, $at[$i - 1] + $share * ($at[$i] - $at[$i - 1]))) {
                    return true;
                }
            }
        }

        return false;
    }

    private static function meet(LayerMaterial $layer, int $place, LayerMaterial $below, float $y): bool
    {
        foreach (LayerMaterial::common($layer->alongWithin($place, $y), $below->along($y, $layer->box[$place])) as [$from, $to]) {
            if ($to - $from > self::TOUCH_MM) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  array{float, float, float, float}  $box
     * @return list<float> y of the corners of an outline within a box's depth
     */
    private static function corners(LayerMaterial $layer, int $place, array $box): array
    {
        $y = [];
        $points = $layer->points[$place];
        for ($i = 1, $n = count($points); $i < $n; $i += 2) {
            if ($points[$i] >= $box[1] && $points[$i] <= $box[3]) {
                $y[] = $points[$i];
            }
        }

        return $y;
    }

    /**
     * Shells may run through one another: parts of a layer that share material are one, and lie on something where one of them does.
     *
     * @param  list<int>  $open
     * @return list<non-empty-list<int>> places of the outlines of each island
     */
    private static function apart(LayerMaterial $layer, array $open): array
    {
        $isOpen = array_fill_keys($open, true);
        $islands = [];
        while ($isOpen !== []) {
            $parts = [(int) array_key_first($isOpen)];
            unset($isOpen[$parts[0]]);
            $isHeld = false;
            for ($i = 0; $i < count($parts); $i++) {
                foreach (self::sharing($layer, $parts[$i]) as $other) {
                    if (isset($isOpen[$other])) {
                        $parts[] = $other;
                        unset($isOpen[$other]);
                    } elseif (! in_array($other, $parts, true)) {
                        $isHeld = true;
                    }
                }
            }
            if (! $isHeld && self::hasMaterial($layer, $parts)) {
                $islands[] = $parts;
            }
        }

        return $islands;
    }

    /** @return list<int> places of other outer outlines with material of this one within them */
    private static function sharing(LayerMaterial $layer, int $place): array
    {
        $found = [];
        $box = $layer->box[$place];
        foreach (self::LINES as $share) {
            $in = [];
            foreach ($layer->crossings($box[1] + $share * ($box[3] - $box[1]), $box) as [, $turn, $o]) {
                $in[$o] = ($in[$o] ?? 0) + $turn;
                if (array_sum($in) > 1 && ($in[$place] ?? 0) > 0) {
                    foreach ($in as $other => $round) {
                        if ($round > 0 && $other !== $place && $layer->isOuter[$other]) {
                            $found[$other] = true;
                        }
                    }
                }
            }
        }

        return array_keys($found);
    }

    /** @param  non-empty-list<int>  $parts */
    private static function hasMaterial(LayerMaterial $layer, array $parts): bool
    {
        foreach ($parts as $place) {
            [, $low, , $high] = $layer->box[$place];
            foreach (self::LINES as $share) {
                if ($layer->alongWithin($place, $low + $share * ($high - $low)) !== []) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @param  non-empty-list<int>  $parts */
    private static function island(float $layerMm, LayerMaterial $layer, int $k, array $parts): Island
    {
        $area = 0.0;
        $longest = [0.0, 0.0];
        $at = [0.0, 0.0];
        foreach ($parts as $place) {
            $area += $layer->area[$place];
            [$left, $low, $right, $high] = $layer->box[$place];
            foreach (self::LINES as $share) {
                $y = $low + $share * ($high - $low);
                foreach ($layer->alongWithin($place, $y) as [$from, $to]) {
                    if ($to - $from > $longest[1] - $longest[0]) {
                        [$longest, $at] = [[$from, $to], [($from + $to) / 2, $y]];
                    }
                }
            }
            foreach ($layer->isOuter as $hole => $isOuter) {
                [$l, $b, $r, $t] = $layer->box[$hole];
                if (! $isOuter && $l >= $left && $r <= $right && $b >= $low && $t <= $high) {
                    $area += $layer->area[$hole];
                }
            }
        }

        return new Island($k, $k * $layerMm, max($area, 0.0), $at[0], $at[1]);
    }
}
