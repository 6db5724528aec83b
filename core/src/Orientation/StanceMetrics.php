<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Motion\PrintEstimate;

/**
 * The numbers of one stance. Support, scars and islands come from the height field where there is one (`isExact`);
 * before that support is what columns straight to the plate would hold, and the scar is the overhang that is seen.
 */
final readonly class StanceMetrics
{
    public function __construct(
        public float $heightMm,
        public float $overhangMm2,
        public float $supportToPlateMm3,
        public float $supportMm3,
        public float $scarMm2,
        public float $landingMm2,
        public float $seenScarMm2,
        public int $islands,
        public float $stepMeanMm,
        public float $seenStepMeanMm,
        public float $seenStepMm,
        public float $terraceMm2,
        public float $seenTerraceMm2,
        public float $flatUpMm2,
        public float $contactMm2,
        public float $toppleMarginMm,
        public float $toppleSupportedMm,
        public float $wallMm2,
        public float $skinMm2,
        public float $hours,
        public float $grams,
        public int $layers,
        public bool $isExact,
        /** seam that is seen when every outline begins where it is seen least */
        public float $seenSeamMm,
        /** smallest section that carries a part of the piece */
        public float $weakestMm2,
        public int $trapped,
        public Steadiness $steady,
        /** where supports touch faces marked never support or mating */
        public float $markedContactMm2 = 0.0,
    ) {}

    public static function of(
        StanceBasis $basis, StanceSums $sums, float $heightMm, float $toppleMarginMm, StanceRules $rules, Steadiness $steady,
        float $seenSeamMm, float $weakestMm2, ?HeightField $field = null, ?float $toppleSupportedMm = null,
    ): self {
        $supportMm3 = $field->supportMm3 ?? $sums->supportToPlateMm3;
        $print = PrintEstimate::of($basis->volumeMm3, $sums->wallMm2, $sums->skinMm2, $supportMm3, $heightMm, $rules->layerMm, $basis->profile);

        return new self(
            $heightMm, $sums->overhangMm2, $sums->supportToPlateMm3, $supportMm3,
            $field->scarMm2 ?? $sums->overhangMm2 - $sums->contactMm2,
            $field->landingMm2 ?? 0.0,
            $field->seenScarMm2 ?? $sums->seenOverhangMm2,
            $field->islands ?? 0,
            $sums->stepMeanMm($rules->layerMm), $sums->seenStepMeanMm($rules->layerMm), $sums->seenStepMm($rules->layerMm),
            $sums->terraceMm2, $sums->seenTerraceMm2, $sums->flatUpMm2, $sums->contactMm2,
            $toppleMarginMm, $toppleSupportedMm ?? $toppleMarginMm, $sums->wallMm2, $sums->skinMm2,
            $print->hours, $print->grams, $print->layers, $field !== null,
            $seenSeamMm, $weakestMm2, $field->trapped ?? 0, $steady, $field->markedContactMm2 ?? $sums->markedMm2,
        );
    }

    /** @return array<string, float|int|bool> the keys of `wrenlo:pose --json` */
    public function toArray(): array
    {
        return [
            'height_mm' => $this->heightMm,
            'overhang_area_mm2' => $this->overhangMm2,
            'support_to_plate_mm3' => $this->supportToPlateMm3,
            'support_mm3' => $this->supportMm3,
            'scar_area_mm2' => $this->scarMm2,
            'landing_area_mm2' => $this->landingMm2,
            'seen_scar_mm2' => $this->seenScarMm2,
            'islands' => $this->islands,
            'step_mean_mm' => $this->stepMeanMm,
            'seen_step_mean_mm' => $this->seenStepMeanMm,
            'seen_step_mm' => $this->seenStepMm,
            'terrace_area_mm2' => $this->terraceMm2,
            'seen_terrace_area_mm2' => $this->seenTerraceMm2,
            'flat_up_area_mm2' => $this->flatUpMm2,
            'plate_contact_mm2' => $this->contactMm2,
            'topple_margin_mm' => $this->toppleMarginMm,
            'topple_margin_supported_mm' => $this->toppleSupportedMm,
            'wall_area_mm2' => $this->wallMm2,
            'skin_area_mm2' => $this->skinMm2,
            'hours' => $this->hours,
            'grams' => $this->grams,
            'layers' => $this->layers,
            'exact' => $this->isExact,
            'seen_seam_mm' => $this->seenSeamMm,
            'weakest_member_mm2' => $this->weakestMm2,
            'trapped_contacts' => $this->trapped,
            'topple_stages_mm' => $this->steady->stagesMm,
            'brim_mm' => $this->steady->brimMm,
            'raft' => $this->steady->raft,
            'slenderness' => $this->steady->slenderness,
            'turn_deg' => $this->steady->turnDeg,
            'fits_bed' => $this->steady->fitsBed,
            'tips_turned_mm_s2' => $this->steady->tipsTurnedMmS2,
            'tips_unturned_mm_s2' => $this->steady->tipsUnturnedMmS2,
            'speed_cap_mm_s' => $this->steady->speedCapMmS,
            'marked_contact_mm2' => $this->markedContactMm2,
        ];
    }

    /** @param  array<string, mixed>  $row as made by toArray */
    public static function fromArray(array $row): self
    {
        return new self(
            (float) $row['height_mm'], (float) $row['overhang_area_mm2'], (float) $row['support_to_plate_mm3'], (float) $row['support_mm3'],
            (float) $row['scar_area_mm2'], (float) $row['landing_area_mm2'], (float) $row['seen_scar_mm2'], (int) $row['islands'],
            (float) $row['step_mean_mm'], (float) $row['seen_step_mean_mm'], (float) $row['seen_step_mm'], (float) $row['terrace_area_mm2'], (float) $row['seen_terrace_area_mm2'],
            (float) $row['flat_up_area_mm2'], (float) $row['plate_contact_mm2'], (float) $row['topple_margin_mm'], (float) $row['topple_margin_supported_mm'],
            (float) $row['wall_area_mm2'], (float) $row['skin_area_mm2'], (float) $row['hours'], (float) $row['grams'], (int) $row['layers'], (bool) $row['exact'],
            (float) $row['seen_seam_mm'], (float) $row['weakest_member_mm2'], (int) $row['trapped_contacts'],
            new Steadiness(
                (float) $row['topple_stages_mm'], (float) $row['brim_mm'], (bool) $row['raft'], (float) $row['slenderness'], (float) $row['turn_deg'], (bool) $row['fits_bed'],
                (float) $row['tips_turned_mm_s2'], (float) $row['tips_unturned_mm_s2'], (float) $row['speed_cap_mm_s'],
            ),
            (float) $row['marked_contact_mm2'],
        );
    }
}
