<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use function abs;
use function array_keys;
use function ceil;
use function count;
use function floor;
use function hypot;
use function intdiv;
use function max;
use function min;
use function ord;
use function tan;

/**
 * Grows branches down, level by level, all at once: each goes towards its nearest neighbour as far as it may lean and the way down stays wide enough,
 * and becomes one with it where they meet; a branch alone goes straight down. What a level decides rests on the way down being known to its
 * end, so nothing is taken back. No chance is in it: the same contacts give the same trees. After J. Vanek, J. Galicia and B. Benes, Clever support,
 * Computer Graphics Forum 33(5), 2014 (greedy joining; from memory), on levels instead of cones.
 */
final class Growth
{
    /** Further off than this a neighbour is left alone. */
    private const PARTNER_MM = 22.0;

    /** Side of the squares that neighbours are looked for in. */
    private const SQUARE_MM = 5.5;

    /** A partner is looked for anew every so many levels. */
    private const ANEW = 3;

    /** @var array<int, float> place of each node of the forest */
    public array $x = [];

    /** @var array<int, float> */
    public array $y = [];

    /** @var array<int, float> */
    public array $z = [];

    /** @var array<int, int> the next node down, −1 at a foot */
    public array $down = [];

    /** @var array<int, int> foot node → stretch of the grid that it stands on */
    public array $standsOn = [];

    /** @var array<int, int> first node on a level → sprout */
    public array $sprout = [];

    /** @var array<int, int> of each active branch: its cell, column and row, newest node */
    private array $cell = [];

    /** @var array<int, int> */
    private array $node = [];

    /** @var array<int, int> contacts it carries */
    private array $load = [];

    /** @var array<int, float> length of the longest way up from here */
    private array $length = [];

    /** @var array<int, bool> */
    private array $isToPlate = [];

    /** @var array<int, int> */
    private array $partner = [];

    /** So near the plate two stay apart: a trunk has to have some height. */
    private const TRUNK_LEVELS = 4;

    private int $made = 0;

    private readonly int $cols;

    private readonly float $margin;

    /** @var list<array{int, int}> steps a level */
    private readonly array $steps;

    private function __construct(private readonly WayDown $ways, private readonly SupportAsk $ask, float $leanDeg)
    {
        $this->cols = $ways->grid->cols;
        $this->margin = $ways->grid->cellMm / 2;
        $this->steps = $ways->grid->disc($ways->levelMm * tan(deg2rad($leanDeg)) + 1e-9);
    }

    /** @param  list<Sprout>  $sprouts */
    public static function of(WayDown $ways, array $sprouts, SupportAsk $ask, float $leanDeg): self
    {
        $grown = new self($ways, $ask, $leanDeg);
        $at = [];
        foreach ($sprouts as $k => $sprout) {
            $at[$sprout->level][] = $k;
        }
        for ($level = $ways->levels() - 1; $level >= 0; $level--) {
            foreach ($at[$level] ?? [] as $k) {
                $grown->begin($sprouts[$k], $k);
            }
            $grown->land($level);
            if ($level > 0) {
                $grown->partners($level);
                $grown->move($level);
            }
        }

        return $grown;
    }

    private function begin(Sprout $sprout, int $k): void
    {
        $b = $this->branch($this->add($sprout->cell, $sprout->level), $sprout->cell, 1, $sprout->contact[2] - $sprout->level * $this->ways->levelMm, $sprout->isToPlate);
        $this->sprout[$this->node[$b]] = $k;
    }

    private function branch(int $node, int $cell, int $load, float $length, bool $isToPlate): int
    {
        $b = $this->made++;
        $this->node[$b] = $node;
        $this->cell[$b] = $cell;
        $this->load[$b] = $load;
        $this->length[$b] = $length;
        $this->isToPlate[$b] = $isToPlate;

        return $b;
    }

    private function add(int $cell, int $level): int
    {
        [$x, $y] = $this->ways->grid->middle($cell);
        $this->x[] = $x;
        $this->y[] = $y;
        $this->z[] = $level * $this->ways->levelMm;
        $this->down[] = -1;

        return count($this->down) - 1;
    }

