<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use function array_fill;
use function array_sum;
use function count;
use function max;
use function min;
use function round;
use function sort;

/**
 * A photo turned and cropped, as lightness L* at the nodes of a grid: what tones are tried on, over and over, without going back to the photo.
 * l[row · columns + column], rows from the top.
 */
final readonly class Framed
{
    /** Bins of lightness in which percentiles are looked for. */
    private const BINS = 2000;

    /**
     * @param  list<float>  $l
     * @param  list<float>  $percentiles  L* of 5, 50 and 95 % of the whole photo, for the stretch
     * @param  int  $widthPx  of what is left of the photo
     */
    public function __construct(public int $columns, public int $rows, public array $l, public array $percentiles, public int $widthPx, public int $heightPx) {}

    /** @param  int  $columns  at most */
    public static function of(Photo $photo, Tone $tone, int $columns): self
    {
        $turned = $tone->turned($photo->light);
        [$left, $top, $right, $bottom] = $tone->crop;
        $columns = (int) min($columns, max(8, round($turned->columns * ($right - $left))));
        $rows = (int) max(8, round($columns * $tone->aspect($photo)));
        [$w, $h] = $tone->quarters % 2 === 1 ? [$photo->heightPx, $photo->widthPx] : [$photo->widthPx, $photo->heightPx];

        return new self(
            $columns, $rows, Srgb::lightnesses($turned->atNodes($columns, $rows, $tone->crop)), $photo->lightness,
            max(1, (int) round($w * ($right - $left))), max(1, (int) round($h * ($bottom - $top))),
        );
    }

    /** The photo as it is with these tones, for judging it anew: all of them but turning and cropping, which are done. */
    public function toned(Tone $tone, float $widthMm): Photo
    {
        $curve = $tone->curve($this->percentiles);
        $lightness = [];
        $low = $high = 0;
        foreach ($tone->worked($this->l, $this->columns, $this->rows, $widthMm) as $l) {
            $at = max(0.0, min(100.0, $l)) / 100 * Tone::STEPS;
            $k = min(Tone::STEPS - 1, (int) $at);
            $l = $curve[$k] + ($at - $k) * ($curve[$k + 1] - $curve[$k]);
            $low += $l < 0.6 ? 1 : 0;
            $high += $l > 99.3 ? 1 : 0;
            $lightness[] = $l;
        }
        $y = Srgb::luminances($lightness);
        $n = count($lightness);

        return new Photo(
            widthPx: $this->widthPx, heightPx: $this->heightPx, light: new Luminance($this->columns, $this->rows, $y), meanY: array_sum($y) / $n,
            lightness: self::smallest($lightness, (int) (0.05 * ($n - 1)), (int) (0.5 * ($n - 1)), (int) (0.95 * ($n - 1))), clippedLow: $low / $n, clippedHigh: $high / $n,
        );
    }

    /**
     * The a-th, b-th and c-th smallest, from 0: only the bins they lie in are sorted.
     *
     * @param  list<float>  $l  0 … 100
     * @return array{float, float, float}
     */
    private static function smallest(array $l, int $a, int $b, int $c): array
    {
        $per = self::BINS / 100.0;
        $counts = array_fill(0, self::BINS + 1, 0);
        foreach ($l as $v) {
            $counts[(int) ($v * $per)]++;
        }
        // bin of each, and how many lie before it
        $bins = [];
        foreach ([$a, $b, $c] as $n) {
            for ($bin = $before = 0; $before + $counts[$bin] <= $n; $bin++) {
                $before += $counts[$bin];
            }
            $bins[] = [$bin, $n - $before];
        }
        [[$first], [$second], [$third]] = $bins;
        $within = [$first => [], $second => [], $third => []];
        foreach ($l as $v) {
            $bin = (int) ($v * $per);
            if ($bin === $first || $bin === $second || $bin === $third) {
                $within[$bin][] = $v;
            }
        }
        array_walk($within, sort(...));
        [$low, $middle, $high] = array_map(static fn (array $at): float => $within[$at[0]][$at[1]], $bins);

        return [$low, $middle, $high];
    }
}
