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
use App\Storage\StoredSearch;
use Wrenlo\Core\Orientation\Candidate;
use Wrenlo\Core\Orientation\Estimates;
use Wrenlo\Core\Orientation\Search as CoreSearch;

/** All ways to stand by their estimates: those of the survey, and better ones near the best of them. Blob: estimates. */
final class Search extends Kind
{
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
        return [Sketch::class, Survey::class];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Looking for better ones near the best';
    }

    public function compute(Work $work): Result
    {
        $survey = $work->headline(Survey::class);
        $lists = $work->lists(Survey::class, 'estimates');
        $all = StoredSearch::open($lists, (float) $survey['volume_mm3'], $work->subject->rules()->layerMm);
        $search = new CoreSearch(new Estimates(MeshInHand::sketch($work), $work->subject->rules()));
        $found = $search->near($all->ranking($search->profile), fn (int $id): Candidate => $all->candidate($id, $search->profile), static fn (float $share) => $work->tick(10 + 85 * $share, self::words()));

        return new Result(['count' => $all->count() + count($found), 'volume_mm3' => $survey['volume_mm3']], ['estimates' => EstimatesFile::writer($found, $lists)]);
    }
}
