<?php

declare(strict_types=1);

namespace Tests\Fixtures\Toy;

use App\Plans\Decision;

final readonly class MostGrams implements Decision
{
    public function __construct(public int $grams) {}

    public function toArray(): array
    {
        return ['grams' => $this->grams];
    }

    public static function fromArray(array $row): static
    {
        return new self((int) $row['grams']);
    }

    public function words(Decision $before): string
    {
        return "At most {$this->grams} g";
    }
}
