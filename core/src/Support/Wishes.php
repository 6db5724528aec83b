<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use function array_filter;
use function array_values;
use function hypot;

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
     */
    public function __construct(public array $keepClear = [], public array $must = [], public array $leave = [], public array $leaveAt = [], public ByHand $byHand = new ByHand) {}

    /**
     * With the places of these keys printed without, and bridges up to a length.
     *
     * @param  list<Region>  $regions
     * @param  list<string>  $keys
     */
    public function leaving(array $regions, array $keys, float $bridgeMm = 0.0): self
    {
        $leave = $this->leave;
        $at = $this->leaveAt;
        foreach ($regions as $region) {
            if (in_array($region->key(), $keys, true) || ($region->spanMm !== null && $region->spanMm <= $bridgeMm)) {
                $at[] = $region->atMm;
                foreach ($region->facets as $f) {
                    $leave[$f] = true;
                }
            }
        }

        return new self($this->keepClear, array_diff_key($this->must, $leave), $leave, $at, $this->byHand);
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
