<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\EstimatesFile;
use App\Storage\SketchFile;
use App\Storage\StageFile;
use Wrenlo\Core\Orientation\Estimates;
use Wrenlo\Core\Orientation\Search as CoreSearch;
use Wrenlo\Core\Orientation\StanceSketch;

/** All ways to stand by their estimates. Blobs: estimates, sketch (for a pose in the hand), seen (for the stage, with marks). */
final class Search extends Kind
{
    public static function name(): string
    {
        return 'search';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Search];
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
        return 'Trying thousands of ways to stand';
    }

    public function compute(Work $work): Result
    {
        $basis = $work->mesh()->basis($work);
        $sketch = StanceSketch::of($basis);
        $directions = (int) $work->subject->get(Input::Search)['directions'];
        $words = 'Trying '.number_format($directions).' ways to stand';
        $all = (new CoreSearch(new Estimates($sketch, $work->subject->rules())))->all(
            $work->subject->display()->up, $directions, static fn (float $share) => $work->tick(10 + 85 * $share, $words),
        );

        return new Result(
            ['count' => count($all), 'volume_mm3' => $basis->volumeMm3(), 'seen_mm2' => $basis->seenMm2(), 'never_seen_mm2' => $basis->neverSeenMm2()],
            ['estimates' => EstimatesFile::writer($all), 'sketch' => SketchFile::writer($sketch), 'seen' => StageFile::measure($basis->weighed->seen, StageFile::mapFor($work))],
        );
    }
}
