<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Plans\Decision;

/** From what lean on something holds the piece, and the places that are printed without. */
final readonly class HoldDecision implements Decision
{
    public const CUSTOMARY_DEG = 45.0;

    /** More places than a person signs off one by one. */
    public const MOST_ACCEPTED = 500;

    /**
     * @param  ?float  $limitDeg  null: the customary limit
     * @param  list<string>  $accepted  places (HeldPlace::key) that are printed without support
     */
    public function __construct(public ?float $limitDeg = null, public array $accepted = []) {}

    public function toArray(): array
    {
        return ['limit_deg' => $this->limitDeg, 'accepted' => $this->accepted];
    }

    public static function fromArray(array $row): static
    {
        return new self($row['limit_deg'] === null ? null : (float) $row['limit_deg'], array_values($row['accepted']));
    }

    public function words(Decision $before): string
    {
        if ($before instanceof self && $before->limitDeg !== $this->limitDeg) {
            return 'Held from '.round($this->limitDeg ?? self::CUSTOMARY_DEG).'° on';
        }
        $more = $before instanceof self ? count($this->accepted) - count($before->accepted) : 0;

        return $more > 0 ? 'A place printed without support' : 'A place held after all';
    }
}
