<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use function array_fill;
use function ceil;
use function count;
use function floor;
use function max;
use function min;
use function sqrt;

/** What of a plate is left when an outline is cut from it: for each node its distance to the edge, mm, inside above zero. */
final class Region
{
    private const HEART_POINTS = 96;

    /** The outline and the edge of the picture keep as much apart, mm: there is a wall all round. */
    private const MARGIN_MM = 0.01;

    /**
     * @param  ?string  $path  SVG path of an outline of one's own, fitted into the picture
     * @return list<float> columns · rows values, rows from the top
     */
    public static function distances(Relief $relief, ShapeKind $shape, ?string $path, float $holeMm, float $frameMm = 0.0): array
    {
        [$w, $h] = [$relief->widthMm, $relief->heightMm];
        $f = match ($shape) {
            ShapeKind::Disc => self::each($relief, static fn (float $x, float $z): float => min($w, $h) / 2 - sqrt($x * $x + $z * $z)),
            // the level of an ellipse over the length of its slope: exact at the edge to the first order
            ShapeKind::Oval => self::each($relief, static function (float $x, float $z) use ($w, $h): float {
                [$a, $b] = [$w / 2, $h / 2];
                $level = sqrt(($x / $a) ** 2 + ($z / $b) ** 2);

                return $level < 1e-9 ? min($a, $b) : $level * (1 - $level) / sqrt(($x / $a / $a) ** 2 + ($z / $b / $b) ** 2);
            }),
            default => self::within($relief, self::fitted($shape === ShapeKind::Heart ? self::heart() : SvgPath::outline((string) $path), $w, $h), max($frameMm, 1.6 * $holeMm) + 3 * max($relief->acrossMm(), $relief->downMm())),
        };
        if ($holeMm > 0.0) {
            [$hx, $hz] = self::hole($relief, $f, $holeMm);
            foreach (self::each($relief, static fn (float $x, float $z): float => sqrt(($x - $hx) ** 2 + ($z - $hz) ** 2) - $holeMm / 2) as $i => $d) {
                $f[$i] = min($f[$i], $d);
            }
        }
        // nothing reaches the border of the grid
        foreach (self::each($relief, static fn (float $x, float $z): float => min($w / 2 - abs($x), $h / 2 - abs($z)) - self::MARGIN_MM) as $i => $d) {
            $f[$i] = min($f[$i], $d);
        }

        return array_values($f);
    }

    /**
     * Where a hole to hang it by goes: on the middle line, with as much left above it as it is wide.
     *
     * @param  array<int, float>  $f
     * @return array{float, float} x, z
     */
    private static function hole(Relief $relief, array $f, float $holeMm): array
    {
        $middle = intdiv($relief->columns, 2);
        for ($r = 0; $r < $relief->rows && $f[$r * $relief->columns + $middle] < 1.5 * $holeMm; $r++);

        return [$middle * $relief->acrossMm() - $relief->widthMm / 2, $relief->heightMm / 2 - min($r, $relief->rows - 1) * $relief->downMm()];
    }

    /**
     * @param  callable(float, float): float  $of  x to the right and z up from the middle of the picture, mm
     * @return list<float>
     */
    private static function each(Relief $relief, callable $of): array
    {
        $f = [];
        for ($r = 0; $r < $relief->rows; $r++) {
            $z = $relief->heightMm / 2 - $r * $relief->downMm();
            for ($c = 0; $c < $relief->columns; $c++) {
                $f[] = $of($c * $relief->acrossMm() - $relief->widthMm / 2, $z);
            }
        }

        return $f;
    }

    /** @return non-empty-list<array{float, float}> */
    private static function heart(): array
    {
        $points = [[0.0, 5.0]];
        for ($k = 1; $k < self::HEART_POINTS; $k++) {
            $t = 2 * M_PI * $k / self::HEART_POINTS;
            $points[] = [16 * sin($t) ** 3, 13 * cos($t) - 5 * cos(2 * $t) - 2 * cos(3 * $t) - cos(4 * $t)];
        }

        return $points;
    }

