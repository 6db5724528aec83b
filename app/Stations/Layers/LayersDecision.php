<?php

declare(strict_types=1);

namespace App\Stations\Layers;

use App\Plans\Decision;

/** The heights of the layers: all the same, none with a higher step, or those that show least within hours. */
final readonly class LayersDecision implements Decision
{
    /** More stretches than a person sets by hand. */
    public const MOST_RANGES = 20;

    /**
     * @param  ?float  $layerMm  of even layers; of others about their mean, which everything measured before goes by
     * @param  ?float  $hours  what a budget may take
     * @param  ?float  $cuspMm  the greatest step
     * @param  list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>  $ranges  set by hand
     * @param  list<array{float, int}>  $runs  heights from the plate as [mm, how many] in a row; empty for even layers
     */
    public function __construct(public ?float $layerMm = null, public LayerMode $mode = LayerMode::Even, public ?float $hours = null, public ?float $cuspMm = null, public array $ranges = [], public array $runs = []) {}

    public function toArray(): array
    {
        return ['layer_mm' => $this->layerMm, 'mode' => $this->mode->value, 'hours' => $this->hours, 'cusp_mm' => $this->cuspMm, 'ranges' => $this->ranges, 'runs' => $this->runs];
    }

    public static function fromArray(array $row): static
    {
        $number = static fn (string $key): ?float => isset($row[$key]) ? (float) $row[$key] : null;

        return new self($number('layer_mm'), LayerMode::from($row['mode'] ?? 'uniform'), $number('hours'), $number('cusp_mm'), self::rangesOf($row['ranges'] ?? []), array_map(static fn (array $r): array => [(float) $r[0], (int) $r[1]], array_values($row['runs'] ?? [])));
    }

    /**
     * @param  array<array<string, mixed>>  $given
     * @return list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>
     */
    public static function rangesOf(array $given): array
    {
        return array_map(static fn (array $r): array => ['from_mm' => (float) $r['from_mm'], 'to_mm' => (float) $r['to_mm'], 'least_mm' => (float) $r['least_mm'], 'most_mm' => (float) $r['most_mm']], array_values($given));
    }

    /** @return array{layer_mm: float, runs: list<array{float, int}>} Input::Heights */
    public function heights(float $usualMm): array
    {
        return ['layer_mm' => $this->layerMm ?? $usualMm, 'runs' => $this->runs];
    }

    public function words(Decision $before): string
    {
        return match (true) {
            $this->layerMm === null => 'No layer height',
            $this->mode === LayerMode::Budget => 'Layers within '.number_format((float) $this->hours, 1)."\u{202F}h",
            $this->mode === LayerMode::Step => 'No step over '.round(1000 * (float) $this->cuspMm)."\u{202F}µm",
            default => 'Layers of '.number_format($this->layerMm, 2)."\u{202F}mm",
        };
    }
}
