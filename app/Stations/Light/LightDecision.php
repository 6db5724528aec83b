<?php

declare(strict_types=1);

namespace App\Stations\Light;

use App\Plans\Decision;
use Wrenlo\Core\Lithophane\LampLight;

/** The lamp, and how thin and how thick the relief may be. Without limits of its own: the usual ones. */
final readonly class LightDecision implements Decision
{
    public const FOR = ['daylight', 'night-light', 'strong lamp'];

    public function __construct(
        public ?float $minMm = null, public ?float $maxMm = null, public string $for = 'night-light', public float $watts = 3.0, public float $kelvin = 3000.0, public float $distanceMm = 60.0,
        public bool $isEnclosed = false, public bool $isTaken = false,
        /** null: as a white LED of that power */
        public ?float $lumens = null,
        /** light of the room, lux; null: as rooms it is meant for */
        public ?float $roomLx = null,
    ) {}

    public function lumens(): float
    {
        return $this->lumens ?? $this->watts * LampLight::LM_PER_W;
    }

    public function roomLx(): float
    {
        return $this->roomLx ?? LampLight::ROOM_LX[$this->for];
    }

    public function toArray(): array
    {
        return ['min_mm' => $this->minMm, 'max_mm' => $this->maxMm, 'for' => $this->for, 'watts' => $this->watts, 'kelvin' => $this->kelvin, 'distance_mm' => $this->distanceMm, 'enclosed' => $this->isEnclosed, 'taken' => $this->isTaken, 'lumens' => $this->lumens, 'room_lx' => $this->roomLx];
    }

    public static function fromArray(array $row): static
    {
        $u = new self;
        $number = static fn (string $key): ?float => isset($row[$key]) ? (float) $row[$key] : null;

        return new self(
            minMm: $number('min_mm'), maxMm: $number('max_mm'), for: (string) ($row['for'] ?? $u->for), watts: (float) ($row['watts'] ?? $u->watts), kelvin: (float) ($row['kelvin'] ?? $u->kelvin), distanceMm: (float) ($row['distance_mm'] ?? $u->distanceMm),
            isEnclosed: (bool) ($row['enclosed'] ?? $u->isEnclosed), isTaken: (bool) ($row['taken'] ?? false), lumens: $number('lumens'), roomLx: $number('room_lx'),
        );
    }

    public function words(Decision $before): string
    {
        return $before instanceof self && ($before->minMm !== $this->minMm || $before->maxMm !== $this->maxMm) ? "Thickness {$this->minMm} to {$this->maxMm} mm" : ($this->isTaken && $before instanceof self && ! $before->isTaken ? 'Light taken' : 'Another lamp');
    }
}
