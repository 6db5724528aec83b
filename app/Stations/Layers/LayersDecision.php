<?php

declare(strict_types=1);

namespace App\Stations\Layers;

use App\Plans\Decision;

/** The layer height. */
final readonly class LayersDecision implements Decision
{
    public function __construct(public ?float $layerMm = null) {}

    public function toArray(): array
    {
        return ['layer_mm' => $this->layerMm];
    }

    public static function fromArray(array $row): static
    {
        return new self($row['layer_mm'] === null ? null : (float) $row['layer_mm']);
    }

    public function words(Decision $before): string
    {
        return $this->layerMm === null ? 'No layer height' : 'Layers of '.number_format($this->layerMm, 2)."\u{202F}mm";
    }
}
