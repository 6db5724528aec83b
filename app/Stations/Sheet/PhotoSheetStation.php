<?php

declare(strict_types=1);

namespace App\Stations\Sheet;

use App\Findings\Kinds\Shaped;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;

/** The sheet of a lithophane: with what it is printed, and what one takes along. */
final class PhotoSheetStation extends Station
{
    public static function key(): string
    {
        return 'sheet';
    }

    public static function name(): string
    {
        return 'Sheet';
    }

    public static function decision(): string
    {
        return SheetDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return SheetStation::usual($piece);
    }

    public static function rules(Bench $bench): array
    {
        return SheetStation::rules($bench);
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        return SheetStation::changed($bench, $changes);
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return SheetStation::shape($subject, $bench);
    }

    public static function isGone(Decision $decision): ?string
    {
        return SheetStation::isGone($decision);
    }

    public static function headline(Bench $bench): Headline
    {
        $h = $bench->done(Shaped::class)?->headline;

        return new Headline(self::key(), self::name(), $h === null ? '' : SheetStation::hours($h['hours']), $h === null ? 'shut' : 'open');
    }

    public static function page(Bench $bench): PhotoSheetPage
    {
        $sheet = $bench->sheet();

        return new PhotoSheetPage($sheet->printerId, $sheet->nozzleId, $sheet->filamentId);
    }
}
