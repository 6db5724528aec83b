<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Mesh\HeightField;

/** What supports hold and where they touch: from the height field, or before it from columns straight to the plate. */
final readonly class ContactNumbers
{
    use NamedNumbers;

    public function __construct(
        public float $supportMm3,
        public float $scarAreaMm2,
        public float $landingAreaMm2,
        public float $seenScarMm2,
        /** where supports touch faces marked never support or mating */
        public float $markedContactMm2,
        public int $islands,
        /** pockets of support that no tool reaches */
        public int $trappedContacts,
    ) {}

    public static function proven(HeightField $field): self
    {
        return new self($field->supportMm3, $field->scarMm2, $field->landingMm2, $field->seenScarMm2, $field->markedContactMm2, $field->islands, $field->trapped);
    }

    /**
     * Of supports that were planned, instead of columns under everything that hangs.
     *
     * @param  array<string, mixed>  $plan  of SupportPlan::toArray
     * @param  float  $supportShare  of columns that is plastic: the volume here is told before it
     */
    public static function planned(array $plan, float $markedContactMm2, float $supportShare): self
    {
        return new self(
            supportMm3: $plan['volume_mm3'] / $supportShare, scarAreaMm2: $plan['contact_area_mm2'], landingAreaMm2: $plan['landing_area_mm2'], seenScarMm2: $plan['seen_scar_mm2'], markedContactMm2: $markedContactMm2,
            islands: $plan['uncovered_islands'], trappedContacts: $plan['trapped_contacts'],
        );
    }

    /** The scar is the overhang that is seen; nothing lands on the piece. */
    public static function estimated(StanceSums $sums): self
    {
        return new self($sums->supportToPlateMm3, $sums->overhangMm2 - $sums->contactMm2, 0.0, $sums->seenOverhangMm2, $sums->markedMm2, 0, 0);
    }
}