    private function end(int $b): void
    {
        unset($this->node[$b], $this->cell[$b], $this->load[$b], $this->length[$b], $this->isToPlate[$b], $this->partner[$b]);
    }

    /** What may stand on the piece straight below ends here. */
    private function land(int $level): void
    {
        foreach ($this->ways->landings[$level] === [] ? [] : array_keys($this->cell) as $b) {
            $stretch = $this->ways->landings[$level][$this->cell[$b]] ?? null;
            if ($stretch !== null && ! $this->isToPlate[$b]) {
                $this->standsOn[$this->node[$b]] = $stretch;
                $this->end($b);
            }
        }
    }

    /** Finds each branch the nearest one that it can still meet above the plate. */
    private function partners(int $level): void
    {
        $grid = $this->ways->grid;
        $squares = [];
        $side = max(1, (int) (self::SQUARE_MM / $grid->cellMm));
        $wide = intdiv($this->cols, $side) + 3;
        foreach ($this->cell as $b => $c) {
            $squares[(intdiv(intdiv($c, $this->cols), $side) + 1) * $wide + intdiv($c % $this->cols, $side) + 1][] = $b;
        }
        // two that lean towards each other come nearer by two steps a level
        $most = min(self::PARTNER_MM / $grid->cellMm, 0.8 * 4 * $level);
        $rings = (int) ceil($most / $side);
        foreach ($this->cell as $b => $c) {
            $partner = $this->partner[$b] ?? -1;
            if (isset($this->cell[$partner]) && ($level + $b) % self::ANEW !== 0) {
                continue;
            }
            $col = $c % $this->cols;
            $row = intdiv($c, $this->cols);
            $best = $most;
            $this->partner[$b] = -1;
            for ($ring = 0; $ring <= $rings && ($ring - 1) * $side < $best; $ring++) {
                for ($j = -$ring; $j <= $ring; $j++) {
                    for ($i = -$ring, $by = abs($j) === $ring ? 1 : 2 * $ring; $i <= $ring; $i += $by) {
                        $sx = intdiv($col, $side) + 1 + $i;
                        foreach ($sx < 0 || $sx >= $wide ? [] : $squares[(intdiv($row, $side) + 1 + $j) * $wide + $sx] ?? [] as $other) {
                            $d = hypot($this->cell[$other] % $this->cols - $col, intdiv($this->cell[$other], $this->cols) - $row);
                            if ($other !== $b && $d < $best) {
                                $best = $d;
                                $this->partner[$b] = $other;
                            }
                        }
                    }
                }
            }
        }
    }

    /** One level down. */
    private function move(int $level): void
    {
        $done = [];
        foreach (array_keys($this->cell) as $b) {
            if (isset($done[$b])) {
                continue;
            }
            $partner = $this->partner[$b] ?? -1;
            if (isset($this->cell[$partner]) && ! isset($done[$partner]) && $this->meet($b, $partner, $level, $done)) {
                continue;
            }
            $to = $this->next($b, $level, $this->cell[$partner] ?? -1);
            $this->step($b, $to, $level);
            $done[$b] = true;
        }
    }

    private function step(int $b, int $cell, int $level): void
    {
        $node = $this->add($cell, $level - 1);
        $this->down[$this->node[$b]] = $node;
        $this->length[$b] += $this->lengthMm($this->cell[$b], $cell);
        $this->node[$b] = $node;
        $this->cell[$b] = $cell;
    }

    private function lengthMm(int $from, int $to): float
    {
        return hypot($this->ways->levelMm, $this->ways->grid->cellMm * hypot($to % $this->cols - $from % $this->cols, intdiv($to, $this->cols) - intdiv($from, $this->cols)));
    }

