<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

use function count;

/**
 * The outline an SVG path draws (W3C SVG 2, 9.3): every command and its relative form, one closed figure, curves and arcs as chords. Arcs go by
 * their middle as in SVG 2, B.2.4; radii too small are made larger (B.2.5).
 */
final class SvgPath
{
    private const MOST_BYTES = 100_000;

    private const CHORDS = 16;

    /** Numbers a command takes. */
    private const TAKES = ['M' => 2, 'L' => 2, 'H' => 1, 'V' => 1, 'C' => 6, 'S' => 4, 'Q' => 4, 'T' => 2, 'A' => 7];

    private const NUMBER = '[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?';

    /**
     * @return non-empty-list<array{float, float}> x to the right, y up, in the path's own units; its first figure
     *
     * @throws InvalidArgumentException with the place
     */
    public static function outline(string $d): array
    {
        if (strlen($d) > self::MOST_BYTES || preg_match_all('/[a-df-zA-DF-Z]|'.self::NUMBER.'/', $d) === 0) {
            throw new InvalidArgumentException('This is no outline of an SVG path: it begins like “M 10 20 C …” and has up to 100,000 characters.');
        }
        if (preg_match('/^\s*[mM]/', $d) !== 1) {
            throw new InvalidArgumentException('A path begins with M.');
        }
        $points = [];
        $at = [0.0, 0.0];
        $handle = null; // the last control point of a curve, and of which kind
        preg_match_all('/([a-df-zA-DF-Z])([^a-df-zA-DF-Z]*)/', $d, $commands, PREG_SET_ORDER);
        foreach ($commands as [, $command, $text]) {
            $kind = strtoupper($command);
            if ($kind === 'Z' || ($kind === 'M' && $points !== [])) {
                break;
            }
            $takes = self::TAKES[$kind] ?? throw new InvalidArgumentException("A path has no command {$command}: M, L, H, V, C, S, Q, T, A and Z are known.");
            $numbers = self::numbers($text, $kind === 'A');
            if ($numbers === [] || count($numbers) % $takes !== 0) {
                throw new InvalidArgumentException('The path ends or breaks off after its '.count($points).'th point: '.$command." takes {$takes} numbers.");
            }
            foreach (array_chunk($numbers, $takes) as $p) {
                [$ox, $oy] = ctype_lower($command) ? $at : [0.0, 0.0];
                $end = match ($kind) {
                    'H' => [$ox + $p[0], $at[1]], 'V' => [$at[0], $oy + $p[0]], default => [$ox + array_slice($p, -2)[0], $oy + $p[count($p) - 1]],
                };
                [$controls, $handle] = self::controls($kind, $p, [$ox, $oy], $at, $handle);
                array_push($points, ...($kind === 'A' ? self::arc($at, $p, $end) : self::curve([$at, ...$controls, $end])));
                $points[] = $at = $end;
            }
        }
        $up = array_map(static fn (array $p): array => [$p[0], -$p[1]], $points);
        if (count($up) < 3 || abs(self::area($up)) < 1e-9) {
            throw new InvalidArgumentException('The path encloses nothing.');
        }

        return $up;
    }

    /** @return list<float> flags of an arc may stand without a space between them */
    private static function numbers(string $text, bool $isArc): array
    {
        $n = self::NUMBER;
        if ($isArc && preg_match_all("/({$n})[\\s,]*({$n})[\\s,]*({$n})[\\s,]*([01])[\\s,]*([01])[\\s,]*({$n})[\\s,]*({$n})/", $text, $arcs, PREG_SET_ORDER) > 0) {
            return array_merge(...array_map(static fn (array $a): array => array_map(floatval(...), array_slice($a, 1)), $arcs));
        }
        preg_match_all("/{$n}/", $text, $m);

        return array_map(floatval(...), $m[0]);
    }

