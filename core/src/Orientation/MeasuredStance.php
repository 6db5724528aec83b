<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Motion\PrintSums;
use Wrenlo\Core\Settings\PrintProfile;

/** A stance as it was measured, whatever it will be printed with: an estimate, or (with a footing) proven. */
final readonly class MeasuredStance
{
    /**
     * @param  ?Footing  $footing  null before the proof
     * @param  ?Vec3  $weakestAt  the middle of its weakest section, file frame; null before the proof, and where no part is long enough to be weak
     */
    public function __construct(
        public SurfaceNumbers $surface,
        public ContactNumbers $contact,
        public SectionNumbers $sections,
        public StandingNumbers $standing,
        public ?Footing $footing,
        public float $volumeMm3,
        public float $layerMm,
        public ?Vec3 $weakestAt = null,
    ) {}

    /** The same with other supports than columns under everything that hangs; these keep off what is marked. */
    public function heldBy(ContactNumbers $contact): self
    {
        return new self($this->surface, $contact, $this->sections, $this->standing, $this->footing, $this->volumeMm3, $this->layerMm, $this->weakestAt);
    }

    /** What it costs at a layer height: the one place where hours and grams come from. */
    public function printedAt(float $layerMm, PrintProfile $profile): PrintEstimate
    {
        return PrintEstimate::of($this->sums(), $layerMm, $profile);
    }

    /** What its plastic follows from. */
    public function sums(): PrintSums
    {
        $s = $this->surface;

        return new PrintSums(
            volumeMm3: abs($this->volumeMm3), heightMm: $s->heightMm, wallMm2: $s->wallAreaMm2,
            bandShares: [$this->sections->band06Share, $this->sections->band12Share, $this->sections->band24Share],
            slopedMm2: max(0.0, $s->skinAreaMm2 - $s->flatAreaMm2), shallowMm2: [$s->shallow1Mm2, $s->shallow2Mm2, $s->shallow4Mm2],
            flatMm2: $s->flatAreaMm2, flatEdgePerMm: $s->flatEdgePerMm, supportMm3: $this->contact->supportMm3,
        );
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
    public static function fromArray(array $row, ?Footing $footing, float $volumeMm3, float $layerMm, ?Vec3 $weakestAt = null): self
    {
        return new self(
            SurfaceNumbers::fromArray($row), ContactNumbers::fromArray($row), SectionNumbers::fromArray($row), StandingNumbers::fromArray($row),
            $footing, $volumeMm3, $layerMm, $weakestAt,
        );
    }

    /** @return list<string> the keys of toArray, in its order */
    public static function keys(): array
    {
        return array_keys([...SurfaceNumbers::keys(), ...ContactNumbers::keys(), ...SectionNumbers::keys(), ...StandingNumbers::keys()]);
    }
}
