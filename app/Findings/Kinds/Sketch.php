<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Subject;
use App\Findings\Work;
use App\Storage\SketchFile;
use App\Storage\StageFile;
use Wrenlo\Core\Orientation\Directions;
use Wrenlo\Core\Orientation\SectionMap;
use Wrenlo\Core\Orientation\StanceSketch;

/**
 * What any stance is estimated from, so small that it is read at every turn of the hand, and the sides the piece could rest on.
 * Blobs: sketch, resting, seen (for the stage, with marks).
 */
final class Sketch extends Kind
{
    public const VERSION = 2;

    /** Shares of the map of sections, so that every worker has one. */
    private const PARTS = 4;

    public static function name(): string
    {
        return 'sketch';
    }

    public static function reads(): array
    {
        return [Input::Marks];
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
        return 'Gathering what looks the same way';
    }

    public function compute(Work $work): Result
    {
        $parts = $work->parts(Sections::class, array_map(static fn (int $n): Subject => $work->subject->with(Input::Part, ['n' => $n, 'of' => self::PARTS]), range(0, self::PARTS - 1)));
        $sections = array_merge(...array_map(Sections::of(...), $parts));
        $basis = $work->mesh()->basis($work);
        $sketch = StanceSketch::of($basis, SectionMap::from($sections));

        return new Result(
            ['volume_mm3' => $basis->volumeMm3(), 'seen_mm2' => $basis->seenMm2()],
            [
                'sketch' => SketchFile::writer($sketch), 'resting' => SketchFile::directionsWriter(Directions::resting($sketch, $work->subject->display()->up)),
                'seen' => StageFile::measure($basis->weighed->seen, StageFile::mapFor($work)),
            ],
        );
    }
}
