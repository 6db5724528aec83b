<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Orientation\Preset;

final readonly class PresetInfo
{
    /** @param  array<string, float>  $weights */
    private function __construct(public Preset $key, public string $label, public array $weights) {}

    /** @return list<self> */
    public static function all(): array
    {
        return array_map(static fn (Preset $p): self => new self($p, $p->label(), $p->weights()->of), Preset::cases());
    }
}
