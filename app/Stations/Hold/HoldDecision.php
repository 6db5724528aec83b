<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Plans\Decision;
use App\Plans\StanceChoice;

/** From what lean on something holds the piece, how it is held, and the places that are printed without. */
final readonly class HoldDecision implements Decision
{
    public const CUSTOMARY_DEG = 45.0;

    public const RELIEF_DEG = 80.0;

    /** More places than a person signs off one by one. */
    public const MOST_ACCEPTED = 500;

    public const MOST_BY_HAND = 200;

    /**
     * @param  ?float  $limitDeg  null: the customary limit
     * @param  list<string>  $accepted  places (HeldPlace::key) that are printed without support
     * @param  ?Way  $way  null: not decided
     * @param  bool  $isPlateOnly  no support stands on the piece
     * @param  ?float  $gapMm  between a tip and what it holds; null: a layer and a tenth
     * @param  ?float  $bridgeMm  bridges up to this length are printed without; null: none
     * @param  float  $reliefDeg  from the vertical
     * @param  list<array{float, float, float}>  $without  contacts taken away, plate frame of the stance below
     * @param  list<array{float, float, float}>  $also  contacts set
     * @param  ?string  $handStance  stance (its id) that contacts were taken away and set in; in another one they mean nothing
     */
    public function __construct(
        public ?float $limitDeg = null, public array $accepted = [], public ?Way $way = null, public bool $isPlateOnly = false, public ?float $gapMm = null, public ?float $bridgeMm = null, public float $reliefDeg = self::RELIEF_DEG,
        public array $without = [], public array $also = [], public ?string $handStance = null,
    ) {}

    public function toArray(): array
    {
        return [
            'limit_deg' => $this->limitDeg, 'accepted' => $this->accepted, 'way' => $this->way?->value, 'plate_only' => $this->isPlateOnly, 'gap_mm' => $this->gapMm, 'bridge_mm' => $this->bridgeMm, 'relief_deg' => $this->reliefDeg,
            'without' => $this->without, 'also' => $this->also, 'hand_stance' => $this->handStance,
        ];
    }

    public static function fromArray(array $row): static
    {
        return new self(
            limitDeg: $row['limit_deg'] === null ? null : (float) $row['limit_deg'], accepted: array_values($row['accepted']), way: Way::tryFrom((string) ($row['way'] ?? '')), isPlateOnly: (bool) ($row['plate_only'] ?? false), gapMm: isset($row['gap_mm']) ? (float) $row['gap_mm'] : null,
            bridgeMm: isset($row['bridge_mm']) ? (float) $row['bridge_mm'] : null,
            reliefDeg: (float) ($row['relief_deg'] ?? self::RELIEF_DEG), without: array_values($row['without'] ?? []), also: array_values($row['also'] ?? []), handStance: $row['hand_stance'] ?? null,
        );
    }

    /** @return array{plate_only: bool, gap_mm: ?float, bridge_mm: ?float, accepted: list<string>, without: list<array{float, float, float}>, also: list<array{float, float, float}>} what of it supports are planned by in a stance */
    public function heldIn(?StanceChoice $stance): array
    {
        $isHere = $stance !== null && $this->handStance === $stance->id();

        // what a way leaves open and a person signed off asks for no other plan
        $accepted = array_values(array_filter($this->accepted, static fn (string $key): bool => ! str_starts_with($key, 'open ') && ! str_starts_with($key, 'beyond ')));
        sort($accepted);

        return ['plate_only' => $this->isPlateOnly, 'gap_mm' => $this->gapMm, 'bridge_mm' => $this->bridgeMm, 'accepted' => $accepted, 'without' => $isHere ? $this->without : [], 'also' => $isHere ? $this->also : []];
    }

    public function words(Decision $before): string
    {
        if (! $before instanceof self) {
            return 'How it is held';
        }
        $more = count($this->accepted) - count($before->accepted);

        return match (true) {
            $before->limitDeg !== $this->limitDeg => 'Held from '.round($this->limitDeg ?? self::CUSTOMARY_DEG).'° on',
            $before->way !== $this->way => $this->way === null ? 'How it is held left open' : 'Held by: '.mb_strtolower($this->way->label()),
            $before->isPlateOnly !== $this->isPlateOnly => $this->isPlateOnly ? 'Supports on the plate alone' : 'Supports on the piece as well',
            $before->gapMm !== $this->gapMm => 'A gap of '.($this->gapMm === null ? 'a layer and a tenth' : round($this->gapMm, 2).' mm'),
            $before->bridgeMm !== $this->bridgeMm => $this->bridgeMm === null ? 'Bridges held' : 'Bridges up to '.round($this->bridgeMm).' mm printed without',
            $before->reliefDeg !== $this->reliefDeg => 'Relief at '.round($this->reliefDeg).'°',
            count($before->also) < count($this->also) => 'A contact set',
            count($before->without) < count($this->without) => 'A contact taken away',
            $before->without !== $this->without || $before->also !== $this->also => 'Contacts as they were planned',
            default => $more > 0 ? 'A place printed without support' : 'A place held after all',
        };
    }
}
