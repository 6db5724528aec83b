<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Subject;
use App\Findings\Work;
use App\Storage\StoredSearch;

/** Which stances are best under these weights, each of them proven; the proofs are findings of their own. */
final class Finalists extends Kind
{
    public static function name(): string
    {
        return 'finalists';
    }

    public static function reads(): array
    {
        return [Input::Weights, Input::Nozzle, Input::Filament, Input::Search];
    }

    public static function needs(): array
    {
        return [Search::class];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Proving the best stances layer by layer';
    }

    public function compute(Work $work): Result
    {
        $search = StoredSearch::open($work->lists(Search::class, 'estimates'), (float) $work->headline(Search::class)['volume_mm3'], $work->subject->rules()->layerMm);
        $ids = $search->finalists($work->subject->weights(), $work->subject->profile(), (int) $work->subject->get(Input::Search)['finalists']);
        $stances = array_map(static fn (int $id): Subject => $work->subject->standing($search->up($id)), $ids);
        $work->parts(Proof::class, $stances);
        Findings::askMany(ContactPrint::class, $stances);

        return new Result(['ids' => $ids]);
    }
}
