<?php

declare(strict_types=1);

namespace App\Actions;

use App\Enums\FindingState;
use App\Findings\Findings;
use App\Models\Finding;
use App\Plans\Bench;
use Illuminate\Support\Facades\DB;

/** Sees to it that what a piece's screens are drawn from is there or under way. What is there costs a look. */
final class Measure
{
    public static function ask(Bench $bench): void
    {
        $source = $bench->piece->from();
        Findings::askAll([...array_map(static fn (array $r): array => [$r[0], $r[1]], $source->route($bench)), ...$source->besides($bench)]);
    }

    /**
     * What is measured of a piece as it is and would be of no use as it is going to be.
     *
     * @return list<string> keys
     */
    public static function passing(Bench $bench): array
    {
        $route = array_filter($bench->piece->from()->route($bench), static fn (array $r): bool => $r[0]::isPassing());

        return array_values(array_map(static fn (array $r): string => $r[0]::key($r[1]), $route));
    }

    /** A person asks for it again: what failed or was stopped is tried once more. */
    public static function again(Bench $bench): void
    {
        foreach ($bench->piece->from()->route($bench) as [$kind, $subject]) {
            Findings::again($kind, $subject);
        }
    }

    public static function stop(Bench $bench): void
    {
        foreach (array_reverse($bench->piece->from()->route($bench)) as [$kind, $subject]) {
            $finding = Findings::existing($kind, $subject);
            if ($finding === null || ! $finding->state->isUnderWay()) {
                continue;
            }
            $parts = DB::table('finding_waits')->where('finding_id', $finding->id)->pluck('waits_for');
            Findings::cancel($finding);
            // what only this one waited for
            Finding::query()->whereIn('id', $parts)->where('state', FindingState::Waiting->value)
                ->whereNotExists(static fn ($q) => $q->from('finding_waits')->whereColumn('finding_waits.waits_for', 'findings.id'))->get()
                ->each(static fn (Finding $f) => Findings::cancel($f));
        }
    }
}
