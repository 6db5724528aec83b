<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Subject;
use App\Findings\Work;
use App\Storage\EstimatesFile;
use App\Storage\SketchFile;
use App\Storage\StoredSearch;
use Wrenlo\Core\Orientation\Estimates;
use Wrenlo\Core\Orientation\Search as CoreSearch;

/** All ways to stand by their estimates: what the trials found, and better ones near the best of them. Blob: estimates. */
final class Search extends Kind
{
    /** As many as are worth it on a machine of four cores; what comes out does not depend on it. */
    private const TRIALS = 4;

    public static function name(): string
    {
        return 'search';
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
        $sketch = $work->headline(Sketch::class);
        $trials = $work->parts(Trial::class, array_map(static fn (int $n): Subject => $work->subject->with(Input::Part, ['n' => $n, 'of' => self::TRIALS]), range(0, self::TRIALS - 1)));
        $all = [];
        foreach ($trials as $trial) {
            array_push($all, ...StoredSearch::open($work->listsOf($trial, 'estimates'), (float) $sketch['volume_mm3'], $work->subject->rules()->layerMm)->all());
        }
        $search = new CoreSearch(new Estimates(SketchFile::read($work->lists(Sketch::class, 'sketch')), $work->subject->rules()));
        array_push($all, ...$search->refined($all, static fn (float $share) => $work->tick(60 + 35 * $share, self::words())));

        return new Result(['count' => count($all), 'volume_mm3' => $sketch['volume_mm3']], ['estimates' => EstimatesFile::writer($all)]);
    }
}
