<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Findings\Kinds\Portrait;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\StandingPortrait;
use App\Plans\Bench;
use App\Stations\Stand\RankStances;

/** A piece on the shelf of the cabinet: its picture, its state, its headline numbers, the one thing to do next. */
final readonly class PieceCard
{
    private function __construct(public PieceTag $tag, public int $warnings, public ?string $picture, public Measuring $measuring, public string $next, public ?PlanChoice $choice) {}

    public static function of(Bench $bench): self
    {
        $stance = $bench->stand()->stance;
        $measuring = Measuring::of($bench);
        $print = $stance === null ? null : $bench->done(StandingPortrait::class, $bench->standing($stance));

        return new self(
            PieceTag::of($bench), count($bench->done(Report::class)->headline['report']['warnings'] ?? []), RankStances::picture($bench, $print ?? $bench->done(Portrait::class)),
            $measuring, self::next($bench, $measuring), PlanChoice::of($bench),
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
