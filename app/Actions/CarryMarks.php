<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\MarkSet;
use App\Models\Piece;
use App\Plans\Bench;
use Wrenlo\Core\Mesh\MeshRecipe;

/**
 * Marks count facets, so they fit only the file they were made on. A file brought again under another piece takes them
 * along; one that only has the same name does not, and the person is told either way.
 */
final class CarryMarks
{
    public static function toNew(Piece $piece, MeshRecipe $recipe): void
    {
        $fits = $piece->facetsKey($recipe);
        $others = Piece::query()->where('user_id', $piece->user_id)->whereKeyNot($piece->id)->latest('id');
        $same = (clone $others)->where('blob', $piece->blob)->with('markSets')->get()
            ->first(static fn (Piece $p): bool => $p->markSets->contains(static fn (MarkSet $s): bool => $s->fits === $fits && $s->marks !== []));
        if ($same !== null) {
            $set = $same->markSets->firstOrFail('fits', $fits);
            $piece->markSets()->create([
                'fits' => $set->fits, 'facets' => $set->facets, 'marks' => $set->marks, 'areas_mm2' => $set->areas_mm2,
                'note' => "Marks came along from “{$same->name}”: it is the same file.",
            ]);

            return;
        }
        $named = (clone $others)->where('file_name', $piece->file_name)->whereHas('markSets', static fn ($q) => $q->where('position', '>', 0))->first();
        if ($named !== null) {
            $piece->markSets()->create([
                'fits' => $fits, 'facets' => 0,
                'note' => "A piece “{$named->name}” from a file of this name is marked, but that file differs; its marks stayed there.",
            ]);
        }
    }

    /** What a person is told about marks made on other meshes of this piece; null where there are none. */
    public static function setAside(Bench $bench): ?string
    {
        $piece = $bench->piece;
        $fits = $piece->facetsKey($bench->look()->recipe);
        $away = $piece->markSets->filter(static fn (MarkSet $s): bool => $s->fits !== $fits && $s->marks !== []);
        $count = $away->sum(static fn (MarkSet $s): int => $s->value()->facetCount());
        if ($count === 0) {
            return null;
        }
        $isSameFile = $away->contains(static fn (MarkSet $s): bool => str_starts_with($s->fits, Piece::fileKey($piece->blob)));

        return number_format($count).' marked facets are set aside: '.($isSameFile
            ? 'they were marked before the repairs were changed. Take the repairs back and they return.'
            : 'the file differs from the one they were marked on. Bring that file again and they return.');
    }
}
