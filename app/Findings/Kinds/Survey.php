<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Lists;
use App\Findings\Result;
use App\Findings\Subject;
use App\Findings\Work;
use App\Models\Finding;
use App\Storage\EstimatesFile;

/** All ways to stand by their estimates, as the trials found them: the first ranking. Blob: estimates. */
final class Survey extends Kind
{
    /** As many as are worth it on a machine of four cores; what comes out does not depend on it. */
    private const TRIALS = 4;

    public static function name(): string
    {
        return 'survey';
    }

    public static function reads(): array
    {
        return [Input::Rules, Input::Search];
    }

    public static function needs(): array
    {
        return [Sketch::class];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Trying thousands of ways to stand';
    }

    public function compute(Work $work): Result
    {
        $trials = $work->parts(Trial::class, array_map(static fn (int $n): Subject => $work->subject->with(Input::Part, ['n' => $n, 'of' => self::TRIALS]), range(0, self::TRIALS - 1)));
        $shares = array_map(static fn (Finding $trial): Lists => $work->listsOf($trial, 'estimates'), array_values($trials));
        $count = array_sum(array_map(static fn (Lists $share): int => $share->count('origin'), $shares));

        return new Result(['count' => $count, 'volume_mm3' => $work->headline(Sketch::class)['volume_mm3']], ['estimates' => EstimatesFile::writer([], ...$shares)]);
    }
}
