<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\MarkSet;
use App\Models\MarkStep;
use App\Models\Piece;
use Illuminate\Support\Facades\DB;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;

/** Strokes on a piece, kept at once with what they changed, so that each can be undone, after a reload as well. */
final class PaintMarks
{
    /** Steps kept to go back. */
    public const STEPS = 200;

    /** @param  list<float>  $areaMm2  of each facet */
    public static function handle(Piece $piece, MarkKind $kind, bool $isTakenAway, FacetSet $facets, array $areaMm2): MarkSet
    {
        return DB::transaction(static function () use ($piece, $kind, $isTakenAway, $facets, $areaMm2): MarkSet {
            $set = $piece->markSets()->firstOrNew(['fits' => $piece->facetsKey()])->fill(['facets' => count($areaMm2)]);
            $before = $set->value();
            $after = $isTakenAway ? $before->erased($kind, $facets) : $before->painted($kind, $facets);
            $changes = self::changes($before, $after);
            if ($changes === []) {
                return $set;
            }
            self::store($set, $after, $areaMm2, $set->position + 1);
            $set->steps()->where(static fn ($q) => $q->where('number', '>=', $set->position)->orWhere('number', '<=', $set->position - self::STEPS))->delete();
            $words = ($isTakenAway ? 'Take away ' : '').$kind->label().', '.number_format($facets->count()).($facets->count() === 1 ? ' facet' : ' facets');
            $set->steps()->create(['number' => $set->position, 'words' => $words, 'changes' => $changes]);

            return $set;
        });
    }

    /** @param  list<float>  $areaMm2 */
    public static function undo(Piece $piece, array $areaMm2): ?MarkSet
    {
        return self::move($piece, $areaMm2, -1);
    }

    /** @param  list<float>  $areaMm2 */
    public static function redo(Piece $piece, array $areaMm2): ?MarkSet
    {
        return self::move($piece, $areaMm2, 1);
    }

    /** The step that would be undone (0) or done again (1). */
    public static function step(MarkSet $set, int $ahead): ?MarkStep
    {
        return $set->exists ? $set->steps()->where('number', $set->position + $ahead)->first() : null;
    }

    /** @param  list<float>  $areaMm2 */
    private static function move(Piece $piece, array $areaMm2, int $by): ?MarkSet
    {
        return DB::transaction(static function () use ($piece, $areaMm2, $by): ?MarkSet {
            $set = $piece->markSet();
            $step = $set === null ? null : self::step($set, $by > 0 ? 1 : 0);
            if ($set === null || $step === null) {
                return $set;
            }
            [$goes, $comes] = $by > 0 ? ['went', 'came'] : ['came', 'went'];
            $marks = $set->marks;
            foreach ($step->changes as $kind => $change) {
                $marks[$kind] = FacetSet::fromRuns($marks[$kind] ?? [], $set->facets)
                    ->without(FacetSet::fromRuns($change[$goes], $set->facets))->with(FacetSet::fromRuns($change[$comes], $set->facets))->runs;
            }
            self::store($set, Marks::fromArray($marks, $set->facets), $areaMm2, $set->position + $by);

            return $set;
        });
    }

    /** @param  list<float>  $areaMm2 */
    private static function store(MarkSet $set, Marks $marks, array $areaMm2, int $position): void
    {
        $areas = array_map(static function (FacetSet $s) use ($areaMm2): float {
            $sum = 0.0;
            foreach ($s->facets() as $f) {
                $sum += $areaMm2[$f];
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
