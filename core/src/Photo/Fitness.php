<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

use function array_fill;
use function array_sum;
use function count;
use function intdiv;
use function max;
use function min;
use function sqrt;

/**
 * How well a photo will do as a relief of this width: 0 … 1, the product of six marks, each 1 where nothing is amiss. All are taken in lightness L*,
 * on a grid of half a line width:
 *
 *   tones    spread of 5 to 95 %
 *   ends     share of pixels clipped
 *   form     share of the variance that means over 4 mm keep: a relief shows large shapes, not noise
 *   detail   squared differences of neighbours a line wide over those of neighbours two lines wide: half as much at edges, whatever their height, a quarter
 *            where they are blurred over more than that
 *   border   changes in the outer 14 % against its share of the area: a busy border takes the eye
 *   pixels   pixels a line width
 *
 * The marks and their limits are our own, set so that good and bad pictures come in the order practice would put them (tests/Core/Photo/FitnessTest).
 */
final readonly class Fitness
{
    private const BORDER_SHARE = 0.14;

    private const FORM_MM = 4.0;

    private const BLURRED = 0.26;

    private const SHARP = 0.4;

    /** Columns of the grid at most: wider reliefs are looked at in coarser cells. */
    private const MOST_COLUMNS = 600;

    /** Light spreads inside the plastic: half-period still seen over thickness (assumed spread 0.2 of 1.5 mm, until a coupon says). */
    private const SPREAD_MM = 0.44;

    /** @param  array<string, float>  $marks  by name, 0 … 1 */
    private function __construct(
        public array $marks,
        public float $pxPerMm,
        public float $printableDetailMm,
        /** L* from 5 to 95 % of the pixels */
        public float $spreadL,
        /** share of the variance of L* that means over 4 mm keep */
        public float $formShare,
        /** and what is lost under a line width */
        public float $fineShare,
        /** 0.5 for sharp edges, 0.25 for soft ones, more for texture */
        public float $sharpness,
        /** changes in the border over its share of the area; 1 is as busy as the rest */
        public float $borderBusy,
        /** L* of the middle less that of the border */
        public float $subjectL,
        private PhotoFacts $photo,
        private float $lineMm,
    ) {}

    public static function of(Photo $photo, float $widthMm, float $layerMm, float $lineMm): self
    {
        [$columns, $rows] = self::grid($photo->widthPx, $photo->heightPx, $widthMm, $lineMm);

        return self::judged(Srgb::lightnesses($photo->light->atNodes($columns, $rows)), $photo->facts(), $widthMm, $layerMm, $lineMm);
    }

    /** @return array{int, int} columns and rows of the grid a picture is judged on: half a line wide, or as fine as is worth it */
    public static function grid(int $widthPx, int $heightPx, float $widthMm, float $lineMm): array
    {
        $pitch = self::pitchMm($widthMm, $lineMm);

        return [max(8, (int) round($widthMm / $pitch) + 1), max(8, (int) round($widthMm * $heightPx / $widthPx / $pitch) + 1)];
    }

    private static function pitchMm(float $widthMm, float $lineMm): float
    {
        return max($lineMm / 2, $widthMm / self::MOST_COLUMNS);
    }

    /** @param  list<float>  $l  lightness at the nodes of its grid */
    public static function judged(array $l, PhotoFacts $photo, float $widthMm, float $layerMm, float $lineMm): self
    {
        [$columns, $rows] = self::grid($photo->widthPx, $photo->heightPx, $widthMm, $lineMm);
        $pitch = self::pitchMm($widthMm, $lineMm);
        $all = self::variance($l);
        $kept = static fn (float $mm): float => $all < 1e-6 ? 0.0 : min(1.0, self::variance(self::means($l, $columns, $rows, max(1, (int) round($mm / $pitch)))) / $all);
        [$line, $form] = [$kept($lineMm), $kept(self::FORM_MM)];
        $cells = max(1, (int) round($lineMm / $pitch));
        $wide = self::differences($l, $columns, $rows, 2 * $cells);
        $sharpness = $wide > 1e-4 ? self::differences($l, $columns, $rows, $cells) / $wide : 0.0;
        [$busy, $subject] = self::border($l, $columns, $rows);
        $pxPerMm = $photo->widthPx / $widthMm;
        $spread = $photo->lightness[2] - $photo->lightness[0];
        $clipped = $photo->clippedLow + $photo->clippedHigh;
        $rise = static fn (float $v, float $none, float $full): float => max(0.0, min(1.0, ($v - $none) / ($full - $none)));

        return new self(
            marks: [
                'tones' => $rise($spread, 5.0, 55.0),
                'ends' => 1 - $rise($clipped, 0.01, 0.45),
                'form' => $rise($form, 0.05, 0.55),
                'detail' => 0.5 + 0.5 * $rise($sharpness, self::BLURRED, self::SHARP),
                'border' => 1 - 0.6 * $rise($busy, 1.0, 2.2),
                'pixels' => 0.15 + 0.85 * $rise($pxPerMm * $lineMm, 0.2, 1.6),
            ],
            pxPerMm: $pxPerMm, printableDetailMm: min(3 * $lineMm, max($lineMm, $layerMm, self::SPREAD_MM)), spreadL: $spread,
            formShare: $form, fineShare: 1 - $line, sharpness: $sharpness, borderBusy: $busy, subjectL: $subject, photo: $photo, lineMm: $lineMm,
        );
    }

    public function value(): float
    {
        return (float) array_product($this->marks);
    }

    /** @return list<Advice> what spoils most first */
    public function advice(): array
    {
        $p = $this->photo;
        $n = static fn (float $v, int $places = 0): string => number_format($v, $places);
        $found = [];
        $add = static function (float $mark, Advice $advice) use (&$found): void {
            $found[] = [$mark, $advice];
        };
        if ($this->spreadL < 45) {
            $add($this->marks['tones'], new Advice('flat_tones', "Its tones span only {$n($this->spreadL)} of 100 steps of lightness: stretch them, or the relief will look like fog.", ['stretch' => 1.0]));
        }
        if ($p->clippedHigh > 0.03) {
            $add(1 - $p->clippedHigh, new Advice('clipped_light', "{$n(100 * $p->clippedHigh, 1)} % of it is blank white: there the relief is one thin flat window without any drawing."));
        }
        if ($p->clippedLow > 0.03) {
            $add(1 - $p->clippedLow, new Advice('clipped_dark', "{$n(100 * $p->clippedLow, 1)} % of it is solid black: there the relief is as thick as it gets and shows nothing."));
        }
        if ($p->lightness[1] < 30) {
            $add(0.7, new Advice('too_dark', "Half of it is darker than L* {$n($p->lightness[1])}: raise its middle tones, or it asks for a strong lamp.", ['gamma' => round(min(2.2, max(1.1, log(max(0.05, $p->lightness[1] / 100)) / log(0.45))), 2)]));
        }
        if ($this->borderBusy > 1.25) {
            $add($this->marks['border'], new Advice('busy_border', "The outer seventh changes {$n($this->borderBusy, 1)} times as much as its share: fade the background or crop closer.", ['fade' => 0.8]));
        }
        if ($this->pxPerMm * $this->lineMm < 1) {
            $add($this->marks['pixels'], new Advice('few_pixels', "At this width it has {$n($this->pxPerMm, 1)} pixels a millimetre, less than one a line of {$n($this->lineMm, 2)} mm: print it smaller or bring a larger picture."));
        }
        if ($this->formShare < 0.4) {
            $add($this->marks['form'], new Advice('noisy', "Only {$n(100 * $this->formShare)} % of its contrast lies in shapes over 4 mm: it is texture or noise, which a relief turns to grain."));
        }
        if ($this->sharpness < self::BLURRED + 0.04 && $this->spreadL > 5) {
            $add($this->marks['detail'], new Advice('blurred', "Its edges are soft over several lines (sharpness {$n($this->sharpness, 2)}; sharp ones have 0.5): it is out of focus or was enlarged.", ['local' => 0.5]));
        }
        if ($this->fineShare > 0.15) {
            $add(0.8, new Advice('lost_detail', "{$n(100 * $this->fineShare)} % of its contrast is finer than a line of {$n($this->lineMm, 2)} mm and will be lost: a finer nozzle or a wider relief keeps more."));
        }
        usort($found, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return array_column($found, 1);
    }

    /** In words, from best to worst. */
    public function word(): string
    {
        return match (true) {
            $this->value() >= 0.7 => 'fit',
            $this->value() >= 0.45 => 'fair',
            $this->value() >= 0.2 => 'weak',
            default => 'unfit',
        };
    }

    /** @param  list<float>  $l */
    private static function variance(array $l): float
    {
        $n = count($l);
        $mean = array_sum($l) / $n;
        $sum = 0.0;
        foreach ($l as $v) {
            $off = $v - $mean;
            $sum += $off * $off;
        }

        return $sum / $n;
    }

    /**
     * Means of blocks, so many cells each way; what is left at the edges joins the last.
     *
     * @param  list<float>  $l
     * @return non-empty-list<float>
     */
    private static function means(array $l, int $columns, int $rows, int $cells): array
    {
        [$across, $down] = [max(1, intdiv($columns, $cells)), max(1, intdiv($rows, $cells))];
        [$wide, $high] = [$columns - ($across - 1) * $cells, $rows - ($down - 1) * $cells];
        $means = [];
        for ($b = 0; $b < $down; $b++) {
            [$from, $to] = [$b * $cells, $b === $down - 1 ? $rows : ($b + 1) * $cells];
            $sum = array_fill(0, $across, 0.0);
            for ($r = $from; $r < $to; $r++) {
                $i = $r * $columns;
                for ($k = 0; $k < $across; $k++) {
                    $s = 0.0;
                    for ($end = $k === $across - 1 ? ($r + 1) * $columns : $i + $cells; $i < $end; $i++) {
                        $s += $l[$i];
                    }
                    $sum[$k] += $s;
                }
            }
            $n = ($b === $down - 1 ? $high : $cells) * $cells;
            foreach ($sum as $k => $s) {
                $means[] = $s / ($k === $across - 1 ? intdiv($n, $cells) * $wide : $n);
            }
        }

        return $means;
    }

    /**
     * Mean of the squared differences of means of blocks side by side, and above each other.
     *
     * @param  list<float>  $l
     */
    private static function differences(array $l, int $columns, int $rows, int $cells): float
    {
        [$across, $down] = [max(1, intdiv($columns, $cells)), max(1, intdiv($rows, $cells))];
        $means = self::means($l, $columns, $rows, $cells);
        $sum = $n = 0;
        // what is left at the edges joined the last blocks: without those
        for ($r = 0; $r < $down - 2; $r++) {
            for ($c = 0; $c < $across - 2; $c++) {
                $i = $r * $across + $c;
                $m = $means[$i];
                $dx = $means[$i + 1] - $m;
                $dy = $means[$i + $across] - $m;
                $sum += $dx * $dx + $dy * $dy;
                $n += 2;
            }
        }

        return $n === 0 ? 0.0 : $sum / $n;
    }

    /**
     * How much the border changes against its share of the area, and how much lighter the middle is.
     *
     * @param  list<float>  $l
     * @return array{float, float}
     */
    private static function border(array $l, int $columns, int $rows): array
    {
        [$dx, $dy] = [(int) ceil(self::BORDER_SHARE * $columns), (int) ceil(self::BORDER_SHARE * $rows)];
        $all = $outer = $cells = $of = $inL = $outL = 0.0;
        for ($r = 0; $r < $rows - 1; $r++) {
            for ($c = 0; $c < $columns - 1; $c++) {
                $i = $r * $columns + $c;
                $v = $l[$i];
                $x = $l[$i + 1] - $v;
                $y = $l[$i + $columns] - $v;
                $change = sqrt($x * $x + $y * $y);
                $all += $change;
                $cells++;
                if ($r < $dy || $c < $dx || $r >= $rows - $dy || $c >= $columns - $dx) {
                    $outer += $change;
                    $of++;
                    $outL += $l[$i];
                } else {
                    $inL += $l[$i];
                }
            }
        }

        return [$all > 1e-9 ? ($outer / $all) / ($of / $cells) : 0.0, $inL / max(1.0, $cells - $of) - $outL / max(1.0, $of)];
    }
}
