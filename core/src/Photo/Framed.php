<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use function array_fill;
use function count;
use function max;
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

    /** Grey 2 of 255, and 253. */
    private const BLACK_L = 0.6;

    private const BLANK_L = 99.3;

    /**
     * @param  list<float>  $l
     * @param  list<float>  $percentiles  L* of 5, 50 and 95 % of the whole photo, for the stretch
     * @param  int  $widthPx  of what is left of the photo
     */
    public function __construct(public int $columns, public int $rows, public array $l, public array $percentiles, public int $widthPx, public int $heightPx) {}

    /** On the grid that a picture this wide is judged on. */
    public static function of(Photo $photo, Tone $tone, float $widthMm, float $lineMm): self
    {
        [$left, $top, $right, $bottom] = $tone->crop;
        [$w, $h] = $tone->quarters % 2 === 1 ? [$photo->heightPx, $photo->widthPx] : [$photo->widthPx, $photo->heightPx];
        [$w, $h] = [max(1, (int) round($w * ($right - $left))), max(1, (int) round($h * ($bottom - $top)))];
        [$columns, $rows] = Fitness::grid($w, $h, $widthMm, $lineMm);

        return new self($columns, $rows, Srgb::lightnesses($tone->turned($photo->light)->atNodes($columns, $rows, $tone->crop)), $photo->lightness, $w, $h);
    }

    /**
     * With these tones, for judging it anew: all of them but turning and cropping, which are done.
     *
     * @return array{list<float>, PhotoFacts} lightness at the nodes, and what is known of the whole
     */
    public function toned(Tone $tone, float $widthMm): array
    {
        $curve = $tone->curve($this->percentiles);
        $per = self::BINS / 100.0;
        $scale = Tone::STEPS / 100.0;
        $counts = array_fill(0, self::BINS + 1, 0);
        $low = $high = 0;
        $toned = [];
        foreach ($tone->worked($this->l, $this->columns, $this->rows, $widthMm) as $l) {
            $at = $l * $scale;
            $k = (int) $at;
            if ($k >= Tone::STEPS) {
                $k = Tone::STEPS - 1;
            }
            $from = $curve[$k];
            $l = $from + ($at - $k) * ($curve[$k + 1] - $from);
            if ($l < self::BLACK_L) {
                $low++;
            } elseif ($l > self::BLANK_L) {
                $high++;
            }
            $counts[(int) ($l * $per)]++;
            $toned[] = $l;
        }
        $n = count($toned);
        $lightness = self::smallest($toned, $counts, (int) (0.05 * ($n - 1)), (int) (0.5 * ($n - 1)), (int) (0.95 * ($n - 1)));

        return [$toned, new PhotoFacts($this->widthPx, $this->heightPx, $lightness, $low / $n, $high / $n)];
    }

    /**
     * The a-th, b-th and c-th smallest, from 0: only the bins they lie in are sorted.
     *
     * @param  list<float>  $l  0 … 100
     * @param  array<int, int>  $counts  by bin
     * @return array{float, float, float}
     */
    private static function smallest(array $l, array $counts, int $a, int $b, int $c): array
    {
        $per = self::BINS / 100.0;
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
