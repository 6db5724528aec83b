<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** How a relief stands on the plate, and what would hold it. */
final readonly class ReliefStanding
{
    /** @param  'none'|'brim'|'raft'  $foot */
    public function __construct(
        public float $marginMm, public float $tipsAtDeg, public float $swingsHz, public bool $isSlender, public string $foot, public float $brimMm, public float $leastArcDeg, public float $footForMm,
    ) {}
}
