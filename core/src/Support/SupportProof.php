<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** Whether what was planned holds, and comes off. Plate frame, mm. */
final readonly class SupportProof
{
    /**
     * @param  float  $uncoveredMm2  beyond reach of a contact and of what stands beside it
     * @param  list<array{float, float, float, float}>  $beyond  the places of it: x, y, z and mm²
     * @param  list<Island>  $openIslands  that nothing holds
     * @param  ?float  $clearanceMm  least distance to the sides of the piece; null where nothing is near
     * @param  float  $breakRisk  share of the contacts on a shaft or branch that may break off before it is done
     * @param  int  $trapped  contacts that no tool reaches once the piece is off the plate
     * @param  Removal  $removal  in which order it comes off
     */
    public function __construct(
        public float $uncoveredMm2, public array $beyond, public array $openIslands, public ?float $clearanceMm, public float $breakRisk, public int $trapped, public Removal $removal,
    ) {}

    /** @return array<string, mixed> keys of `wrenlo:supports --json` */
    public function toArray(): array
    {
        return [
            'uncovered_area_mm2' => $this->uncoveredMm2, 'uncovered_islands' => count($this->openIslands), 'min_clearance_mm' => $this->clearanceMm, 'break_risk' => $this->breakRisk, 'trapped_contacts' => $this->trapped,
            'uncovered_places' => array_map(static fn (array $p): array => ['at_mm' => [$p[0], $p[1], $p[2]], 'area_mm2' => $p[3]], $this->beyond),
            'open_islands' => array_map(static fn (Island $i): array => $i->toArray(), $this->openIslands), 'removal' => $this->removal->toArray(),
        ];
    }
}
