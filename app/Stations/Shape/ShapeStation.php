<?php

declare(strict_types=1);

namespace App\Stations\Shape;

use App\Findings\Input;
use App\Findings\Kinds\Shaped;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;

/** What does the photo become? */
final class ShapeStation extends Station
{
    public static function key(): string
    {
        return 'shape';
    }

    public static function name(): string
    {
        return 'Shape';
    }

    public static function decision(): string
    {
        return ShapeDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new ShapeDecision;
    }

    public static function rules(Bench $bench): array
    {
        $mm = ['sometimes', 'numeric'];

        return ['shape' => ['sometimes', Rule::enum(ShapeKind::class)], 'width_mm' => $mm, 'frame_mm' => $mm, 'arc_deg' => $mm, 'opening_mm' => ['sometimes', 'nullable', 'numeric', 'between:2,400'], 'resolution_mm' => $mm, 'hole_mm' => $mm, 'foot_mm' => $mm, 'around' => ['sometimes', 'boolean'], 'path' => ['sometimes', 'nullable', 'string', 'max:100000'], 'taken' => ['sometimes', 'boolean']];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $d = ShapeDecision::fromArray([...self::of($bench)->toArray(), ...$changes]);
        try {
            new Design($d->shape, $d->widthMm, new ToneToThickness(0.6, 2.4, Translucency::exponential(1.0, 1.0)), resolutionMm: $d->resolutionMm, frameMm: $d->frameMm, arcDeg: $d->arcDeg, path: $d->path, holeMm: $d->holeMm, footMm: $d->shape === ShapeKind::Flat ? $d->footMm : 0.0);
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['shape' => $e->getMessage()]);
        }

        return $d;
    }

    public static function of(Bench $bench): ShapeDecision
    {
        $d = $bench->decision(self::key());

        return $d instanceof ShapeDecision ? $d : new ShapeDecision;
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        $d = self::of($bench);

        return $subject->with(Input::Body, $d->body())->with(Input::Picture, Design::pictureWidthMm($d->shape, $d->widthMm, $d->isAround));
    }

    public static function headline(Bench $bench): Headline
    {
        $d = self::of($bench);
        $h = $bench->done(Shaped::class)?->headline;

        return new Headline(self::key(), self::name(), $d->shape->label(), $d->isTaken ? 'done' : 'open', $h === null ? null : sprintf("%.0f × %.0f\u{202F}mm", $h['width_mm'], $h['height_mm']));
    }

    public static function page(Bench $bench): ShapePage
    {
        return ShapePage::of($bench);
    }
}
