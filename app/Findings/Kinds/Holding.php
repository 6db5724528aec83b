<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Support\Overhangs;

/** What needs holding in one stance: overhangs, islands, bridges. Asked for when the Hold station is looked at. */
final class Holding extends Kind
{
    public const VERSION = 2;

    public static function name(): string
    {
        return 'holding';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Stance];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Looking under it, layer for layer';
    }

    public function compute(Work $work): Result
    {
        $basis = $work->mesh()->basis($work);
        $rules = $work->subject->rules();

        return new Result(Overhangs::of($basis->mesh, $basis->facets, $basis->weighed->seen, Rotation::bringingUp($work->subject->up()), $rules->layerMm, $rules->limitDeg, $work->subject->liftMm())->toArray());
    }
}
