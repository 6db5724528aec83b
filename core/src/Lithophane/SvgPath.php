<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

use function count;

/** The outline an SVG path draws (W3C SVG 2, 9.3): M, L, H, V, C, Q, Z and their relative forms, one closed figure, curves as chords. */
final class SvgPath
{
    private const MOST_BYTES = 100_000;

    private const CHORDS = 16;

    /** Numbers a command takes. */
    private const TAKES = ['M' => 2, 'L' => 2, 'H' => 1, 'V' => 1, 'C' => 6, 'Q' => 4, 'Z' => 0];

    /**
     * @return non-empty-list<array{float, float}> x to the right, y up, in the path's own units; its first figure
     *
     * @throws InvalidArgumentException with the place
     */
    public static function outline(string $d): array
    {
        if (strlen($d) > self::MOST_BYTES || preg_match_all('/[a-zA-Z]|[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?/', $d, $m) === 0) {
            throw new InvalidArgumentException('This is no outline of an SVG path: it begins like “M 10 20 C …” and has up to 100,000 characters.');
        }
        $tokens = $m[0];
        $points = [];
        [$x, $y] = [0.0, 0.0];
        $command = '';
        for ($i = 0, $n = count($tokens); $i < $n;) {
            if (ctype_alpha($tokens[$i])) {
                $command = $tokens[$i++];
            } elseif ($command === '') {
                throw new InvalidArgumentException('A path begins with M.');
            }
            $kind = strtoupper($command);
            $takes = self::TAKES[$kind] ?? throw new InvalidArgumentException("An outline here may have M, L, H, V, C, Q and Z, not {$command}: turn arcs and smooth curves into those.");
            if ($kind === 'Z' || ($kind === 'M' && count($points) > 1)) {
                break;
            }
            $p = array_slice($tokens, $i, $takes);
            if (count($p) < $takes || array_filter($p, is_numeric(...)) !== $p) {
                throw new InvalidArgumentException('The path ends or breaks off after its '.(count($points)).'th point: '.$command." takes {$takes} numbers.");
            }
            $i += $takes;
            [$ox, $oy] = ctype_lower($command) ? [$x, $y] : [0.0, 0.0];
            $p = array_map(floatval(...), $p);
            if ($kind === 'C' || $kind === 'Q') {
                array_push($points, ...self::curve($x, $y, $p, $ox, $oy));
            }
            [$x, $y] = match ($kind) {
                'H' => [$ox + ($p[0] ?? 0.0), $y], 'V' => [$x, $oy + ($p[0] ?? 0.0)], default => [$ox + ($p[$takes - 2] ?? 0.0), $oy + ($p[$takes - 1] ?? 0.0)],
            };
            $points[] = [$x, $y];
            $command = $kind === 'M' ? ($command === 'M' ? 'L' : 'l') : $command;
        }
        $up = array_map(static fn (array $p): array => [$p[0], -$p[1]], $points);
        if (count($up) < 3 || abs(self::area($up)) < 1e-9) {
            throw new InvalidArgumentException('The path encloses nothing.');
        }

        return $up;
    }

    /**
     * @param  list<float>  $p
     * @return list<array{float, float}>
     */
    private static function curve(float $x, float $y, array $p, float $ox, float $oy): array
    {
        $points = [];
        for ($k = 1; $k < self::CHORDS; $k++) {
            $t = $k / self::CHORDS;
            $u = 1 - $t;
            $points[] = count($p) === 6
                ? [$u ** 3 * $x + 3 * $u * $u * $t * ($ox + $p[0]) + 3 * $u * $t * $t * ($ox + $p[2]) + $t ** 3 * ($ox + $p[4]), $u ** 3 * $y + 3 * $u * $u * $t * ($oy + $p[1]) + 3 * $u * $t * $t * ($oy + $p[3]) + $t ** 3 * ($oy + $p[5])]
                : [$u * $u * $x + 2 * $u * $t * ($ox + $p[0]) + $t * $t * ($ox + $p[2]), $u * $u * $y + 2 * $u * $t * ($oy + $p[1]) + $t * $t * ($oy + $p[3])];
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
