<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Orientation\Steadiness;

/** How a proven stance lies on the bed of one printer. */
final class Bed extends Kind
{
    public static function name(): string
    {
        return 'bed';
    }

    public static function reads(): array
    {
        return [Input::Bed];
    }

    public static function needs(): array
    {
        return [Proof::class];
    }

    public static function lane(): Lane
    {
        return Lane::Instant;
    }

    public static function words(): string
    {
        return 'Laying it on the bed';
    }

    public function compute(Work $work): Result
    {
        $stance = Proof::stance($work->headline(Proof::class));

        return new Result($stance->footing === null ? [] : Steadiness::onBed($stance->footing, $stance->surface->heightMm, $work->subject->profile())->toArray());
    }
}
