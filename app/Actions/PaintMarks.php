<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\MarkSet;
use App\Models\MarkStep;
use App\Plans\Bench;
use App\Storage\SurfaceFile;
use Illuminate\Support\Facades\DB;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;

/** Strokes on a piece, kept at once with what they changed, so that each can be undone, after a reload as well. */
final class PaintMarks
{
    /** Steps kept to go back. */
    public const STEPS = 200;

    public static function handle(Bench $bench, MarkKind $kind, bool $isTakenAway, FacetSet $facets, SurfaceFile $surface): MarkSet
    {
        return DB::transaction(static function () use ($bench, $kind, $isTakenAway, $facets, $surface): MarkSet {
            $set = $bench->piece->markSets()->firstOrNew(['fits' => $bench->piece->facetsKey($bench->look()->recipe)])->fill(['facets' => $surface->facets]);
            $before = $set->value();
            $after = $isTakenAway ? $before->erased($kind, $facets) : $before->painted($kind, $facets);
            $changes = self::changes($before, $after);
            if ($changes === []) {
                return $set;
            }
            self::store($set, $after, $surface, $set->position + 1);
            $set->steps()->where(static fn ($q) => $q->where('number', '>=', $set->position)->orWhere('number', '<=', $set->position - self::STEPS))->delete();
            $words = ($isTakenAway ? 'Take away ' : '').$kind->label().', '.number_format($facets->count()).($facets->count() === 1 ? ' facet' : ' facets');
            $set->steps()->create(['number' => $set->position, 'words' => $words, 'changes' => $changes]);

            return $set;
        });
    }

    /** The step that would be undone (0) or done again (1). */
    public static function next(MarkSet $set, int $ahead): ?MarkStep
    {
        return $set->exists ? $set->steps()->where('number', $set->position + $ahead)->first() : null;
    }

    /** Goes a stroke back (−1) or forth (1). */
    public static function step(Bench $bench, SurfaceFile $surface, int $by): void
    {
        DB::transaction(static function () use ($bench, $surface, $by): void {
            $set = $bench->markSet();
            $step = $set === null ? null : self::next($set, $by > 0 ? 1 : 0);
            if ($set === null || $step === null) {
                return;
            }
            [$goes, $comes] = $by > 0 ? ['went', 'came'] : ['came', 'went'];
            $marks = $set->marks;
            foreach ($step->changes as $kind => $change) {
                $marks[$kind] = FacetSet::fromRuns($marks[$kind] ?? [], $set->facets)
                    ->without(FacetSet::fromRuns($change[$goes], $set->facets))->with(FacetSet::fromRuns($change[$comes], $set->facets))->runs;
            }
            self::store($set, Marks::fromArray($marks, $set->facets), $surface, $set->position + $by);
        });
    }

    private static function store(MarkSet $set, Marks $marks, SurfaceFile $surface, int $position): void
    {
        $areas = array_map(static function (FacetSet $s) use ($surface): float {
            $sum = 0.0;
            foreach ($s->facets() as $f) {
                $sum += $surface->area($f);
            }

            return $sum;
        }, $marks->sets);
        $set->fill(['marks' => $marks->toArray(), 'areas_mm2' => $areas, 'position' => $position])->save();
    }

    /** @return array<string, array{came: list<int>, went: list<int>}> */
    private static function changes(Marks $before, Marks $after): array
    {
        $changes = [];
        foreach (MarkKind::cases() as $kind) {
            [$was, $is] = [$before->of($kind), $after->of($kind)];
            [$came, $went] = [$is->without($was), $was->without($is)];
            if (! $came->isEmpty() || ! $went->isEmpty()) {
                $changes[$kind->value] = ['came' => $came->runs, 'went' => $went->runs];
            }
        }

        return $changes;
    }
}
