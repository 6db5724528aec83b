<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Plans\Decision;
use App\Plans\StanceChoice;
use Wrenlo\Core\Support\Relief;
use Wrenlo\Core\Support\Treatment;

/** From what lean on something holds the piece, how it is held, and the places that are printed without. */
final readonly class HoldDecision implements Decision
{
    public const CUSTOMARY_DEG = 45.0;

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
     * @param  ?float  $smallMm2  leans of less than this are printed without; null: none
     * @param  array<string, Treatment>  $treated  places held in a way of their own, by their key
     * @param  float  $reliefDeg  from the vertical
     * @param  list<array{float, float, float}>  $without  contacts taken away, plate frame of the stance below
     * @param  list<array{float, float, float}>  $also  contacts set
     * @param  ?string  $handStance  stance (its id) that contacts were taken away and set in; in another one they mean nothing
     */
    public function __construct(
        public ?float $limitDeg = null, public array $accepted = [], public ?Way $way = null, public bool $isPlateOnly = false, public ?float $gapMm = null, public ?float $bridgeMm = null, public ?float $smallMm2 = null, public array $treated = [],
        public float $reliefDeg = Relief::USUAL_DEG,
        public array $without = [], public array $also = [], public ?string $handStance = null,
    ) {}

    public function toArray(): array
    {
        return [
            'limit_deg' => $this->limitDeg, 'accepted' => $this->accepted, 'way' => $this->way?->value, 'plate_only' => $this->isPlateOnly, 'gap_mm' => $this->gapMm, 'bridge_mm' => $this->bridgeMm, 'small_mm2' => $this->smallMm2,
            'treated' => self::names($this->treated), 'relief_deg' => $this->reliefDeg,
            'without' => $this->without, 'also' => $this->also, 'hand_stance' => $this->handStance,
        ];
    }

    public static function fromArray(array $row): static
    {
        return new self(
            limitDeg: $row['limit_deg'] === null ? null : (float) $row['limit_deg'], accepted: array_values($row['accepted']), way: Way::tryFrom((string) ($row['way'] ?? '')), isPlateOnly: (bool) ($row['plate_only'] ?? false), gapMm: isset($row['gap_mm']) ? (float) $row['gap_mm'] : null,
            bridgeMm: isset($row['bridge_mm']) ? (float) $row['bridge_mm'] : null, smallMm2: isset($row['small_mm2']) ? (float) $row['small_mm2'] : null,
            treated: array_map(Treatment::from(...), $row['treated'] ?? []),
            reliefDeg: (float) ($row['relief_deg'] ?? Relief::USUAL_DEG), without: array_values($row['without'] ?? []), also: array_values($row['also'] ?? []), handStance: $row['hand_stance'] ?? null,
        );
    }

    /** @return array<string, mixed> what of it supports are planned by in a stance (Input::Held) */
    public function heldIn(?StanceChoice $stance): array
    {
        $isHere = $stance !== null && $this->handStance === $stance->id();

        // what a way leaves open and a person signed off asks for no other plan
        $accepted = array_values(array_filter($this->accepted, static fn (string $key): bool => ! str_starts_with($key, 'open ') && ! str_starts_with($key, 'beyond ')));
        sort($accepted);
        $treated = self::names($this->treated);
        ksort($treated);

        return [
            'plate_only' => $this->isPlateOnly, 'gap_mm' => $this->gapMm, 'bridge_mm' => $this->bridgeMm, 'small_mm2' => $this->smallMm2, 'accepted' => $accepted, 'treated' => $treated,
            'treated_relief_deg' => in_array(Treatment::Relief, $this->treated, true) ? $this->reliefDeg : null, 'without' => $isHere ? $this->without : [], 'also' => $isHere ? $this->also : [],
        ];
    }

    /**
     * @param  array<string, Treatment>  $treated
     * @return array<string, string>
     */
    private static function names(array $treated): array
    {
        return array_map(static fn (Treatment $t): string => $t->value, $treated);
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
            $before->smallMm2 !== $this->smallMm2 => $this->smallMm2 === null ? 'Small leans held' : 'Leans under '.round($this->smallMm2, 1).' mm² printed without',
            $before->treated !== $this->treated => count($this->treated) < count($before->treated) ? 'A place held as the rest is' : 'A place held in a way of its own',
            $before->reliefDeg !== $this->reliefDeg => 'Relief at '.round($this->reliefDeg).'°',
            count($before->also) < count($this->also) => 'A contact set',
            count($before->without) < count($this->without) => 'A contact taken away',
            $before->without !== $this->without || $before->also !== $this->also => 'Contacts as they were planned',
            default => $more > 0 ? 'A place printed without support' : 'A place held after all',
        };
    }
}
