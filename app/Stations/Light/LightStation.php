<?php

declare(strict_types=1);

namespace App\Stations\Light;

use App\Findings\Input;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Lithophane\LightModel;
use Wrenlo\Core\Lithophane\Optics;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;

/** How thick for this filament and this lamp? */
final class LightStation extends Station
{
    /** Common practice, no source. */
    public const USUAL_MM = [0.65, 2.4];

    /** A white filament, until its wedge was read: an assumption that is said. */
    public const ASSUMED = ['model' => 'exponential', 'p' => [0.86, 0.85]];

    public static function key(): string
    {
        return 'light';
    }

    public static function name(): string
    {
        return 'Light';
    }

    public static function decision(): string
    {
        return LightDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new LightDecision;
    }

    public static function rules(Bench $bench): array
    {
        return [
            'min_mm' => ['sometimes', 'nullable', 'numeric'], 'max_mm' => ['sometimes', 'nullable', 'numeric'], 'for' => ['sometimes', Rule::in(LightDecision::FOR)], 'watts' => ['sometimes', 'numeric', 'between:0.1,500'], 'kelvin' => ['sometimes', 'numeric', 'between:1500,12000'],
            'distance_mm' => ['sometimes', 'numeric', 'between:1,2000'], 'enclosed' => ['sometimes', 'boolean'], 'lumens' => ['sometimes', 'nullable', 'numeric', 'between:0,100000'], 'room_lx' => ['sometimes', 'nullable', 'numeric', 'between:0,200000'], 'taken' => ['sometimes', 'boolean'],
        ];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $after = LightDecision::fromArray([...self::of($bench)->toArray(), ...$changes]);
        try {
            new ToneToThickness($after->minMm ?? self::USUAL_MM[0], $after->maxMm ?? self::USUAL_MM[1], self::translucency($bench));
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['light' => $e->getMessage()]);
        }

        return $after;
    }

    public static function of(Bench $bench): LightDecision
    {
        $d = $bench->decision(self::key());

        return $d instanceof LightDecision ? $d : new LightDecision;
    }

    /** Of the filament it is printed with; what is assumed while its wedge was not read. */
    public static function translucency(Bench $bench): Translucency
    {
        $light = $bench->tools()[2]->light ?? self::ASSUMED;

        return Translucency::of(LightModel::from($light['model']), (float) $light['p'][0], (float) $light['p'][1]);
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        $d = self::of($bench);
        $light = $bench->tools()[2]->light ?? self::ASSUMED;

        return $subject->with(Input::Light, ['model' => $light['model'], 'p' => array_map(floatval(...), $light['p']), 'min_mm' => $d->minMm ?? self::USUAL_MM[0], 'max_mm' => $d->maxMm ?? self::USUAL_MM[1], 'spread' => $bench->tools()[2]->spread ?? Optics::SPREAD]);
    }

    public static function headline(Bench $bench): Headline
    {
        $d = self::of($bench);
        $figure = sprintf("%.2f–%.1f\u{202F}mm", $d->minMm ?? self::USUAL_MM[0], $d->maxMm ?? self::USUAL_MM[1]);

        return new Headline(self::key(), self::name(), $figure, $d->isTaken ? 'done' : 'open', $bench->tools()[2]->light === null ? 'filament not measured' : null);
    }

    public static function page(Bench $bench): LightPage
    {
        return LightPage::of($bench);
    }
}
