<?php

declare(strict_types=1);

namespace Wrenlo\Core\Ironing;

use Wrenlo\Core\Motion\MoveTimes;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Spans;
use Wrenlo\Core\Slice\Walls;

use function abs;
use function atan2;
use function cos;
use function count;
use function max;
use function sin;
use function sqrt;

/**
 * The strokes that iron one flat top, for real: rings one within the other where its outer outline is as good as round (4πA/P² of that outline
 * alone, so that a hole does not count), else rows along the edges that most of its outline follows, in cells split where a hole or a notch
 * begins and ends, so that no stroke crosses what is not the face.
 */
final readonly class Strokes
{
    /** 4πA/P² from which rings are laid: a hexagon has 0.907, a square 0.785. */
    public const ROUND = 0.88;

    /** Rows at the very border of what is ironed count, mm. */
    private const HAIR_MM = 2e-6;

    /**
     * @param  float  $directionDeg  of the rows, −90 to 90 from +X; 0 for rings
     * @param  list<list<float>>  $paths  x0, y0, x1, y1 … drawn without lifting, in order
     * @param  float  $mm  of the strokes, without what joins them
     */
    private function __construct(public bool $isConcentric, public float $directionDeg, public array $paths, public float $mm, public float $minutes, public float $ironedMm2) {}

    public static function on(FlatTop $top, IronSettings $settings, PrintProfile $profile): self
    {
        $outer = $top->outlines[0];
        $length = Outline::length($outer);
        $isRound = 4 * M_PI * Outline::area($outer) >= self::ROUND * $length * $length;
        $direction = self::direction($top->outlines);
        $turned = array_map(static fn (array $p): array => self::turned($p, -$direction), $top->outlines);
        [$rows, $low] = self::rows($turned, $settings);
        $ironed = Spans::lengthMm($rows) * $settings->spacingMm;
        [$paths, $mm] = $isRound ? self::rings($top->outlines, $settings) : self::cells($rows, $low, $settings->spacingMm);
        $paths = self::inOrder($isRound ? $paths : array_map(static fn (array $p): array => self::turned($p, $direction), $paths));

        return new self(
            isConcentric: $isRound, directionDeg: $isRound ? 0.0 : rad2deg($direction), paths: $paths, mm: $mm, minutes: self::minutes($paths, $settings, $profile), ironedMm2: $ironed,
        );
    }

    /**
     * The direction that most of the outline follows, by length, to a degree and then the mean of what lies near it: rows lie along it and not across.
     *
     * @param  list<list<float>>  $outlines
     * @return float radians, −π/2 to π/2
     */
    public static function direction(array $outlines): float
    {
        $by = array_fill(0, 180, 0.0);
        $edges = [];
        foreach ($outlines as $p) {
            for ($i = 0, $n = count($p), $ax = $p[$n - 2], $ay = $p[$n - 1]; $i < $n; $i += 2) {
                $dx = $p[$i] - $ax;
                $dy = $p[$i + 1] - $ay;
                $l = sqrt($dx * $dx + $dy * $dy);
                if ($l > 0.0) {
                    $deg = rad2deg(atan2($dy, $dx));
                    $edges[] = [$deg, $l];
                    $by[((int) floor($deg + 360.5)) % 180] += $l;
                }
                $ax = $p[$i];
                $ay = $p[$i + 1];
            }
        }
        $most = 0;
        $sum = static fn (int $d): float => $by[($d + 179) % 180] + $by[$d] + $by[($d + 1) % 180];
        for ($d = 1; $d < 180; $d++) {
            $most = $sum($d) > $sum($most) + 1e-9 ? $d : $most;
        }
        $x = $y = 0.0;
        foreach ($edges as [$deg, $l]) {
            $off = fmod($deg - $most + 450.0, 180.0) - 90.0;
            if (abs($off) <= 2.0) {
                $x += $l * cos(deg2rad(2 * $deg));
                $y += $l * sin(deg2rad(2 * $deg));
            }
        }

        return atan2($y, $x) / 2;
    }

    /**
     * @param  list<float>  $p
     * @return list<float>
     */
    private static function turned(array $p, float $by): array
    {
        [$c, $s] = [cos($by), sin($by)];
        $out = [];
        for ($i = 0, $n = count($p); $i < $n; $i += 2) {
            $out[] = $c * $p[$i] - $s * $p[$i + 1];
            $out[] = $s * $p[$i] + $c * $p[$i + 1];
        }

        return $out;
    }

    /**
     * Rows within the inset, the first at its very border.
     *
     * @param  list<list<float>>  $outlines  turned so that rows lie along X
     * @return array{array<int, list<float>>, float} Spans, and y of row 0
     */
    private static function rows(array $outlines, IronSettings $settings): array
    {
        $low = INF;
        foreach ($outlines[0] as $k => $v) {
            $low = $k % 2 === 1 && $v < $low ? $v : $low;
        }
        $low += $settings->insetMm + self::HAIR_MM / 2;
        // set so that row 0, at half a spacing, is the first
        $set = array_map(static function (array $p) use ($low, $settings): array {
            foreach ($p as $k => $v) {
                if ($k % 2 === 1) {
                    $p[$k] = $v - $low + $settings->spacingMm / 2;
                }
            }

            return $p;
        }, $outlines);
        $rows = Spans::insideOf($set, $settings->spacingMm);
        ksort($rows);
        $depth = $settings->insetMm - self::HAIR_MM;
        $rows = $depth > 0.0 ? Spans::eroded($rows, $set, $depth, $settings->spacingMm) : $rows;
        ksort($rows);

        return [$rows, $low];
    }

    /**
     * Rows joined to and fro as long as one stretch lies beside exactly one of the row below.
     *
     * @param  array<int, list<float>>  $rows
     * @return array{list<list<float>>, float}
     */
    private static function cells(array $rows, float $low, float $spacing): array
    {
        $mm = 0.0;
        $cells = [];
        /** @var array<int, int> $open stretch of the row below → its cell */
        $open = [];
        $before = [];
        $last = null;
        foreach ($rows as $j => $row) {
            $now = [];
            $n = count($row);
            $below = $last === $j - 1 ? $before : [];
            for ($k = 0; $k < $n; $k += 2) {
                [$from, $to] = [$row[$k], $row[$k + 1]];
                $mm += $to - $from;
                $touch = self::touching($below, $from, $to);
                $cell = count($touch) === 1 && count(self::touching($row, $below[$touch[0]], $below[$touch[0] + 1])) === 1 ? $open[$touch[0]] : null;
                if ($cell === null) {
                    $cell = count($cells);
                    $cells[] = [];
                }
                $y = $low + $j * $spacing;
                $isBack = intdiv(count($cells[$cell]), 4) % 2 === 1;
                array_push($cells[$cell], $isBack ? $to : $from, $y, $isBack ? $from : $to, $y);
                $now[$k] = $cell;
            }
            [$open, $before, $last] = [$now, $row, $j];
        }

        return [array_values($cells), $mm];
    }

    /**
     * @param  list<float>  $row
     * @return list<int> places of its stretches that lie beside this one
     */
    private static function touching(array $row, float $from, float $to): array
    {
        $found = [];
        for ($k = 0, $n = count($row); $k < $n; $k += 2) {
            if ($row[$k] < $to && $row[$k + 1] > $from) {
                $found[] = $k;
            }
        }

        return $found;
    }

    /**
     * @param  list<list<float>>  $outlines
     * @return array{list<list<float>>, float}
     */
    private static function rings(array $outlines, IronSettings $settings): array
    {
        $length = Outline::length($outlines[0]);
        $depths = [];
        for ($d = max($settings->insetMm, 1e-4); $d <= $length / (2 * M_PI) + $settings->spacingMm; $d += $settings->spacingMm) {
            $depths[] = $d;
        }
        $paths = [];
        $mm = 0.0;
        foreach (array_chunk($depths, 12) as $some) {
            $any = false;
            foreach (Walls::at($outlines, $some) as $wall) {
                foreach ($wall as [$lengths, $headings, $starts]) {
                    if ($lengths === []) {
                        continue;
                    }
                    $any = true;
                    $mm += array_sum($lengths);
                    $last = count($lengths) - 1;
                    // back to where it begins, or to where its last piece ends
                    $paths[] = [...$starts, $starts[2 * $last] + $lengths[$last] * cos($headings[$last]), $starts[2 * $last + 1] + $lengths[$last] * sin($headings[$last])];
                }
            }
            if (! $any) {
                break;
            }
        }

        return [$paths, $mm];
    }

    /**
     * Each time to the path that begins nearest.
     *
     * @param  list<list<float>>  $paths
     * @return list<list<float>>
     */
    private static function inOrder(array $paths): array
    {
        if (count($paths) > 600) {
            return $paths;
        }
        $order = [];
        $at = $paths[0] ?? [0.0, 0.0];
        while ($paths !== []) {
            $nearest = 0;
            $least = INF;
            foreach ($paths as $k => $p) {
                $d = ($p[0] - $at[0]) ** 2 + ($p[1] - $at[1]) ** 2;
                if ($d < $least) {
                    [$nearest, $least] = [$k, $d];
                }
            }
            $order[] = $p = $paths[$nearest];
            unset($paths[$nearest]);
            $at = [$p[count($p) - 2], $p[count($p) - 1]];
        }

        return $order;
    }

    /** @param  list<list<float>>  $paths */
    private static function minutes(array $paths, IronSettings $settings, PrintProfile $profile): float
    {
        $seconds = 0.0;
        $at = null;
        foreach ($paths as $p) {
            if ($at !== null) {
                $hop = sqrt(($p[0] - $at[0]) ** 2 + ($p[1] - $at[1]) ** 2);
                $seconds += $hop <= 2 * $settings->spacingMm ? $hop / $settings->mmPerS : MoveTimes::line($hop, $profile->travelMmPerS, $profile->accelMmPerS2);
            }
            $mm = $heading = [];
            for ($i = 2, $n = count($p); $i < $n; $i += 2) {
                $dx = $p[$i] - $p[$i - 2];
                $dy = $p[$i + 1] - $p[$i - 1];
                $l = sqrt($dx * $dx + $dy * $dy);
                if ($l > 0.0) {
                    $mm[] = $l;
                    $heading[] = atan2($dy, $dx);
                }
            }
            $seconds += MoveTimes::chain($mm, $heading, $settings->mmPerS, $profile->accelMmPerS2, $profile->cornerMmPerS);
            $at = [$p[count($p) - 2], $p[count($p) - 1]];
        }

        return $seconds / 60;
    }
}