    /**
     * Two that can both step onto one cell become one there.
     *
     * @param  array<int, bool>  $done
     */
    private function meet(int $a, int $b, int $level, array &$done): bool
    {
        [$ac, $bc] = [$this->cell[$a], $this->cell[$b]];
        $dx = $bc % $this->cols - $ac % $this->cols;
        $dy = intdiv($bc, $this->cols) - intdiv($ac, $this->cols);
        if ($level < self::TRUNK_LEVELS || abs($dx) > 4 || abs($dy) > 4) {
            return false;
        }
        $load = $this->load[$a] + $this->load[$b];
        $length = max($this->length[$a], $this->length[$b]) + 1.2 * $this->ways->levelMm;
        $need = $this->need(Girth::of($length, $load));
        foreach ($this->isToPlate[$a] || $this->isToPlate[$b] ? [true] : [false] as $isToPlate) {
            foreach ($this->steps as [$i, $j]) {
                if (! $this->isStep($dx - $i, $dy - $j)) {
                    continue;
                }
                $to = $ac + $j * $this->cols + $i;
                if ($this->wayAt($level - 1, $to, $isToPlate) >= $need && $this->isOpenBetween($ac, $to, $level, $need) && $this->isOpenBetween($bc, $to, $level, $need)) {
                    $node = $this->add($to, $level - 1);
                    $this->down[$this->node[$a]] = $this->down[$this->node[$b]] = $node;
                    $new = max($this->length[$a] + $this->lengthMm($ac, $to), $this->length[$b] + $this->lengthMm($bc, $to));
                    $this->end($a);
                    $this->end($b);
                    $done[$a] = $done[$b] = true;
                    $done[$this->branch($node, $to, $load, $new, $isToPlate)] = true;

                    return true;
                }
            }
        }

        return false;
    }

    private function isStep(int $i, int $j): bool
    {
        $reach = $this->steps[count($this->steps) - 1];

        return $i * $i + $j * $j <= $reach[0] ** 2 + $reach[1] ** 2;
    }

    /** The cell a branch goes to: towards its partner where the way is wide enough, straight down where there is none, else where it is widest. */
    private function next(int $b, int $level, int $partner): int
    {
        $from = $this->cell[$b];
        $isToPlate = $this->isToPlate[$b];
        $need = $this->need(Girth::of($this->length[$b] + 1.2 * $this->ways->levelMm, $this->load[$b]));
        [$tx, $ty] = $partner < 0 ? [0, 0] : [$partner % $this->cols - $from % $this->cols, intdiv($partner, $this->cols) - intdiv($from, $this->cols)];
        $best = $widest = -1;
        $least = INF;
        $most = -1;
        foreach ($this->steps as [$i, $j]) {
            $to = $from + $j * $this->cols + $i;
            $way = $this->wayAt($level - 1, $to, $isToPlate);
            if (abs($i) <= 1 && abs($j) <= 1 && $way > $most) {
                $most = $way;
                $widest = $to;
            }
            if ($way < $need) {
                continue;
            }
            $d = hypot($tx - $i, $ty - $j);
            if ($d < $least && $this->isOpenBetween($from, $to, $level, $need)) {
                $least = $d;
                $best = $to;
            }
        }

        return $best >= 0 ? $best : $widest;
    }

    private function need(float $radius): int
    {
        return (int) min(250, ceil(($radius + $this->ask->xyMm + $this->margin) / $this->ways->unitMm));
    }

    private function wayAt(int $level, int $cell, bool $isToPlate): int
    {
        return $cell < 0 || ! isset($this->ways->clear[$level][$cell]) ? 0 : ord(($isToPlate ? $this->ways->toPlate : $this->ways->toPiece)[$level][$cell]);
    }

    /** Whether half way of a long step there is as much room. */
    private function isOpenBetween(int $from, int $to, int $level, int $need): bool
    {
        $i = $to % $this->cols - $from % $this->cols;
        $j = intdiv($to, $this->cols) - intdiv($from, $this->cols);
        if (abs($i) < 2 && abs($j) < 2) {
            return true;
        }
        $half = $from + (int) floor($j / 2) * $this->cols + (int) floor($i / 2);

        return ord($this->ways->clear[$level - 1][$half]) >= $need && ord($this->ways->clear[$level][$half]) >= $need;
    }
}
