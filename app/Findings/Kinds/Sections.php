<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use App\Models\Finding;
use Wrenlo\Core\Orientation\SectionMap;
use Wrenlo\Core\Orientation\SectionNumbers;

/** A share of the map of sections: the piece cut in some of its directions. */
final class Sections extends Kind
{
    public static function name(): string
    {
        return 'sections';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Part];
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
        return 'Cutting the piece in all directions';
    }

    public function compute(Work $work): Result
    {
        ['n' => $n, 'of' => $of] = $work->subject->get(Input::Part);
        $basis = $work->mesh()->basis($work);
        $ups = SectionMap::directions();
        $from = intdiv(count($ups) * $n, $of);
        $share = array_slice($ups, $from, intdiv(count($ups) * ($n + 1), $of) - $from);
        $found = SectionMap::cut($basis->coarse, $basis->coarseSeen, $share, static fn (float $done) => $work->tick(5 + 90 * $done, self::words()));

        return new Result(['sections' => array_map(static fn (SectionNumbers $s): array => $s->toArray(), $found)]);
    }

    /** @return list<SectionNumbers> */
    public static function of(Finding $share): array
    {
        return array_map(SectionNumbers::fromArray(...), array_values($share->headline['sections'] ?? []));
    }
}
