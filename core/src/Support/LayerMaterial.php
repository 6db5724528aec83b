<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Generator;
use Wrenlo\Core\Slice\Slices;

use function count;
use function max;
use function min;
use function sort;

/**
 * Where one layer has material, asked along lines of equal y. Material is where outlines run round a place more often to the left than to the
 * right: a shell inside another adds nothing, a fold turned inside out takes nothing away but itself.
 */
final readonly class LayerMaterial
{
    /**
     * @param  list<list<float>>  $points  x0, y0, x1, y1 … of each outline, plate frame, mm
     * @param  list<float>  $area  of each, mm², negative for a hole
     * @param  list<array{float, float, float, float}>  $box  of each: smallest x, y, largest x, y
     * @param  list<bool>  $isOuter  of each
     */
    private function __construct(public array $points, public array $area, public array $box, public array $isOuter) {}

    /** @return array<int, self> by slice; slices without outlines are left out */
    public static function ofAll(Slices $slices): array
    {
        $of = [];
        foreach ($slices->slice as $k => $slice) {
            $of[$slice][] = $k;
        }

        return array_map(static fn (array $list): self => new self(
            array_map(static fn (int $k): array => $slices->points[$k], $list), array_map(static fn (int $k): float => $slices->area[$k], $list),
            array_map(static fn (int $k): array => self::boxOf($slices->points[$k]), $list), array_map(static fn (int $k): bool => $slices->area[$k] > 0.0, $list),
        ), $of);
    }

    /**
     * Layer after layer, of what comes in runs.
     *
     * @param  iterable<Slices>  $runs
     * @return Generator<int, self>
     */
    public static function each(iterable $runs): Generator
    {
        foreach ($runs as $run) {
            yield from self::ofAll($run);
        }
    }

    /** @return self the same turned about Z by minus this angle, radians */
    public function turned(float $by): self
    {
        [$c, $s] = [cos($by), sin($by)];
        $turned = [];
        foreach ($this->points as $points) {
            $out = [];
            for ($i = 0, $n = count($points); $i < $n; $i += 2) {
                $out[] = $c * $points[$i] + $s * $points[$i + 1];
                $out[] = $c * $points[$i + 1] - $s * $points[$i];
            }
            $turned[] = $out;
        }

        return new self($turned, $this->area, array_map(self::boxOf(...), $turned), $this->isOuter);
    }

    /**
     * Where a line of equal y meets the outlines.
     *
     * @param  ?array{float, float, float, float}  $near  only outlines that reach into this box
     * @return list<array{float, int, int}> x, +1 where an outline begins to run round the line and −1 where it ends, place of the outline; by x
     */
    public function crossings(float $y, ?array $near = null): array
    {
        $found = [];
        foreach ($this->box as $o => $box) {
            if ($y < $box[1] || $y > $box[3] || ($near !== null && ($box[0] > $near[2] || $box[2] < $near[0]))) {
                continue;
            }
            $p = $this->points[$o];
            $n = count($p);
            $ax = $p[$n - 2];
            $ay = $p[$n - 1];
            for ($i = 0; $i < $n; $i += 2) {
                $bx = $p[$i];
                $by = $p[$i + 1];
                if (($ay > $y) !== ($by > $y)) {
                    $found[] = [$ax + ($bx - $ax) * ($y - $ay) / ($by - $ay), $by < $ay ? 1 : -1, $o];
                }
                $ax = $bx;
                $ay = $by;
            }
        }
        sort($found);

        return $found;
    }

    /**
     * Stretches of material along a line of equal y.
     *
     * @param  ?array{float, float, float, float}  $near
     * @return list<array{float, float}> from x to x, ascending, not touching
     */
    public function along(float $y, ?array $near = null): array
    {
        return self::stretches($this->crossings($y, $near));
    }

    /**
     * The same, of that only what lies within one outline.
     *
     * @return list<array{float, float}>
     */
    public function alongWithin(int $place, float $y): array
    {
        $all = $this->crossings($y, $this->box[$place]);
        $own = array_values(array_filter($all, static fn (array $c): bool => $c[2] === $place));

        return self::common(self::stretches($all), self::stretches($own));
    }

    /**
     * @param  list<array{float, int, int}>  $crossings
     * @return list<array{float, float}>
     */
    private static function stretches(array $crossings): array
    {
        $found = [];
        $round = 0;
        $from = 0.0;
        foreach ($crossings as [$x, $turn]) {
            $was = $round;
            $round += $turn;
            if ($was <= 0 && $round > 0) {
                $from = $x;
            } elseif ($was > 0 && $round <= 0 && $x > $from) {
                $found[] = [$from, $x];
            }
        }

        return $found;
    }

    /**
     * @param  list<array{float, float}>  $a
     * @param  list<array{float, float}>  $b
     * @return list<array{float, float}> what lies in both
     */
    public static function common(array $a, array $b): array
    {
        $found = [];
        for ($i = $j = 0; $i < count($a) && $j < count($b);) {
            $from = max($a[$i][0], $b[$j][0]);
            $to = min($a[$i][1], $b[$j][1]);
            if ($to > $from) {
                $found[] = [$from, $to];
            }
            $a[$i][1] < $b[$j][1] ? $i++ : $j++;
        }

        return $found;
    }

    /**
     * @param  list<float>  $points
     * @return array{float, float, float, float}
     */
    private static function boxOf(array $points): array
    {
        $left = $low = INF;
        $right = $high = -INF;
        for ($i = 0, $n = count($points); $i < $n; $i += 2) {
            $left = min($left, $points[$i]);
            $right = max($right, $points[$i]);
            $low = min($low, $points[$i + 1]);
            $high = max($high, $points[$i + 1]);
        }

        return [$left, $low, $right, $high];
    }
}