    /**
     * As large as the picture allows, in its middle.
     *
     * @param  non-empty-list<array{float, float}>  $points
     * @return non-empty-list<array{float, float}>
     */
    private static function fitted(array $points, float $w, float $h): array
    {
        [$xs, $ys] = [array_column($points, 0), array_column($points, 1)];
        $scale = min($w / max(1e-9, max($xs) - min($xs)), $h / max(1e-9, max($ys) - min($ys)));
        [$mx, $my] = [(max($xs) + min($xs)) / 2, (max($ys) + min($ys)) / 2];

        return array_map(static fn (array $p): array => [($p[0] - $mx) * $scale, ($p[1] - $my) * $scale], $points);
    }

    /**
     * Distance to the nearest edge of a polygon, up to `reachMm`; inside by even and odd, row by row. Linear in nodes, and in what lies within reach of its edges.
     *
     * @param  non-empty-list<array{float, float}>  $points
     * @return list<float>
     */
    private static function within(Relief $relief, array $points, float $reachMm): array
    {
        [$columns, $rows, $dx, $dz] = [$relief->columns, $relief->rows, $relief->acrossMm(), $relief->downMm()];
        // in cells from the upper left node
        $px = $pz = [];
        foreach ($points as [$x, $z]) {
            $px[] = ($x + $relief->widthMm / 2) / $dx;
            $pz[] = ($relief->heightMm / 2 - $z) / $dz;
        }
        $n = count($points);
        $crossings = array_fill(0, $rows, []);
        $squared = array_fill(0, $columns * $rows, $reachMm * $reachMm);
        [$reachX, $reachZ] = [$reachMm / $dx, $reachMm / $dz];
        for ($k = 0, $j = $n - 1; $k < $n; $j = $k++) {
            [$jx, $jz, $kx, $kz] = [$px[$j], $pz[$j], $px[$k], $pz[$k]];
            for ($r = max(0, (int) ceil(min($jz, $kz))), $last = min($rows - 1, (int) ceil(max($jz, $kz)) - 1); $r <= $last; $r++) {
                $crossings[$r][] = $jx + ($kx - $jx) * ($r - $jz) / ($kz - $jz);
            }
            $ex = ($kx - $jx) * $dx;
            $ez = ($kz - $jz) * $dz;
            $length = $ex * $ex + $ez * $ez;
            $right = min($columns - 1, (int) floor(max($jx, $kx) + $reachX));
            for ($r = max(0, (int) ceil(min($jz, $kz) - $reachZ)), $last = min($rows - 1, (int) floor(max($jz, $kz) + $reachZ)); $r <= $last; $r++) {
                for ($c = max(0, (int) ceil(min($jx, $kx) - $reachX)); $c <= $right; $c++) {
                    $x = ($c - $jx) * $dx;
                    $z = ($r - $jz) * $dz;
                    $t = $length > 0.0 ? ($x * $ex + $z * $ez) / $length : 0.0;
                    if ($t > 0.0) {
                        $t = $t < 1.0 ? $t : 1.0;
                        $x -= $t * $ex;
                        $z -= $t * $ez;
                    }
                    $d = $x * $x + $z * $z;
                    if ($d < $squared[$r * $columns + $c]) {
                        $squared[$r * $columns + $c] = $d;
                    }
                }
            }
        }
        $out = [];
        foreach ($crossings as $r => $xs) {
            sort($xs);
            for ($c = 0, $next = 0; $c < $columns; $c++) {
                while ($next < count($xs) && $xs[$next] <= $c) {
                    $next++;
                }
                $d = sqrt($squared[$r * $columns + $c]);
                $out[] = $next % 2 === 1 ? $d : -$d;
            }
        }

        return $out;
    }
}
