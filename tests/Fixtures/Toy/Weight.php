<?php

declare(strict_types=1);

namespace Tests\Fixtures\Toy;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Kinds\Report;
use App\Findings\Result;
use App\Findings\Work;

/** What the solid weighs, for tests of the way in: one class, and one line in a list. */
final class Weight extends Kind
{
    public static function name(): string
    {
        return 'weight';
    }

    public static function reads(): array
    {
        return [Input::Filament];
    }

    public static function needs(): array
    {
        return [Report::class];
    }

    public static function words(): string
    {
        return 'Putting it on the scales';
    }

    public function compute(Work $work): Result
    {
        $work->say(50, 'Waiting for the needle to settle');
        $grams = $work->headline(Report::class)['report']['volume_mm3'] / 1000 * $work->subject->profile()->densityGPerCm3;

        return new Result(['grams' => $grams], ['dial' => str_repeat('w', 64)]);
    }
}
