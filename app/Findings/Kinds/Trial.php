<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\MeshInHand;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\EstimatesFile;
use App\Storage\SketchFile;
use Wrenlo\Core\Orientation\Directions;
use Wrenlo\Core\Orientation\Estimates;
use Wrenlo\Core\Orientation\Search as CoreSearch;

/** A share of the ways to stand by their estimates, so that every worker has one. Blob: estimates. */
final class Trial extends Kind
{
    public static function name(): string
    {
        return 'trial';
    }

    public static function reads(): array
    {
        return [Input::Rules, Input::Search, Input::Part];
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
        return 'Trying a share of the ways to stand';
    }

    public function compute(Work $work): Result
    {
        ['n' => $n, 'of' => $of] = $work->subject->get(Input::Part);
        $directions = Directions::with(SketchFile::directions($work->lists(Sketch::class, 'resting')), (int) $work->subject->get(Input::Search)['directions']);
        $from = intdiv(count($directions) * $n, $of);
        $share = array_slice($directions, $from, intdiv(count($directions) * ($n + 1), $of) - $from);
        $search = new CoreSearch(new Estimates(MeshInHand::sketch($work), $work->subject->rules()));

        return new Result([], ['estimates' => EstimatesFile::writer($search->tried($share, static fn (float $done) => $work->tick(5 + 90 * $done, self::words())))]);
    }
}
