<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use InvalidArgumentException;

use function array_fill;
use function count;
use function max;
use function min;

/**
 * What is done to a photo's tones before they become thickness, in this order: turned, cropped, brought out locally, its background faded, then
 * one curve for all: stretched, middle tones (gamma), contrast about the middle, brightness, negative. All in lightness L*.
 */
final readonly class Tone
{
    /** Steps of the curve. */
    public const STEPS = 256;

    /** Size of what local contrast brings out, mm. */
    private const LOCAL_MM = 3.0;

    /**
     * @param  float  $brightness  L* added
     * @param  float  $contrast  −1 … 1: the slope about L* 50 is 4 to the power of it
     * @param  float  $gamma  above 1 lifts the middle tones
     * @param  float  $local  0 … 1: how much of the difference to what lies around is added
     * @param  float  $fade  0 … 1: how far what was painted as background goes towards white
     * @param  list<array{float, float, float}>  $background  round spots of it: x, y and radius as shares of the width (and height) of the cropped picture
     * @param  array{float, float, float, float}  $crop  left, top, right, bottom, as shares of the turned picture
     * @param  int  $quarters  turns to the right
     */
    public function __construct(
        public float $brightness = 0.0,
        public float $contrast = 0.0,
        public float $gamma = 1.0,
        public float $local = 0.0,
        public bool $stretch = false,
        public bool $negative = false,
        public float $fade = 0.0,
        public array $background = [],
        public array $crop = [0.0, 0.0, 1.0, 1.0],
        public int $quarters = 0,
    ) {
        if (abs($brightness) > 60 || abs($contrast) > 1 || $gamma < 0.2 || $gamma > 5 || $local < 0 || $local > 1 || $fade < 0 || $fade > 1) {
            throw new InvalidArgumentException('Brightness goes to ±60, contrast to ±1, gamma from 0.2 to 5, local contrast and fading from 0 to 1.');
        }
        if ($crop[0] < 0 || $crop[1] < 0 || $crop[2] > 1 || $crop[3] > 1 || $crop[2] - $crop[0] < 0.02 || $crop[3] - $crop[1] < 0.02) {
            throw new InvalidArgumentException('A crop lies within the picture and keeps at least a fiftieth of it each way.');
        }
        if ($quarters < 0 || $quarters > 3) {
            throw new InvalidArgumentException('A picture is turned by 0 to 3 quarters.');
        }
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'brightness' => $this->brightness, 'contrast' => $this->contrast, 'gamma' => $this->gamma, 'local' => $this->local, 'stretch' => $this->stretch, 'negative' => $this->negative,
            'fade' => $this->fade, 'background' => $this->background, 'crop' => $this->crop, 'quarters' => $this->quarters,
        ];
    }

    /** @param  array<string, mixed>  $row  as made by toArray, or some of it */
    public static function fromArray(array $row): self
    {
        $usual = new self;
        $numbers = static fn (array $list): array => array_map(floatval(...), array_values($list));
        $row += $usual->toArray();
        [$l, $t, $r, $b] = $numbers($row['crop']);
        $spots = array_map(static function (array $spot) use ($numbers): array {
            [$x, $y, $radius] = $numbers($spot);

            return [$x, $y, $radius];
        }, array_values($row['background']));

        return new self(
            brightness: (float) $row['brightness'], contrast: (float) $row['contrast'], gamma: (float) $row['gamma'], local: (float) $row['local'], stretch: (bool) $row['stretch'], negative: (bool) $row['negative'],
            fade: (float) $row['fade'], background: $spots, crop: [$l, $t, $r, $b], quarters: (int) $row['quarters'],
        );
    }

    /** The picture turned, as the crop counts. */
    public function turned(Luminance $light): Luminance
    {
        return $light->turned([1, 6, 3, 8][$this->quarters]);
    }

    /** Height over width of what is left. */
    public function aspect(Photo $photo): float
    {
        $upright = $this->quarters % 2 === 0 ? $photo->heightPx / $photo->widthPx : $photo->widthPx / $photo->heightPx;

        return $upright * ($this->crop[3] - $this->crop[1]) / ($this->crop[2] - $this->crop[0]);
    }

    /**
     * Lightness out by lightness in, 0 … 100 in STEPS even steps.
     *
     * @param  list<float>  $percentiles  L* of 5, 50 and 95 %, for the stretch
     * @return list<float>
     */
    public function curve(array $percentiles): array
    {
        [$low, $high] = $this->stretch ? [$percentiles[0], max($percentiles[0] + 5, $percentiles[2])] : [0.0, 100.0];
        $slope = 4 ** $this->contrast;
        $curve = [];
        for ($k = 0; $k <= self::STEPS; $k++) {
            $l = max(0.0, min(1.0, (100 * $k / self::STEPS - $low) / ($high - $low)));
            $l = 50 + $slope * (100 * $l ** (1 / $this->gamma) - 50) + $this->brightness;
            $l = max(0.0, min(100.0, $l));
            $curve[] = $this->negative ? 100 - $l : $l;
        }

        return $curve;
    }

    /**
     * Lightness at the nodes of a grid over the picture, with all that is done place by place; the curve comes after.
     *
     * @param  ?array{float, float, float, float}  $part  of the cropped picture, as shares; may reach beyond it
     * @return list<float>
     */
    public function lightness(Luminance $turned, int $columns, int $rows, float $widthMm, ?array $part = null): array
    {
        [$l, $t, $r, $b] = $this->crop;
        if ($part !== null) {
            [$w, $h] = [$r - $l, $b - $t];
            [$l, $t, $r, $b] = [$l + $part[0] * $w, $t + $part[1] * $h, $l + $part[2] * $w, $t + $part[3] * $h];
        }

        return $this->worked(Srgb::lightnesses($turned->atNodes($columns, $rows, [$l, $t, $r, $b])), $columns, $rows, $widthMm);
    }

    /**
     * What is done place by place to a picture that is turned and cropped.
     *
     * @param  list<float>  $l  L*, rows from the top
     * @return list<float>
     */
    public function worked(array $l, int $columns, int $rows, float $widthMm): array
    {
        if ($this->local > 0.0) {
            $l = self::broughtOut($l, $columns, $rows, max(1, (int) round(self::LOCAL_MM / 2 / $widthMm * ($columns - 1))), $this->local);
        }

        return $this->fade > 0.0 && $this->background !== [] ? $this->faded($l, $columns, $rows) : $l;
    }

    /**
     * Each place less the mean of the square about it, added to it.
     *
     * @param  list<float>  $l
     * @return list<float>
     */
    private static function broughtOut(array $l, int $columns, int $rows, int $reach, float $share): array
    {
        // sums from the upper left corner
        $stride = $columns + 1;
        $sum = array_fill(0, $stride * ($rows + 1), 0.0);
        for ($r = $i = 0; $r < $rows; $r++) {
            $row = 0.0;
            for ($c = 0, $at = ($r + 1) * $stride + 1; $c < $columns; $c++, $at++) {
                $row += $l[$i++];
                $sum[$at] = $sum[$at - $stride] + $row;
            }
        }
        $out = [];
        for ($r = $i = 0; $r < $rows; $r++) {
            [$top, $bottom] = [max(0, $r - $reach), min($rows, $r + $reach + 1)];
            for ($c = 0; $c < $columns; $c++) {
                [$left, $right] = [max(0, $c - $reach), min($columns, $c + $reach + 1)];
                $mean = ($sum[$bottom * $stride + $right] - $sum[$top * $stride + $right] - $sum[$bottom * $stride + $left] + $sum[$top * $stride + $left]) / (($bottom - $top) * ($right - $left));
                $v = $l[$i++];
                $out[] = max(0.0, min(100.0, $v + $share * ($v - $mean)));
            }
        }

        return $out;
    }

    /**
     * Towards white where background was painted, softly at the edge of each spot.
     *
     * @param  list<float>  $l
     * @return list<float>
     */
    private function faded(array $l, int $columns, int $rows): array
    {
        $mask = array_fill(0, count($l), 0.0);
        foreach ($this->background as [$x, $y, $radius]) {
            $reach = $radius * ($columns - 1);
            [$cx, $cy] = [$x * ($columns - 1), $y * ($rows - 1)];
            for ($r = max(0, (int) ($cy - $reach)), $last = min($rows - 1, (int) ceil($cy + $reach)); $r <= $last; $r++) {
                for ($c = max(0, (int) ($cx - $reach)), $end = min($columns - 1, (int) ceil($cx + $reach)); $c <= $end; $c++) {
                    $off = sqrt(($c - $cx) ** 2 + ($r - $cy) ** 2) / max(1e-6, $reach);
                    $mask[$r * $columns + $c] = max($mask[$r * $columns + $c], max(0.0, min(1.0, 4 * (1 - $off))));
                }
            }
        }
        foreach ($mask as $i => $m) {
            $l[$i] += $this->fade * $m * (100 - $l[$i]);
        }

        return array_values($l);
    }
}
