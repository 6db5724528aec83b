<?php

declare(strict_types=1);

namespace Wrenlo\Core\Seam;

use function abs;
use function count;
use function fmod;
use function max;
use function ord;
use function pack;

/**
 * Chooses where outlines begin. Outlines of neighbouring layers are matched where each is the best match of the other; a run of such matches is a
 * chain. Along a chain a leap costs LEAP_PER_MM for each millimetre along the lower outline, LEAP_MOST at most, in seen weights; the led path is
 * the cheapest way through the places of a chain, found exactly from the plate up (Viterbi), in time that grows with the places alone: the
 * cheapest way to come from anywhere on the lower outline is a lower envelope, swept once in each direction.
 */
final readonly class SeamPlanner
{
    public const LEAP_PER_MM = 0.01;

    public const LEAP_MOST = 0.1;

    /** Outlines match where places of one lie this near to the other, mm. */
    private const NEAR_MM = 2.0;

    /** Places of an outline that are asked which outline lies below them. */
    private const ASKED = 12;

    /**
     * @param  list<int>  $below  of each outline: the one it follows, −1 where it begins a chain
     */
    private function __construct(public SeamPlaces $places, public array $below, private float $layerMm) {}

    public static function of(SeamPlaces $places, float $layerMm): self
    {
        return new self($places, self::matched($places), $layerMm);
    }

    /** @param  array{float, float}  $front  from the piece towards its viewers, on the plate */
    public function seams(SeamStyle $style, array $front): Seams
    {
        if ($style !== SeamStyle::Path) {
            return $this->judged($style, $this->each($style, $front));
        }
        $led = $this->judged($style, $this->led(self::LEAP_PER_MM, self::LEAP_MOST, isByCorners: true));
        $back = $this->seams(SeamStyle::Back, $front);
        if ($led->seenMm <= $back->seenMm) {
            return $led;
        }

        // corners and leaps were worth more than sight: then sight alone decides
        return $this->judged($style, $this->led(0.0, 0.0, isByCorners: false));
    }

    /** @param  list<int>  $chosen */
    private function judged(SeamStyle $style, array $chosen): Seams
    {
        ['x' => $x, 'y' => $y, 'weight' => $weight] = get_object_vars($this->places);
        $sum = 0.0;
        $jumps = $chains = 0;
        foreach ($chosen as $l => $k) {
            $sum += $weight[$k];
            $b = $this->below[$l];
            if ($b < 0) {
                $chains++;
            } elseif (($x[$k] - $x[$chosen[$b]]) ** 2 + ($y[$k] - $y[$chosen[$b]]) ** 2 > Seams::JUMP_MM ** 2) {
                $jumps++;
            }
        }

        return new Seams($style, $chosen, $chains, $jumps, $this->layerMm * count($chosen), $this->layerMm * $sum);
    }

    /**
     * @param  array{float, float}  $front
     * @return list<int>
     */
    private function each(SeamStyle $style, array $front): array
    {
        ['x' => $x, 'y' => $y, 'turn' => $turn, 'first' => $first] = get_object_vars($this->places);
        $chosen = [];
        for ($l = 0, $n = $this->places->outlines(); $l < $n; $l++) {
            $best = $first[$l];
            $most = -INF;
            for ($k = $first[$l], $end = $first[$l + 1]; $k < $end; $k++) {
                $value = match ($style) {
                    SeamStyle::Back => -($x[$k] * $front[0] + $y[$k] * $front[1]),
                    SeamStyle::Corner => abs($turn[$k]) * ($turn[$k] < 0.0 ? 1.5 : 1.0),
                    default => 0.0,
                };
                if ($value > $most + 1e-9) {
                    [$best, $most] = [$k, $value];
                }
            }
            // spread evenly by the golden section, the same every time
            $chosen[] = $style === SeamStyle::Scatter ? $first[$l] + (int) (fmod(($l + 1) * 0.6180339887498949, 1.0) * ($first[$l + 1] - $first[$l])) : $best;
        }

        return $chosen;
    }

    /**
     * The cheapest way through each chain.
     *
     * @return list<int>
     */
    public function led(float $perMm, float $most, bool $isByCorners): array
    {
        ['first' => $first, 'spacing' => $spacing, 'weight' => $weight] = get_object_vars($this->places);
        $count = $this->places->outlines();
        $follows = [];
        foreach ($this->below as $l => $b) {
            if ($b >= 0) {
                $follows[$b] = $l;
            }
        }
        $chosen = array_fill(0, $count, 0);
        foreach ($this->below as $start => $b) {
            if ($b >= 0) {
                continue;
            }
            // up the chain: what each place comes to, and from which place of the outline below
            $way = [];
            $cost = [];
            for ($l = $start, $last = $l; ; $l = $follows[$l]) {
                $own = [];
                for ($k = $first[$l]; $k < $first[$l + 1]; $k++) {
                    $own[] = $isByCorners ? $this->places->cost($k) : $weight[$k];
                }
                if ($l === $start) {
                    $cost = $own;
                } else {
                    [$least, $from] = self::envelope($cost, $perMm * $spacing[$last], $most);
                    $come = [];
                    $cost = [];
                    foreach ($this->nearest($l, $last) as $i => $j) {
                        $cost[] = $own[$i] + $least[$j];
                        $come[] = $from[$j];
                    }
                    $way[$l] = pack('V*', ...$come);
                }
                $last = $l;
                if (! isset($follows[$l])) {
                    break;
                }
            }
            $at = self::least($cost);
            for ($l = $last; ; $l = $this->below[$l]) {
                $chosen[$l] = $first[$l] + $at;
                if ($l === $start) {
                    break;
                }
                $s = 4 * $at;
                $w = $way[$l];
                $at = ord($w[$s]) | ord($w[$s + 1]) << 8 | ord($w[$s + 2]) << 16 | ord($w[$s + 3]) << 24;
            }
        }

        return array_values($chosen);
    }

    /** @param  list<float>  $cost */
    private static function least(array $cost): int
    {
        $at = 0;
        foreach ($cost as $i => $c) {
            if ($c < $cost[$at]) {
                $at = $i;
            }
        }

        return $at;
    }

    /**
     * For each place of a closed outline the least of what any place comes to and the leap from there, and that place.
     *
     * @param  list<float>  $cost
     * @return array{list<float>, list<int>}
     */
    private static function envelope(array $cost, float $perPlace, float $most): array
    {
        $n = count($cost);
        $from = [];
        for ($i = 0; $i < $n; $i++) {
            $from[] = $i;
        }
        $low = self::least($cost);
        $cap = $cost[$low] + $most;
        for ($turn = 0, $i = $low; $turn < 2 * $n; $turn++) { // on from the lowest, twice round at most
            $j = $i + 1 < $n ? $i + 1 : 0;
            if ($cost[$j] > $cost[$i] + $perPlace) {
                $cost[$j] = $cost[$i] + $perPlace;
                $from[$j] = $from[$i];
            }
            $i = $j;
        }
        for ($turn = 0, $i = $low; $turn < 2 * $n; $turn++) {
            $j = $i > 0 ? $i - 1 : $n - 1;
            if ($cost[$j] > $cost[$i] + $perPlace) {
                $cost[$j] = $cost[$i] + $perPlace;
                $from[$j] = $from[$i];
            }
            $i = $j;
        }
        for ($i = 0; $i < $n; $i++) {
            if ($cost[$i] > $cap) {
                $cost[$i] = $cap;
                $from[$i] = $low;
            }
        }

        return [$cost, array_values($from)];
    }

    /**
     * The place of the lower outline next to each of the upper one, both walked along together.
     *
     * @return list<int> numbers on the lower outline
     */
    public function nearest(int $upper, int $lower): array
    {
        ['x' => $x, 'y' => $y, 'first' => $first] = get_object_vars($this->places);
        $a = $first[$lower];
        $n = $first[$lower + 1] - $a;
        $found = [];
        $at = -1;
        for ($k = $first[$upper], $end = $first[$upper + 1]; $k < $end; $k++) {
            $px = $x[$k];
            $py = $y[$k];
            if ($at < 0) {
                $least = INF;
                for ($j = 0; $j < $n; $j++) {
                    $d = ($x[$a + $j] - $px) ** 2 + ($y[$a + $j] - $py) ** 2;
                    if ($d < $least) {
                        $least = $d;
                        $at = $j;
                    }
                }
            } else {
                $least = ($x[$a + $at] - $px) ** 2 + ($y[$a + $at] - $py) ** 2;
                // on along the outline, over small bumps
                for ($j = $at, $miss = 0; $miss < 4;) {
                    $j = $j + 1 < $n ? $j + 1 : 0;
                    $dx = $x[$a + $j] - $px;
                    $dy = $y[$a + $j] - $py;
                    $d = $dx * $dx + $dy * $dy;
                    if ($d < $least) {
                        $least = $d;
                        $at = $j;
                        $miss = 0;
                    } else {
                        $miss++;
                    }
                }
            }
            $found[] = $at;
        }

        return $found;
    }

    /** @return list<int> */
    private static function matched(SeamPlaces $places): array
    {
        $byLayer = [];
        foreach ($places->layer as $l => $layer) {
            $byLayer[$layer][] = $l;
        }
        $boxes = self::boxes($places);
        $below = array_fill(0, $places->outlines(), -1);
        foreach ($byLayer as $layer => $uppers) {
            $lowers = $byLayer[$layer - 1] ?? [];
            if ($lowers === []) {
                continue;
            }
            [$up, $down] = [self::votes($places, $boxes, $uppers, $lowers), self::votes($places, $boxes, $lowers, $uppers)];
            foreach ($up as $u => $l) {
                if (($down[$l] ?? -1) === $u) {
                    $below[$u] = $l;
                }
            }
        }

        return array_values($below);
    }

    /** @return list<array{float, float, float, float}> */
    private static function boxes(SeamPlaces $p): array
    {
        $boxes = [];
        for ($l = 0, $n = $p->outlines(); $l < $n; $l++) {
            $box = [INF, INF, -INF, -INF];
            for ($k = $p->first[$l]; $k < $p->first[$l + 1]; $k++) {
                $x = $p->x[$k];
                $y = $p->y[$k];
                $box = [$x < $box[0] ? $x : $box[0], $y < $box[1] ? $y : $box[1], $x > $box[2] ? $x : $box[2], $y > $box[3] ? $y : $box[3]];
            }
            $boxes[] = $box;
        }

        return $boxes;
    }

    /**
     * For each outline the one of the other layer that most of its places lie near to, and closest.
     *
     * @param  list<array{float, float, float, float}>  $boxes
     * @param  list<int>  $of
     * @param  list<int>  $among
     * @return array<int, int>
     */
    private static function votes(SeamPlaces $p, array $boxes, array $of, array $among): array
    {
        $near = self::NEAR_MM;
        $x = $p->x;
        $y = $p->y;
        $found = [];
        foreach ($of as $l) {
            [$from, $to] = [$p->first[$l], $p->first[$l + 1]];
            [$lx0, $ly0, $lx1, $ly1] = $boxes[$l];
            $candidates = array_values(array_filter($among, static fn (int $m): bool => $p->isHole[$m] === $p->isHole[$l]
                && $lx0 <= $boxes[$m][2] + $near && $lx1 >= $boxes[$m][0] - $near && $ly0 <= $boxes[$m][3] + $near && $ly1 >= $boxes[$m][1] - $near));
            $isAlone = count($candidates) === 1; // then it is enough that any place of it is near
            $step = max(1, intdiv($to - $from, self::ASKED));
            $votes = [];
            for ($k = $from; $k < $to; $k += $step) {
                $px = (float) $x[$k];
                $py = (float) $y[$k];
                $least = $near * $near;
                $winner = -1;
                foreach ($candidates as $m) {
                    [$x0, $y0, $x1, $y1] = $boxes[$m];
                    if ($px < $x0 - $near || $px > $x1 + $near || $py < $y0 - $near || $py > $y1 + $near) {
                        continue;
                    }
                    for ($j = $p->first[$m], $end = $p->first[$m + 1]; $j < $end; $j++) {
                        $dx = (float) $x[$j] - $px;
                        $dy = (float) $y[$j] - $py;
                        $d = $dx * $dx + $dy * $dy;
                        if ($d < $least) {
                            $least = $d;
                            $winner = $m;
                            if ($isAlone) {
                                break;
                            }
                        }
                    }
                }
                if ($winner >= 0) {
                    $votes[$winner] = ($votes[$winner] ?? 0.0) + 1 + 0.1 * (1 - $least / ($near * $near));
                }
            }
            if ($votes !== []) {
                $found[$l] = (int) array_search(max($votes), $votes, true);
            }
        }

        return $found;
    }
}
