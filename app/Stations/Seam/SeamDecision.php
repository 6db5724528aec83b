<?php

declare(strict_types=1);

namespace App\Stations\Seam;

use App\Plans\Decision;
use Wrenlo\Core\Seam\SeamStyle;

/** Where layers begin. */
final readonly class SeamDecision implements Decision
{
    public function __construct(public ?SeamStyle $style = null) {}

    public function toArray(): array
    {
        return ['style' => $this->style?->value];
    }

    public static function fromArray(array $row): static
    {
        return new self(SeamStyle::tryFrom((string) ($row['style'] ?? '')));
    }

    public function words(Decision $before): string
    {
        return $this->style === null ? 'The seam left open' : 'The seam: '.mb_strtolower($this->style->label());
    }
}
