<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Settings\PrintProfile;

/** A stance as it was measured, whatever it will be printed with: an estimate, or (with a footing) proven. */
final readonly class MeasuredStance
{
    /** @param  ?Footing  $footing  null before the proof */
    public function __construct(
        public SurfaceNumbers $surface,
        public ContactNumbers $contact,
        public SectionNumbers $sections,
        public StandingNumbers $standing,
        public ?Footing $footing,
        public float $volumeMm3,
        public float $layerMm,
    ) {}

    /** What it costs at a layer height: the one place where hours and grams come from. */
    public function printedAt(float $layerMm, PrintProfile $profile): PrintEstimate
    {
        return PrintEstimate::of($this->volumeMm3, $this->surface->wallAreaMm2, $this->surface->skinAreaMm2, $this->contact->supportMm3, $this->surface->heightMm, $layerMm, $profile);
    }

    /** With the numbers of a printer, a nozzle and a filament. */
    public function for(PrintProfile $profile): StanceNumbers
    {
        return $this->on($this->footing === null ? Steadiness::unproven($this->surface->heightMm, $profile) : Steadiness::onBed($this->footing, $this->surface->heightMm, $profile), $profile);
    }

    public function on(BedNumbers $bed, PrintProfile $profile): StanceNumbers
    {
        return new StanceNumbers($this->surface, $this->contact, $this->sections, $this->standing, $bed, PrintNumbers::of($this->printedAt($this->layerMm, $profile)), $this->footing !== null);
    }

    /** @return array<string, float|int|bool> all numbers by key */
    public function toArray(): array
    {
        return [...$this->surface->toArray(), ...$this->contact->toArray(), ...$this->sections->toArray(), ...$this->standing->toArray()];
    }

    /** @param  array<string, mixed>  $row  as made by toArray */
    public static function fromArray(array $row, ?Footing $footing, float $volumeMm3, float $layerMm): self
    {
        return new self(
            SurfaceNumbers::fromArray($row), ContactNumbers::fromArray($row), SectionNumbers::fromArray($row), StandingNumbers::fromArray($row),
            $footing, $volumeMm3, $layerMm,
        );
    }

    /** @return list<string> the keys of toArray, in its order */
    public static function keys(): array
    {
        return array_keys([...SurfaceNumbers::keys(), ...ContactNumbers::keys(), ...SectionNumbers::keys(), ...StandingNumbers::keys()]);
    }
}
