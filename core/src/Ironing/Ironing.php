<?php

declare(strict_types=1);

namespace Wrenlo\Core\Ironing;

use Wrenlo\Core\Settings\PrintProfile;

use function count;

/** The flat tops of a standing piece and the strokes that iron them. */
final readonly class Ironing
{
    /**
     * @param  list<FlatTop>  $tops  highest first
     * @param  list<Strokes>  $strokes  of each
     */
    private function __construct(public array $tops, public array $strokes, public IronSettings $settings, public float $layerMm) {}

    /** @param  list<FlatTop>  $tops */
    public static function of(array $tops, IronSettings $settings, PrintProfile $profile, float $layerMm): self
    {
        return new self($tops, array_map(static fn (FlatTop $t): Strokes => Strokes::on($t, $settings, $profile), $tops), $settings, $layerMm);
    }

    /** Only the tops that are none lower than the highest. */
    public function topmost(): self
    {
        $kept = array_keys(array_filter($this->tops, static fn (FlatTop $t): bool => $t->isTopmost));

        return $this->only($kept);
    }

    /** @param  list<int>  $kept */
    public function only(array $kept): self
    {
        return new self(array_map(fn (int $k): FlatTop => $this->tops[$k], $kept), array_map(fn (int $k): Strokes => $this->strokes[$k], $kept), $this->settings, $this->layerMm);
    }

    public function minutes(): float
    {
        return array_sum(array_map(static fn (Strokes $s): float => $s->minutes, $this->strokes));
    }

    /** What a top grows by: the plastic of the flow, laid on what was full. A cube of 20 mm at 10 % of 0.2 mm grew by 0.02 mm (trade fact, no source). */
    public function heightGainMm(): float
    {
        return $this->settings->flowShare * $this->layerMm;
    }

    /**
     * Which tops to iron in so many minutes: those whose seen area adds up to most. Exact to a hundredth of the minutes.
     *
     * @return list<int> places of the tops
     */
    public function worth(float $minutes): array
    {
        if ($minutes <= 0.0) {
            return [];
        }
        $cells = 400;
        $unit = $minutes / $cells;
        // best seen area within each part of the minutes, and what it is made of
        $best = array_fill(0, $cells + 1, 0.0);
        $made = array_fill(0, $cells + 1, []);
        foreach ($this->tops as $k => $top) {
            $takes = (int) ceil($this->strokes[$k]->minutes / $unit - 1e-9);
            $gain = $top->seen * $this->strokes[$k]->ironedMm2;
            if ($gain <= 0.0) {
                continue;
            }
            for ($c = $cells; $c >= $takes; $c--) {
                if ($best[$c] < $best[$c - $takes] + $gain) {
                    $best[$c] = $best[$c - $takes] + $gain;
                    $made[$c] = [...$made[$c - $takes], $k];
                }
            }
        }

        return $made[$cells];
    }

    /**
     * In which order tops of one layer are ironed so that the nozzle crosses least of what it has just ironed: every order of up to seven, the
     * nearest next of more.
     *
     * @return array{order: list<int>, dragged_mm: float, as_listed_mm: float}
     */
    public function order(): array
    {
        $order = [];
        $dragged = $listed = 0.0;
        $layers = [];
        foreach ($this->tops as $k => $t) {
            $layers[(string) round($t->zMm / max($this->layerMm, 1e-6))][] = $k;
        }
        foreach ($layers as $places) {
            $listed += $this->draggedMm($places);
            $least = INF;
            $best = $places;
            foreach (count($places) <= 7 ? self::orders($places) : [$places, array_reverse($places)] as $try) {
                $mm = $this->draggedMm($try);
                if ($mm < $least - 1e-9) {
                    [$best, $least] = [$try, $mm];
                }
            }
            $dragged += $least;
            $order = [...$order, ...$best];
        }

        return ['order' => $order, 'dragged_mm' => $dragged, 'as_listed_mm' => $listed];
    }

    /**
     * How much of the travel from top to top crosses tops already ironed, mm.
     *
     * @param  list<int>  $places
     */
    private function draggedMm(array $places): float
    {
        $sum = 0.0;
        foreach ($places as $i => $k) {
            if ($i === 0) {
                continue;
            }
            $from = $this->strokes[$places[$i - 1]]->paths;
            $to = $this->strokes[$k]->paths;
            if ($from === [] || $to === []) {
                continue;
            }
            $end = $from[count($from) - 1];
            [$ax, $ay, $bx, $by] = [$end[count($end) - 2], $end[count($end) - 1], $to[0][0], $to[0][1]];
            foreach (array_slice($places, 0, $i) as $done) {
                $sum += self::within($this->tops[$done]->outlines, $ax, $ay, $bx, $by);
            }
        }

        return $sum;
    }

    /**
     * Length of a straight move that lies within a face.
     *
     * @param  list<list<float>>  $outlines
     */
    private static function within(array $outlines, float $ax, float $ay, float $bx, float $by): float
    {
        $dx = $bx - $ax;
        $dy = $by - $ay;
        $at = [];
        $isIn = false;
        foreach ($outlines as $p) {
            for ($i = 0, $n = count($p), $px = $p[$n - 2], $py = $p[$n - 1]; $i < $n; $i += 2) {
                $qx = $p[$i];
                $qy = $p[$i + 1];
                if (($py > $ay) !== ($qy > $ay) && $ax < ($qx - $px) * ($ay - $py) / ($qy - $py) + $px) {
                    $isIn = ! $isIn;
                }
                $den = $dx * ($qy - $py) - $dy * ($qx - $px);
                if ($den !== 0.0) {
                    $t = (($px - $ax) * ($qy - $py) - ($py - $ay) * ($qx - $px)) / $den;
                    $u = (($px - $ax) * $dy - ($py - $ay) * $dx) / $den;
                    if ($t > 0.0 && $t < 1.0 && $u >= 0.0 && $u < 1.0) {
                        $at[] = $t;
                    }
                }
                $px = $qx;
                $py = $qy;
            }
        }
        sort($at);
        $at[] = 1.0;
        $sum = $last = 0.0;
        foreach ($at as $t) {
            $sum += $isIn ? $t - $last : 0.0;
            $isIn = ! $isIn;
            $last = $t;
        }

        return $sum * sqrt($dx * $dx + $dy * $dy);
    }

    /**
     * @param  list<int>  $of
     * @return list<list<int>>
     */
    private static function orders(array $of): array
    {
        if (count($of) < 2) {
            return [$of];
        }
        $all = [];
        foreach ($of as $k => $first) {
            foreach (self::orders(array_values(array_diff_key($of, [$k => true]))) as $rest) {
                $all[] = [$first, ...$rest];
            }
        }

        return $all;
    }
}
