<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Thickness;
use App\Plans\Bench;
use App\Plans\StanceChoice;
use App\Stations\Stand\RankStances;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\LayerChoices;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\MeasuredStance;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Thin\NozzleFit;
use Wrenlo\Core\Thin\SlenderPart;

/** The thickness of a piece as the Look station shows it; `state` is null where nobody asked for it as the piece is now. */
final readonly class ThicknessReport
{
    private const MOST_MEMBERS = 4;

    private function __construct(
        public ?FindingState $state, public bool $underWay, public int $percent, public string $words, public ?string $failure, public ?string $tint, public ?ThicknessNumbers $numbers,
    ) {}

    public static function of(Bench $bench): self
    {
        $f = $bench->find(Thickness::class);
        if ($f === null) {
            return new self(null, false, 0, '', null, null, null);
        }
        $isDone = $f->isDone();

        return new self(
            $f->state, $f->state->isUnderWay(), $f->percent, $f->words, $f->failure, $isDone ? "/pieces/{$bench->piece->id}/findings/{$f->key}/tint" : null,
            $isDone ? self::numbers($bench, $f->headline ?? []) : null,
        );
    }

    /** @param  array<string, mixed>  $r */
    private static function numbers(Bench $bench, array $r): ThicknessNumbers
    {
        $ranked = RankStances::on($bench)?->under($bench->stand()->weights) ?? [];
        $taken = $bench->stand()->stance;
        $stance = collect($ranked)->firstWhere('id', $taken?->id()) ?? $ranked[0] ?? null;
        $measured = $stance === null ? null : $bench->done(Proof::class, $bench->standing(StanceChoice::fromId($stance->id)));

        return new ThicknessNumbers(
            samples: $r['samples'], sampledShare: $r['sampled_share'], knownShare: $r['known_share'], minMm: $r['min_mm'], medianMm: $r['median_mm'], underNoteMm2: $r['under_note_mm2'],
            areaMm2: $r['area_mm2'], binMm: Thickness::BIN_MM, histogramMm2: $r['histogram_mm2'],
            nozzles: self::nozzles($bench->profile(), $r['lines'], $measured === null ? null : Proof::stance($measured->headline ?? [])), members: self::members($r['members'], $stance, $ranked),
        );
    }

    /**
     * @param  list<array<string, float>>  $lines
     * @return list<NozzleRow> the plan's own nozzle last among those of its width
     */
    private static function nozzles(PrintProfile $own, array $lines, ?MeasuredStance $stance): array
    {
        $rows = [];
        foreach ($lines as $k => $fit) {
            $isOwn = $k === count($lines) - 1;
            if (! $isOwn && abs(NozzleFit::USUAL_MM[$k] - $own->nozzleMm) < 1e-6) {
                continue;
            }
            $profile = $isOwn ? $own : new PrintProfile(...['nozzleMm' => NozzleFit::USUAL_MM[$k], 'lineMm' => $fit['line_mm']] + get_object_vars($own));
            [$layer, $hours] = $stance === null ? [null, null] : self::hours($stance, $profile);
            $rows[] = new NozzleRow(
                nozzleMm: $profile->nozzleMm, lineMm: $fit['line_mm'], isOwn: $isOwn, unprintableMm2: $fit['unprintable_mm2'], seenLostMm2: $fit['seen_lost_mm2'],
                singleWallMm2: $fit['single_wall_mm2'], offMultipleMm2: $fit['off_multiple_mm2'],
                unprintableErrorMm2: $fit['unprintable_error_mm2'], singleWallErrorMm2: $fit['single_wall_error_mm2'], layerMm: $layer, hours: $hours,
            );
        }
        usort($rows, static fn (NozzleRow $a, NozzleRow $b): int => $a->nozzleMm <=> $b->nozzleMm);

        return $rows;
    }

    /** @return array{?float, ?float} the layer height nearest to half the bore (common practice, no source) and the hours at it */
    private static function hours(MeasuredStance $stance, PrintProfile $profile): array
    {
        $choices = LayerChoices::for($stance, $profile);
        usort($choices, static fn (array $a, array $b): int => abs($a['layer_mm'] - $profile->nozzleMm / 2) <=> abs($b['layer_mm'] - $profile->nozzleMm / 2));

        return [$choices[0]['layer_mm'] ?? null, $choices[0]['hours'] ?? null];
    }

    /**
     * @param  list<array<string, mixed>>  $members
     * @param  list<Stance>  $ranked  best first
     * @return list<WeakMember>
     */
    private static function members(array $members, ?Stance $stance, array $ranked): array
    {
        $up = static fn (Stance $s): Vec3 => StanceChoice::fromId($s->id)->up;
        $list = [];
        foreach (array_slice($members, 0, self::MOST_MEMBERS) as $m) {
            $part = SlenderPart::fromArray($m);
            if ($part->sectionMm2 >= Criteria::SAFE_SECTION_MM2) {
                break; // narrowest first
            }
            $best = $bestCut = null;
            foreach ($ranked as $candidate) {
                $cut = $part->cutMm2($up($candidate));
                if ($bestCut === null || $cut > $bestCut * 1.02) { // the higher-ranked of two that are as good
                    [$best, $bestCut] = [$candidate, $cut];
                }
            }
            $list[] = new WeakMember(
                $part->sectionMm2, $part->leverMm, $part->at->toArray(), $stance ? $part->cutMm2($up($stance)) : null, $stance ? $part->isCrossed($up($stance)) : null,
                $best?->rank, $best?->id, $bestCut,
            );
        }

        return $list;
    }
}
