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
use App\Models\Finding;
use App\Storage\StoredSearch;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Contest;
use Wrenlo\Core\Orientation\StanceNumbers;

/**
 * Which stances are best under these weights, each of them proven, and a better one near the leader where there is one. The proofs are
 * findings of their own.
 */
final class Finalists extends Kind
{
    public const VERSION = 3;

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
        $subject = $work->subject;
        [$weights, $profile] = [$subject->weights(), $subject->profile()];
        $search = StoredSearch::open($work->lists(Search::class, 'estimates'), (float) $work->headline(Search::class)['volume_mm3'], $subject->rules()->layerMm);
        $finalists = [];
        foreach ($search->finalists($weights, $profile, (int) $subject->get(Input::Search)['finalists']) as $id) {
            $finalists[$id] = $search->up($id);
        }
        $proven = static function (array $ups) use ($work, $subject, $profile): array {
            $proofs = $work->parts(Proof::class, array_map(static fn (Vec3 $up): Subject => $subject->standing($up), $ups));
            Findings::ask(Surface::class, $subject); // what one marks on: not before the first are proven, and before one looks around the leaders

            return array_map(static fn (Finding $f): StanceNumbers => Proof::stance($f->headline ?? [])->for($profile), array_values($proofs));
        };
        $contest = Contest::between($finalists, $search->ranking($profile), $weights, $proven, (int) $subject->get(Input::Search)['leaders']);
        Findings::askMany(ContactPrint::class, array_map(static fn (Vec3 $up): Subject => $subject->standing($up), array_values($contest->ups)));
        Findings::ask(NeverSeen::class, $subject);
        $closer = array_map(static fn (int $id, int $from): array => ['up' => $contest->ups[$id]->toArray(), 'from' => $from], array_keys($contest->from), $contest->from);

        return new Result(['ids' => array_keys($finalists), 'closer' => $closer]);
    }
}
