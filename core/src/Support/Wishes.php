<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use function array_diff_key;
use function array_filter;
use function array_map;
use function array_values;
use function hypot;
use function in_array;

/** What a person wishes of supports, beside the rules: where none may touch, where one must hold, what is printed without. */
final readonly class Wishes
{
    /** An island this near to a place that was signed off is that place. */
    private const SAME_MM = 1.0;

    /**
     * @param  array<int, true>  $keepClear  facets that nothing may touch
     * @param  array<int, true>  $must  facets that are held wherever they look down
     * @param  array<int, true>  $leave  facets that are printed without
     * @param  list<array{float, float, float}>  $leaveAt  islands that are printed without, plate frame
     * @param  array<int, Treatment>  $treated  facets that are held in a way of their own
     */
    public function __construct(public array $keepClear = [], public array $must = [], public array $leave = [], public array $leaveAt = [], public ByHand $byHand = new ByHand, public array $treated = []) {}

    /**
     * With the places of these keys printed without, bridges up to a length, and what leans out by less than an area. An island never goes by such a rule: nothing
     * would be there to print it on.
     *
     * @param  list<Region>  $regions
     * @param  list<string>  $keys
     */
    public function leaving(array $regions, array $keys, float $bridgeMm = 0.0, float $smallMm2 = 0.0): self
    {
        $leave = $this->leave;
        $at = $this->leaveAt;
        foreach ($regions as $region) {
            if (in_array($region->key(), $keys, true) || $region->isSpared($bridgeMm, $smallMm2)) {
                $at[] = $region->atMm;
                foreach ($region->facets as $f) {
                    $leave[$f] = true;
                }
            }
        }

        return new self($this->keepClear, array_diff_key($this->must, $leave), $leave, $at, $this->byHand, array_diff_key($this->treated, $leave));
    }

    /**
     * With places held in a way of their own.
     *
     * @param  list<Region>  $regions
     * @param  array<string, Treatment>  $ways  key of a place → how
     */
    public function treating(array $regions, array $ways): self
    {
        $treated = $this->treated;
        foreach ($regions as $region) {
            if (! isset($ways[$region->key()])) {
                continue;
            }
            $way = $ways[$region->key()];
            foreach ($region->facets as $f) {
                if (! isset($this->leave[$f]) && ! isset($this->keepClear[$f])) { // marks win
                    $treated[$f] = $way;
                }
            }
        }

        return new self($this->keepClear, $this->must, $this->leave, $this->leaveAt, $this->byHand, $treated);
    }

    /** @return array<int, true> facets that are held in one way of their own */
    public function treatedBy(Treatment $way): array
    {
        return array_map(static fn (): bool => true, array_filter($this->treated, static fn (Treatment $t): bool => $t === $way));
    }

    /**
     * With these facets printed without, besides.
     *
     * @param  array<int, true>  $facets
     */
    public function leavingFacets(array $facets): self
    {
        $leave = $this->leave + $facets;

        return new self($this->keepClear, array_diff_key($this->must, $leave), $leave, $this->leaveAt, $this->byHand, array_diff_key($this->treated, $leave));
    }

    /**
     * With nothing held but these facets, and no contacts set by hand.
     *
     * @param  array<int, true>  $facets
     */
    public function holdingOnly(array $facets): self
    {
        return new self($this->keepClear, $facets, $this->leave, $this->leaveAt, new ByHand($this->byHand->without), $this->treated);
    }

    /**
     * @param  list<Island>  $islands
     * @return list<Island> that something is to hold
     */
    public function wanted(array $islands): array
    {
        return array_values(array_filter($islands, function (Island $i): bool {
            foreach ($this->leaveAt as [$x, $y, $z]) {
                if (hypot($x - $i->xMm, $y - $i->yMm) < self::SAME_MM && abs($z - $i->zMm) < self::SAME_MM) {
                    return false;
                }
            }

            return true;
        }));
    }
}
