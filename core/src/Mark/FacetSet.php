<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

use InvalidArgumentException;

use function count;

/** A set of facets of one mesh, kept as runs: first facet, how many, first facet, how many … ascending, never touching. */
final readonly class FacetSet
{
    /** @param  list<int>  $runs */
    private function __construct(public array $runs) {}

    public static function none(): self
    {
        return new self([]);
    }

    /** @param  array<int>  $facets in any order, repeated or not */
    public static function of(array $facets): self
    {
        sort($facets);
        $runs = [];
        $from = $to = -2;
        foreach ($facets as $f) {
            if ($f > $to + 1) {
                if ($to >= 0) {
                    array_push($runs, $from, $to - $from + 1);
                }
                $from = $f;
            }
            $to = $f;
        }
        if ($to >= 0) {
            array_push($runs, $from, $to - $from + 1);
        }

        return new self($runs);
    }

    /**
     * @param  array<mixed>  $runs
     * @param  int  $facets  of the mesh
     *
     * @throws InvalidArgumentException naming the run that is wrong
     */
    public static function fromRuns(array $runs, int $facets): self
    {
        if (! array_is_list($runs) || count($runs) % 2 !== 0) {
            throw new InvalidArgumentException('The runs of a mark are pairs of a first facet and a count.');
        }
        $end = -1;
        $clean = [];
        for ($k = 0; $k < count($runs); $k += 2) {
            [$from, $many] = [$runs[$k], $runs[$k + 1]];
            if (! is_int($from) || ! is_int($many) || $many < 1 || $from <= $end || $many > $facets || $from > $facets - $many) {
                throw new InvalidArgumentException('Run '.($k / 2 + 1)." of a mark does not lie behind the one before it within the {$facets} facets of the mesh.");
            }
            array_push($clean, $from, $many);
            $end = $from + $many;
        }

        return new self($clean);
    }

    /** @return list<int> ascending */
    public function facets(): array
    {
        $all = [];
        for ($k = 0; $k < count($this->runs); $k += 2) {
            for ($f = $this->runs[$k], $end = $f + $this->runs[$k + 1]; $f < $end; $f++) {
                $all[] = $f;
            }
        }

        return $all;
    }

    public function count(): int
    {
        $count = 0;
        for ($k = 1; $k < count($this->runs); $k += 2) {
            $count += $this->runs[$k];
        }

        return $count;
    }

    public function isEmpty(): bool
    {
        return $this->runs === [];
    }

    public function has(int $facet): bool
    {
        [$low, $high] = [0, intdiv(count($this->runs), 2) - 1];
        while ($low <= $high) {
            $mid = ($low + $high) >> 1;
            $from = $this->runs[2 * $mid];
            if ($facet < $from) {
                $high = $mid - 1;
            } elseif ($facet >= $from + $this->runs[2 * $mid + 1]) {
                $low = $mid + 1;
            } else {
                return true;
            }
        }

        return false;
    }

    public function with(self $other): self
    {
        return $this->joined($other, static fn (bool $a, bool $b): bool => $a || $b);
    }

    public function without(self $other): self
    {
        return $this->joined($other, static fn (bool $a, bool $b): bool => $a && ! $b);
    }

    public function inCommon(self $other): self
    {
        return $this->joined($other, static fn (bool $a, bool $b): bool => $a && $b);
    }

    /** @param  callable(bool, bool): bool  $keep by being in this set and in the other */
    private function joined(self $other, callable $keep): self
    {
        // where either set begins or ends, in order; between two such places nothing changes
        $turns = [];
        foreach ([1 => $this->runs, 2 => $other->runs] as $bit => $runs) {
            for ($k = 0; $k < count($runs); $k += 2) {
                foreach ([$runs[$k], $runs[$k] + $runs[$k + 1]] as $place) {
                    $turns[$place] = ($turns[$place] ?? 0) ^ $bit;
                }
            }
        }
        ksort($turns);
        $runs = [];
        $state = $from = 0;
        $isIn = false;
        foreach ($turns as $place => $bits) {
            $state ^= $bits;
            $now = $keep(($state & 1) === 1, ($state & 2) === 2);
            if ($now && ! $isIn) {
                $from = $place;
            } elseif (! $now && $isIn) {
                array_push($runs, $from, $place - $from);
            }
            $isIn = $now;
        }

        return new self($runs);
    }
}
