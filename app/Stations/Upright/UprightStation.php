<?php

declare(strict_types=1);

namespace App\Stations\Upright;

use App\Findings\Input;
use App\Findings\Kinds\Shaped;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\Rule;

/** How does it print, standing? */
final class UprightStation extends Station
{
    public static function key(): string
    {
        return 'upright';
    }

    public static function name(): string
    {
        return 'Upright';
    }

    public static function decision(): string
    {
        return UprightDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new UprightDecision;
    }

    public static function rules(Bench $bench): array
    {
        return ['layer_mm' => ['sometimes', 'numeric', 'between:0.04,0.4'], 'foot' => ['sometimes', Rule::in(UprightDecision::FEET)], 'turn' => ['sometimes', Rule::in(UprightDecision::TURNS)], 'by_detail' => ['sometimes', 'boolean'], 'taken' => ['sometimes', 'boolean']];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        return UprightDecision::fromArray([...self::of($bench)->toArray(), ...$changes]);
    }

    public static function of(Bench $bench): UprightDecision
    {
        $d = $bench->decision(self::key());

        return $d instanceof UprightDecision ? $d : new UprightDecision;
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return $subject->with(Input::Upright, ['layer_mm' => self::of($bench)->layerMm]);
    }

    public static function headline(Bench $bench): Headline
    {
        $d = self::of($bench);
        $h = $bench->done(Shaped::class)?->headline;

        return new Headline(self::key(), self::name(), $d->isByDetail ? 'by detail' : sprintf("%.2f\u{202F}mm", $d->layerMm), $d->isTaken ? 'done' : 'open', $h === null ? null : sprintf('tips at %.1f°', $h['tips_at_deg']));
    }

    public static function page(Bench $bench): UprightPage
    {
        $d = self::of($bench);

        return new UprightPage($d->layerMm, $d->foot, $d->turn, $bench->tools()[1]->line_mm, $d->isByDetail);
    }
}
