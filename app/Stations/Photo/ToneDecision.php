<?php

declare(strict_types=1);

namespace App\Stations\Photo;

use App\Plans\Decision;
use Wrenlo\Core\Photo\Tone;

/** What is done to the tones of a photo. */
final readonly class ToneDecision implements Decision
{
    public function __construct(public Tone $tone = new Tone, public bool $isTaken = false) {}

    public function toArray(): array
    {
        return [...$this->tone->toArray(), 'taken' => $this->isTaken];
    }

    public static function fromArray(array $row): static
    {
        return new self(Tone::fromArray(array_diff_key($row, ['taken' => 0])), (bool) ($row['taken'] ?? false));
    }

    public function words(Decision $before): string
    {
        $was = $before instanceof self ? $before->tone->toArray() : [];
        $changed = array_keys(array_filter($this->tone->toArray(), static fn (mixed $v, string $k): bool => ($was[$k] ?? null) !== $v, ARRAY_FILTER_USE_BOTH));

        return match ($changed[0] ?? '') {
            'brightness' => 'Brightness', 'contrast' => 'Contrast', 'gamma' => 'Middle tones', 'local' => 'Local contrast', 'stretch' => 'Tones stretched', 'negative' => 'Negative',
            'fade', 'background' => 'Background faded', 'crop' => 'Cropped', 'quarters' => 'Turned', default => 'Tones taken',
        };
    }
}
