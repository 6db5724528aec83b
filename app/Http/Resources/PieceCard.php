<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Findings\Kinds\PhotoFramed;
use App\Findings\Kinds\Portrait;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\StandingPortrait;
use App\Plans\Bench;
use App\Sources\PhotoSource;
use App\Stations\Sheet\SheetStation;
use App\Stations\Stand\RankStances;

/** A piece on the shelf of the cabinet: its picture, its state, its headline numbers, the one thing to do next. */
final readonly class PieceCard
{
    private function __construct(public PieceTag $tag, public int $warnings, public ?string $picture, public Measuring $measuring, public string $next, public ?PlanChoice $choice, public ?string $figure) {}

    public static function of(Bench $bench): self
    {
        $measuring = Measuring::of($bench);
        if ($bench->piece->source === PhotoSource::key()) {
            return self::ofPhoto($bench, $measuring);
        }
        $stance = $bench->stand()->stance;
        $print = $stance === null ? null : $bench->done(StandingPortrait::class, $bench->standing($stance));

        return new self(
            PieceTag::of($bench), count($bench->done(Report::class)->headline['report']['warnings'] ?? []), RankStances::picture($bench, $print ?? $bench->done(Portrait::class)),
            $measuring, self::next($bench, $measuring), PlanChoice::of($bench), null,
        );
    }

    /** Its picture is the one it was made from, as it is lit. */
    private static function ofPhoto(Bench $bench, Measuring $measuring): self
    {
        $made = ReliefNumbers::of($bench);
        $open = array_values(array_filter(array_map(static fn (string $s): Headline => $s::headline($bench), $bench->piece->from()->stations()), static fn (Headline $h): bool => in_array($h->state, ['next', 'open'], true)));

        return new self(
            PieceTag::of($bench), 0, $bench->done(PhotoFramed::class) === null ? null : "/pieces/{$bench->piece->id}/lit", $measuring, match (true) {
                $measuring->state === FindingState::Failed => 'See what is wrong with the file',
                ! $measuring->isRanked => 'Being read',
                default => ($open[0] ?? null)?->key === 'sheet' ? 'Take it to the printer' : 'Go on at '.($open[0]->name ?? 'Photo'),
            }, null, $made === null ? null : sprintf("%.0f × %.0f\u{202F}mm · %s · %.0f\u{202F}g", $made->widthMm, $made->heightMm, SheetStation::hours($made->print->hours), $made->print->grams),
        );
    }

    private static function next(Bench $bench, Measuring $measuring): string
    {
        return match (true) {
            $measuring->state === FindingState::Failed => 'See what is wrong with the file',
            $measuring->state === FindingState::Cancelled => 'Start measuring again',
            ! $measuring->isRanked => 'Being measured',
            $bench->stand()->stance === null => 'Decide how it stands',
            $bench->layers()->layerMm === null => 'Choose a layer height',
            default => 'Take it to the printer',
        };
    }
}
