<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Findings\Kinds\Holding;
use App\Http\Resources\Headline;
use App\Http\Resources\HoldingReport;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;

/** What needs holding? */
final class HoldStation extends Station
{
    public static function key(): string
    {
        return 'hold';
    }

    public static function name(): string
    {
        return 'Hold';
    }

    public static function decision(): string
    {
        return HoldDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new HoldDecision;
    }

    public static function rules(Bench $bench): array
    {
        return [
            'limit_deg' => ['sometimes', 'nullable', 'numeric', 'between:10,85'],
            'accepted' => ['sometimes', 'array', 'list', 'max:'.HoldDecision::MOST_ACCEPTED],
            'accepted.*' => ['string', 'max:64'],
        ];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $hold = $bench->hold();
        $limit = array_key_exists('limit_deg', $changes) ? $changes['limit_deg'] : $hold->limitDeg;

        return new HoldDecision($limit === null ? null : (float) $limit, array_values(array_unique($changes['accepted'] ?? $hold->accepted)));
    }

    public static function restsOn(Bench $bench): ?string
    {
        $stance = $bench->stand()->stance;

        return $stance === null || $bench->hold()->accepted === [] ? null : Holding::key($bench->standing($stance));
    }

    /** Places signed off in another stance mean nothing in this one. */
    public static function lookAgain(Bench $bench): ?string
    {
        $report = self::report($bench);
        if ($report === null || $bench->hold()->accepted === []) {
            return null;
        }
        $gone = count(array_diff($bench->hold()->accepted, array_map(static fn ($p): string => $p->key, $report->places)));

        return $gone === 0 ? null : sprintf('Another stance, layer or limit: *%d* of the places printed without support %s no longer there.', $gone, $gone === 1 ? 'is' : 'are');
    }

    public static function headline(Bench $bench): Headline
    {
        $stance = $bench->stand()->stance;
        $report = self::report($bench);
        $open = $report === null ? null : count(array_filter($report->places, static fn ($p): bool => ! $p->isAccepted));
        $figure = match ($open) {
            null => '',
            0 => 'nothing',
            1 => '1 place',
            default => number_format($open).' places',
        };

        return new Headline(
            self::key(), self::name(), $figure, $stance === null ? 'shut' : ($open === 0 ? 'done' : 'open'),
            $report === null ? null : number_format($report->areaMm2 ?? 0.0)."\u{202F}mm² from ".round($bench->subject()->rules()->limitDeg).'° on', self::lookAgain($bench),
        );
    }

    private static function report(Bench $bench): ?HoldingReport
    {
        $stance = $bench->stand()->stance;
        $finding = $stance === null ? null : $bench->done(Holding::class, $bench->standing($stance));

        return $finding === null ? null : HoldingReport::of($bench, $finding);
    }

    public static function page(Bench $bench): HoldPage
    {
        return HoldPage::of($bench);
    }
}
