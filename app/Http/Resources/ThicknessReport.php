<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\RankCandidates;
use App\Actions\StartThickness;
use App\Jobs\MeasureThickness;
use App\Models\Piece;
use App\Models\Plan;
use App\Storage\Blobs;
use Wrenlo\Core\Layer\LayerChoices;
use Wrenlo\Core\Orientation\Candidate;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\StanceMetrics;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Thin\NozzleFit;
use Wrenlo\Core\Thin\SlenderPart;

/** The thickness of a piece as the Look station shows it; `state` is “none” where it was not measured as the piece is now. */
final readonly class ThicknessReport
{
    private const MOST_MEMBERS = 4;

    /**
     * @param  list<float>  $histogramMm2  area in each bin of binMm; the last one holds what is thicker
     * @param  list<NozzleRow>  $nozzles
     * @param  list<WeakMember>  $members  narrowest first
     */
    private function __construct(
        public string $state,
        public bool $underWay,
        public int $percent,
        public string $words,
        public ?string $failure,
        public ?string $tint,
        public int $samples,
        public float $sampledShare,
        public float $knownShare,
        public float $minMm,
        public float $medianMm,
        public float $underNoteMm2,
        public float $areaMm2,
        public float $binMm,
        public array $histogramMm2,
        public array $nozzles,
        public array $members,
    ) {}

    public static function of(Piece $piece): self
    {
        $run = $piece->thicknessRun;
        if ($run === null || $run->fits !== StartThickness::fits($piece)) {
            return new self('none', false, 0, '', null, null, 0, 0, 0, 0, 0, 0, 0, MeasureThickness::BIN_MM, [], [], []);
        }
        $r = $run->result;
        if ($r === null) {
            return new self($run->state->value, $run->state->isUnderWay(), $run->percent, $run->words, $run->failure, null, 0, 0, 0, 0, 0, 0, 0, MeasureThickness::BIN_MM, [], [], []);
        }
        $ranked = $piece->analysis === null ? [] : RankCandidates::handle($piece->analysis, $piece->plan->weights(), config('wrenlo.finalists'));
        $stance = $piece->plan->candidate_id !== null ? ($ranked[$piece->plan->candidate_id]['candidate'] ?? null) : null;
        $stance ??= array_values($ranked)[0]['candidate'] ?? null;

        return new self(
            $run->state->value, false, 100, $run->words, null, Blobs::hasDerived(MeasureThickness::tintKey($run)) ? "/pieces/{$piece->id}/thickness-tint?v={$run->id}" : null,
            $r['samples'], $r['sampled_share'], $r['known_share'], $r['min_mm'], $r['median_mm'], $r['under_note_mm2'], $r['area_mm2'],
            MeasureThickness::BIN_MM, $r['histogram_mm2'],
            self::nozzles($piece, $r['lines'], $stance?->metrics), self::members($r['members'], $stance, array_map(static fn (array $row): Candidate => $row['candidate'], $ranked)),
        );
    }

    /**
     * @param  list<array<string, float>>  $lines
     * @return list<NozzleRow> the plan's own nozzle last among those of its width
     */
    private static function nozzles(Piece $piece, array $lines, ?StanceMetrics $stance): array
    {
        $own = $piece->plan->profile();
        $rows = [];
        foreach ($lines as $k => $fit) {
            $isOwn = $k === count($lines) - 1; // measured for the plan's line as it was; another nozzle since then has no row
            if ($isOwn && abs($fit['line_mm'] - $own->lineMm) > 1e-6 || (! $isOwn && abs(NozzleFit::USUAL_MM[$k] - $own->nozzleMm) < 1e-6 && abs(end($lines)['line_mm'] - $own->lineMm) < 1e-6)) {
                continue;
            }
            $bore = $isOwn ? $own->nozzleMm : NozzleFit::USUAL_MM[$k];
            [$layer, $hours] = $stance === null ? [null, null] : self::hours($piece, $stance, $isOwn ? $own : self::with($piece->plan, $bore, $fit['line_mm']));
            $rows[] = new NozzleRow($bore, $fit['line_mm'], $isOwn, $fit['unprintable_mm2'], $fit['seen_lost_mm2'], $fit['single_wall_mm2'], $fit['off_multiple_mm2'], $layer, $hours);
        }
        usort($rows, static fn (NozzleRow $a, NozzleRow $b): int => $a->nozzleMm <=> $b->nozzleMm);

        return $rows;
    }

    private static function with(Plan $plan, float $bore, float $line): PrintProfile
    {
        return new PrintProfile(...['nozzleMm' => $bore, 'lineMm' => $line] + get_object_vars($plan->profile()));
    }

    /** @return array{?float, ?float} the layer height nearest to half the bore (common practice, no source) and the hours at it */
    private static function hours(Piece $piece, StanceMetrics $stance, PrintProfile $profile): array
    {
        $choices = LayerChoices::for($stance, (float) $piece->analysis?->volume_mm3, (float) $piece->analysis?->layer_mm, $profile);
        usort($choices, static fn (array $a, array $b): int => abs($a['layer_mm'] - $profile->nozzleMm / 2) <=> abs($b['layer_mm'] - $profile->nozzleMm / 2));

        return [$choices[0]['layer_mm'] ?? null, $choices[0]['hours'] ?? null];
    }

    /**
     * @param  list<array<string, mixed>>  $members
     * @param  array<int, Candidate>  $ranked  by id, best first
     * @return list<WeakMember>
     */
    private static function members(array $members, ?Candidate $stance, array $ranked): array
    {
        $list = [];
        foreach (array_slice($members, 0, self::MOST_MEMBERS) as $m) {
            $part = SlenderPart::fromArray($m);
            if ($part->sectionMm2 >= Criteria::SAFE_SECTION_MM2) {
                break; // narrowest first
            }
            $best = $bestCut = null;
            foreach ($ranked as $id => $candidate) {
                $cut = $part->cutMm2($candidate->up);
                if ($bestCut === null || $cut > $bestCut * 1.02) { // the higher-ranked of two that are as good
                    [$best, $bestCut] = [$id, $cut];
                }
            }
            $rank = $best === null ? null : (int) array_search($best, array_keys($ranked), true) + 1;
            $list[] = new WeakMember(
                $part->sectionMm2, $part->leverMm, $part->at->toArray(), $stance ? $part->cutMm2($stance->up) : null, $stance ? $part->isCrossed($stance->up) : null,
                $rank, $best, $bestCut,
            );
        }

        return $list;
    }
}
