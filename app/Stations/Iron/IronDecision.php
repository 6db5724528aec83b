<?php

declare(strict_types=1);

namespace App\Stations\Iron;

use App\Plans\Decision;
use Wrenlo\Core\Ironing\IronSettings;

/** Which flat tops are ironed, and how. */
final readonly class IronDecision implements Decision
{
    /** @param  ?float  $minutes  that ironing those worth it may take */
    public function __construct(public ?IronScope $scope = null, public ?float $minutes = null, public IronSettings $settings = new IronSettings) {}

    public function toArray(): array
    {
        return ['scope' => $this->scope?->value, 'minutes' => $this->minutes] + self::settings($this->settings);
    }

    /** @return array{spacing_mm: float, mm_per_s: float, flow: float, inset_mm: float} Input::Ironing */
    public static function settings(IronSettings $s): array
    {
        return ['spacing_mm' => $s->spacingMm, 'mm_per_s' => $s->mmPerS, 'flow' => $s->flowShare, 'inset_mm' => $s->insetMm];
    }

    public static function fromArray(array $row): static
    {
        $usual = new IronSettings;

        return new self(IronScope::tryFrom((string) ($row['scope'] ?? '')), isset($row['minutes']) ? (float) $row['minutes'] : null, new IronSettings((float) ($row['spacing_mm'] ?? $usual->spacingMm), (float) ($row['mm_per_s'] ?? $usual->mmPerS), (float) ($row['flow'] ?? $usual->flowShare), (float) ($row['inset_mm'] ?? $usual->insetMm)));
    }

    public function words(Decision $before): string
    {
        return match (true) {
            $before instanceof self && $before->scope === $this->scope && $before->settings != $this->settings => 'How it is ironed',
            $this->scope === null => 'Ironing left open',
            $this->scope === IronScope::None => 'Nothing ironed',
            default => 'Ironed: '.mb_strtolower($this->scope->label()),
        };
    }
}
