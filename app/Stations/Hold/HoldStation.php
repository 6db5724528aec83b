<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Findings\Input;
use App\Findings\Kinds\Holding;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Http\Resources\HeldWay;
use App\Http\Resources\HoldingReport;
use App\Http\Resources\OpenPlace;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Plates\PlateOrder;
use App\Stations\Station;
use Closure;
use Illuminate\Validation\Rule;
use Wrenlo\Core\Support\Treatment;

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
            'way' => ['sometimes', 'nullable', Rule::enum(Way::class)],
            'plate_only' => ['sometimes', 'boolean'],
            'gap_mm' => ['sometimes', 'nullable', 'numeric', 'between:0.05,1'],
            'bridge_mm' => ['sometimes', 'nullable', 'numeric', 'between:1,200'],
            'small_mm2' => ['sometimes', 'nullable', 'numeric', 'between:0.5,1000'],
            'treated' => ['sometimes', 'array', 'max:'.HoldDecision::MOST_ACCEPTED, static function (string $at, mixed $given, Closure $fail): void {
                array_filter(array_keys((array) $given), static fn (int|string $key): bool => ! is_string($key) || strlen($key) > 64) === [] || $fail('A place is named by its key.');
            }],
            'treated.*' => [Rule::enum(Treatment::class)],
            'relief_deg' => ['sometimes', 'numeric', 'between:50,88'],
            'without' => ['sometimes', 'array', 'list', 'max:'.HoldDecision::MOST_BY_HAND],
            'without.*' => ['array', 'list', 'size:3'],
            'without.*.*' => ['numeric', 'between:-1e4,1e4'],
            'also' => ['sometimes', 'array', 'list', 'max:'.HoldDecision::MOST_BY_HAND],
            'also.*' => ['array', 'list', 'size:3'],
            'also.*.*' => ['numeric', 'between:-1e4,1e4'],
        ];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $hold = $bench->hold();
        $stance = $bench->stand()->stance;
        $held = $hold->heldIn($stance);
        $isByHand = isset($changes['without']) || isset($changes['also']);

        return new HoldDecision(
            limitDeg: self::number($changes, 'limit_deg', $hold->limitDeg), accepted: array_values(array_unique($changes['accepted'] ?? $hold->accepted)),
            way: array_key_exists('way', $changes) ? Way::tryFrom((string) $changes['way']) : $hold->way, isPlateOnly: (bool) ($changes['plate_only'] ?? $hold->isPlateOnly),
            gapMm: self::number($changes, 'gap_mm', $hold->gapMm),
            bridgeMm: self::number($changes, 'bridge_mm', $hold->bridgeMm), smallMm2: self::number($changes, 'small_mm2', $hold->smallMm2),
            treated: isset($changes['treated']) ? array_map(Treatment::from(...), $changes['treated']) : $hold->treated, reliefDeg: (float) ($changes['relief_deg'] ?? $hold->reliefDeg),
            without: $isByHand ? self::places($changes['without'] ?? $held['without']) : $hold->without, also: $isByHand ? self::places($changes['also'] ?? $held['also']) : $hold->also, handStance: $isByHand ? $stance?->id() : $hold->handStance,
        );
    }

    /** @param  array<string, mixed>  $changes */
    private static function number(array $changes, string $key, ?float $before): ?float
    {
        if (! array_key_exists($key, $changes)) {
            return $before;
        }

        return $changes[$key] === null ? null : (float) $changes[$key];
    }

    public static function restsOn(Bench $bench): ?string
    {
        $stance = $bench->stand()->stance;

        return $stance === null || $bench->hold()->accepted === [] ? null : Holding::key($bench->standing($stance));
    }

    /**
     * @param  array<array<int, mixed>>  $given
     * @return list<array{float, float, float}>
     */
    private static function places(array $given): array
    {
        return array_map(static fn (array $p): array => [(float) $p[0], (float) $p[1], (float) $p[2]], array_values($given));
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return $subject
            ->with(Input::Held, $bench->hold()->heldIn($bench->stand()->stance))->with(Input::ReliefAngle, $bench->hold()->reliefDeg)
            ->with(Input::Plate, ['style' => 'tree', 'clearance_mm' => PlateOrder::CLEARANCE_MM, 'others' => []]); // alone on it
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
        $way = $stance === null || $bench->hold()->way === null ? null : HeldWay::existing($bench, $bench->hold()->way);
        if ($open !== null && $open > 0 && $way?->isDone()) {
            $open = count(array_filter($way->open, static fn (OpenPlace $p): bool => ! $p->isAccepted));
        }
        $figure = match ($open) {
            null => '',
            0 => $way?->isDone() && $way->key !== Way::None ? mb_strtolower($way->label) : 'nothing',
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
