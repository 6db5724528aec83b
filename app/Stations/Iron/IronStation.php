<?php

declare(strict_types=1);

namespace App\Stations\Iron;

use App\Findings\Input;
use App\Findings\Kinds\Ironed;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Http\Resources\IronReport;
use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Ironing\IronSettings;

/** Which tops are worth smoothing? */
final class IronStation extends Station
{
    public static function key(): string
    {
        return 'iron';
    }

    public static function name(): string
    {
        return 'Iron';
    }

    public static function decision(): string
    {
        return IronDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new IronDecision;
    }

    public static function rules(Bench $bench): array
    {
        return [
            'scope' => ['sometimes', 'nullable', Rule::enum(IronScope::class)], 'minutes' => ['sometimes', 'nullable', 'numeric', 'between:0,100000'], 'spacing_mm' => ['sometimes', 'numeric'], 'mm_per_s' => ['sometimes', 'numeric'],
            'flow' => ['sometimes', 'numeric'], 'inset_mm' => ['sometimes', 'numeric'],
        ];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $d = IronPage::decision($bench);
        $row = [...IronDecision::settings($d->settings), ...array_intersect_key($changes, IronDecision::settings($d->settings))];
        try {
            $settings = new IronSettings((float) $row['spacing_mm'], (float) $row['mm_per_s'], (float) $row['flow'], (float) $row['inset_mm']);
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['iron' => $e->getMessage()]);
        }

        return new IronDecision(
            array_key_exists('scope', $changes) ? IronScope::tryFrom((string) $changes['scope']) : $d->scope, array_key_exists('minutes', $changes) ? ($changes['minutes'] === null ? null : (float) $changes['minutes']) : $d->minutes, $settings,
        );
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return $subject->with(Input::Ironing, IronDecision::settings(IronPage::decision($bench)->settings));
    }

    public static function restsOn(Bench $bench): ?string
    {
        $stance = $bench->stand()->stance;

        return $stance === null || IronPage::decision($bench)->scope === null ? null : Ironed::key($bench->standing($stance));
    }

    public static function finding(Bench $bench): ?Finding
    {
        $stance = $bench->stand()->stance;

        return $stance === null ? null : $bench->done(Ironed::class, $bench->standing($stance));
    }

    public static function headline(Bench $bench): Headline
    {
        $d = IronPage::decision($bench);
        $finding = self::finding($bench);
        $report = $finding === null ? null : IronReport::of($bench, $finding);
        $isShut = $bench->stand()->stance === null || $bench->layers()->layerMm === null;
        $figure = match (true) {
            $d->scope === null => '',
            $report !== null && $report->tops === [] => 'nothing level',
            $d->scope === IronScope::None => 'none',
            $report === null => mb_strtolower($d->scope->label()),
            default => number_format($report->minutes, $report->minutes < 10 ? 1 : 0)."\u{202F}min",
        };

        return new Headline(self::key(), self::name(), $figure, $isShut ? 'shut' : ($d->scope === null ? 'open' : 'done'), $report === null || $report->tops === [] ? null : (count($report->tops) === 1 ? '1 flat top' : count($report->tops).' flat tops'));
    }

    public static function page(Bench $bench): IronPage
    {
        return IronPage::of($bench);
    }
}
