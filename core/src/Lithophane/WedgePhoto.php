<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;
use Wrenlo\Core\Photo\Luminance;

use function ceil;
use function count;
use function floor;
use function hypot;
use function max;
use function min;
use function sqrt;

/**
 * Readings of a wedge from one photograph of it before the lamp: the middle of the thinnest and of the thickest step are pointed at, the others lie evenly
 * between, and a place of the bare lamp beside it is what all are divided by. Places are shares of the picture's width and height, from its upper left.
 *
 * A photograph is a meter only where it is neither blown out nor black, and as far as the camera left its tones alone (sRGB is assumed): the exposure is to
 * be fixed, and so chosen that the bare lamp just does not blow out.
 */
final readonly class WedgePhoto
{
    /** Luminance from which on a place counts as blown out, and under which as black (253 and 2 of 255). */
    private const BLOWN = 0.982;

    private const BLACK = 0.0006;

    /** Share of such cells in a patch that makes it useless. */
    private const MOST_LOST = 0.02;

    /** A patch reaches so far, of the way to the next step. */
    private const REACH = 0.28;

    /** Cells across a patch at least. */
    private const LEAST_CELLS = 6.0;

    /**
     * @param  list<array{float, float}>  $readings  thickness, mm, and transmittance
     * @param  list<float>  $scatter  standard deviation of each patch over its mean
     */
    private function __construct(public array $readings, public array $scatter, public float $bareY) {}

    /**
     * @param  list<float>  $mm  thickness of each step, in order
     * @param  array{float, float}  $first  middle of the first step
     * @param  array{float, float}  $last  and of the last
     * @param  array{float, float}  $bare  a place of the lamp without the wedge
     *
     * @throws InvalidArgumentException saying what is wrong with which patch
     */
    public static function read(Luminance $light, array $mm, array $first, array $last, array $bare): self
    {
        $steps = count($mm);
        if ($steps < 3 || $steps > 16) {
            throw new InvalidArgumentException("A wedge has 3 to 16 steps, not {$steps}.");
        }
        $at = static fn (array $p): array => [$p[0] * $light->spanX, $p[1] * $light->spanY];
        [[$x0, $y0], [$x1, $y1]] = [$at($first), $at($last)];
        $radius = self::REACH * hypot($x1 - $x0, $y1 - $y0) / ($steps - 1);
        if (2 * $radius < self::LEAST_CELLS) {
            throw new InvalidArgumentException('The steps lie too close together in this photo to be told apart: point at the middles of the first and the last one, or take it from nearer.');
        }
        [$bareY] = self::patch($light, $at($bare), $radius, 'The bare lamp', 'expose less, until it just does not blow out');
        $readings = $scatter = [];
        foreach ($mm as $k => $d) {
            $t = $k / ($steps - 1);
            [$y, $off] = self::patch($light, [$x0 + $t * ($x1 - $x0), $y0 + $t * ($y1 - $y0)], $radius, "The step of {$d} mm", 'the bare lamp would be, too: expose less');
            if ($y > $bareY * 1.02) {
                throw new InvalidArgumentException(sprintf('The step of %s mm is lighter than the bare lamp (%.0f %% of it): the place pointed at as bare is not the lamp at its full.', $d, 100 * $y / $bareY));
            }
            $readings[] = [$d, min(1.0, $y / $bareY)];
            $scatter[] = $off / max(1e-9, $y);
        }

        return new self($readings, $scatter, $bareY);
    }

    /**
     * Mean and standard deviation of a round patch.
     *
     * @param  array{float, float}  $middle  in cells
     * @return array{float, float}
     */
    private static function patch(Luminance $light, array $middle, float $radius, string $what, string $advice): array
    {
        [$cx, $cy] = $middle;
        if ($cx - $radius < 0 || $cy - $radius < 0 || $cx + $radius > $light->spanX || $cy + $radius > $light->spanY) {
            throw new InvalidArgumentException("{$what} reaches over the edge of the photo.");
        }
        $n = $sum = $squares = $blown = $black = 0.0;
        for ($r = (int) floor($cy - $radius), $end = min($light->rows - 1, (int) ceil($cy + $radius)); $r <= $end; $r++) {
            for ($c = (int) floor($cx - $radius), $stop = min($light->columns - 1, (int) ceil($cx + $radius)); $c <= $stop; $c++) {
                if (hypot($c + 0.5 - $cx, $r + 0.5 - $cy) > $radius) {
                    continue;
                }
                $y = $light->y[$r * $light->columns + $c];
                $n++;
                $sum += $y;
                $squares += $y * $y;
                $blown += $y >= self::BLOWN ? 1 : 0;
                $black += $y <= self::BLACK ? 1 : 0;
            }
        }
        $n > 0 || throw new InvalidArgumentException("{$what} covers nothing in the photo.");
        if ($blown > self::MOST_LOST * $n) {
            throw new InvalidArgumentException(sprintf('%s is blown out (%.0f %% of the patch): %s.', $what, 100 * $blown / $n, $advice));
        }
        if ($black > self::MOST_LOST * $n) {
            throw new InvalidArgumentException(sprintf('%s is black (%.0f %% of the patch): leave it out, or use a stronger lamp.', $what, 100 * $black / $n));
        }
        $mean = $sum / $n;

        return [$mean, sqrt(max(0.0, $squares / $n - $mean * $mean))];
    }
}