    /**
     * Control points of a curve; S and T begin with that of the curve before, mirrored at its end.
     *
     * @param  list<float>  $p
     * @param  array{float, float}  $from
     * @param  array{float, float}  $at
     * @param  ?array{string, float, float}  $handle
     * @return array{list<array{float, float}>, ?array{string, float, float}}
     */
    private static function controls(string $kind, array $p, array $from, array $at, ?array $handle): array
    {
        $order = ['C' => 'C', 'S' => 'C', 'Q' => 'Q', 'T' => 'Q'][$kind] ?? null;
        if ($order === null) {
            return [[], null];
        }
        $given = array_map(static fn (array $c): array => [$from[0] + $c[0], $from[1] + $c[1]], array_slice(array_chunk($p, 2), 0, -1));
        if ($kind === 'S' || $kind === 'T') {
            array_unshift($given, $handle !== null && $handle[0] === $order ? [2 * $at[0] - $handle[1], 2 * $at[1] - $handle[2]] : $at);
        }
        [$x, $y] = $given[count($given) - 1] ?? $at;

        return [$given, [$order, $x, $y]];
    }

    /**
     * Points within a Bézier curve, without its ends; none of a straight line.
     *
     * @param  non-empty-list<array{float, float}>  $b  two to four points
     * @return list<array{float, float}>
     */
    private static function curve(array $b): array
    {
        $points = [];
        for ($k = 1; $k < self::CHORDS && count($b) > 2; $k++) {
            $t = $k / self::CHORDS;
            // de Casteljau
            for ($q = $b; count($q) > 1;) {
                $next = [];
                for ($i = 1; $i < count($q); $i++) {
                    $next[] = [(1 - $t) * $q[$i - 1][0] + $t * $q[$i][0], (1 - $t) * $q[$i - 1][1] + $t * $q[$i][1]];
                }
                $q = $next;
            }
            $points[] = $q[0];
        }

        return $points;
    }

    /**
     * @param  array{float, float}  $at
     * @param  list<float>  $p  rx, ry, turn in degrees, large, sweep, …
     * @param  array{float, float}  $end
     * @return list<array{float, float}> points within the arc, without its ends
     */
    private static function arc(array $at, array $p, array $end): array
    {
        [$rx, $ry] = [abs($p[0]), abs($p[1])];
        if ($rx < 1e-12 || $ry < 1e-12 || ($at[0] === $end[0] && $at[1] === $end[1])) {
            return [];
        }
        [$c, $s] = [cos(deg2rad($p[2])), sin(deg2rad($p[2]))];
        [$hx, $hy] = [($at[0] - $end[0]) / 2, ($at[1] - $end[1]) / 2];
        // halfway between the ends, in the frame of the ellipse as a unit circle
        [$ux, $uy] = [($c * $hx + $s * $hy) / $rx, (-$s * $hx + $c * $hy) / $ry];
        $far = $ux * $ux + $uy * $uy;
        if ($far > 1.0) {
            [$rx, $ry, $ux, $uy] = [$rx * sqrt($far), $ry * sqrt($far), $ux / sqrt($far), $uy / sqrt($far)];
        }
        $off = sqrt(max(0.0, 1 / max($far, 1e-300) - 1)) * ($p[3] === $p[4] ? -1 : 1);
        [$mx, $my] = $far > 1.0 ? [0.0, 0.0] : [$off * $uy, -$off * $ux];
        $from = atan2($uy - $my, $ux - $mx);
        $turn = fmod(atan2(-$uy - $my, -$ux - $mx) - $from, 2 * M_PI);
        $turn += $p[4] > 0.5 && $turn < 0.0 ? 2 * M_PI : ($p[4] < 0.5 && $turn > 0.0 ? -2 * M_PI : 0.0);
        $chords = (int) max(2, ceil(abs($turn) / (2 * M_PI) * 4 * self::CHORDS));
        $points = [];
        for ($k = 1; $k < $chords; $k++) {
            $a = $from + $turn * $k / $chords;
            [$x, $y] = [$rx * (cos($a) + $mx), $ry * (sin($a) + $my)];
            $points[] = [$c * $x - $s * $y + ($at[0] + $end[0]) / 2, $s * $x + $c * $y + ($at[1] + $end[1]) / 2];
        }

        return $points;
    }

    /** @param  non-empty-list<array{float, float}>  $points */
    private static function area(array $points): float
    {
        $sum = 0.0;
        foreach ($points as $k => [$x, $y]) {
            [$nx, $ny] = $points[($k + 1) % count($points)];
            $sum += $x * $ny - $nx * $y;
        }

        return $sum / 2;
    }
}
