<?php

declare(strict_types=1);

namespace App\Stations\Upright;

use App\Plans\Decision;

/** How a lithophane is printed, standing: layer, foot, and which axis the printer's masses move along. */
final readonly class UprightDecision implements Decision
{
    public const FEET = ['advised', 'none', 'brim', 'raft'];

    public const TURNS = ['along', 'across'];

    public function __construct(
        public float $layerMm = 0.1, public string $foot = 'advised', public string $turn = 'along', public bool $isTaken = false,
        /** heights by the detail of each row, in the hours of even layers of `layerMm` */
        public bool $isByDetail = false,
    ) {}

    public function toArray(): array
    {
        return ['layer_mm' => $this->layerMm, 'foot' => $this->foot, 'turn' => $this->turn, 'taken' => $this->isTaken, 'by_detail' => $this->isByDetail];
    }

    public static function fromArray(array $row): static
    {
        $u = new self;

        return new self((float) ($row['layer_mm'] ?? $u->layerMm), (string) ($row['foot'] ?? $u->foot), (string) ($row['turn'] ?? $u->turn), (bool) ($row['taken'] ?? false), (bool) ($row['by_detail'] ?? false));
    }

    public function words(Decision $before): string
    {
        return match (true) {
            $before instanceof self && $before->layerMm !== $this->layerMm => "Layers of {$this->layerMm} mm",
            $before instanceof self && $before->isByDetail !== $this->isByDetail => $this->isByDetail ? 'Layers by detail' : 'Even layers',
            default => 'How it is printed',
        };
    }
}
