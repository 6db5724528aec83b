<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Sight\Visibility;

/** How much of a piece nobody ever sees, from four times as many directions as its seen weights: when nothing else waits. */
final class NeverSeen extends Kind
{
    public static function name(): string
    {
        return 'never';
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
        return Lane::Late;
    }

    public static function words(): string
    {
        return 'Looking for what nobody sees';
    }

    public function compute(Work $work): Result
    {
        $in = $work->mesh();
        $seen = $work->lists(Sight::class, 'weights')->floats('weights');
        $is = Visibility::isEverSeen($in->mesh(), $in->facets(), $work->subject->display(), $seen, $in->coarse(), static fn (float $share) => $work->tick(10 + 85 * $share, self::words()));

        return new Result(['never_seen_mm2' => $in->basis($work)->neverSeenMm2($is, $work->subject->marks($in->mesh()->triangleCount()))]);
    }
}
