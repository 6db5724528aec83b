<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Layer\LayerChoices;

/** Hours, grams and steps of a proven stance at each layer height the nozzle prints. */
final class Heights extends Kind
{
    public static function name(): string
    {
        return 'heights';
    }

    public static function reads(): array
    {
        return [Input::Nozzle, Input::ZStep, Input::Filament];
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
        return 'Adding up hours by layer height';
    }

    public function compute(Work $work): Result
    {
        return new Result(['rows' => LayerChoices::for(Proof::stance($work->headline(Proof::class)), $work->subject->profile())]);
    }
}
