<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Lists;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

/** What the viewers see of each facet, before marks. Blob: weights (f64 by facet, 0 to 1). */
final class Sight extends Kind
{
    public static function name(): string
    {
        return 'sight';
    }

    public static function reads(): array
    {
        return [Input::File, Input::Recipe, Input::Display];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Looking at it from where the viewers stand';
    }

    public function compute(Work $work): Result
    {
        $in = $work->mesh();
        $weights = Visibility::weights($in->mesh(), $in->facets(), Views::of($work->subject->display()), $in->coarse());

        return new Result([], ['weights' => Lists::writer(['weights' => ['e', $weights]])]);
    }
}
