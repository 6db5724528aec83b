<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Models\Plan;
use App\Plans\Bench;
use App\Plans\Plans;
use App\Stations\Look\LookDecision;
use App\Stations\Stand\StandStation;
use App\Storage\Blobs;
use Illuminate\Support\Facades\DB;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\MeshRecipe;

/** Another version of a piece's file. What was decided stays, but for repairs; the same file again changes nothing. */
final class ReplaceFile
{
    /**
     * @return bool whether the file differs from the one before
     *
     * @throws UnreadableMesh when the new file cannot be read; the old one stays
     */
    public static function handle(Piece $piece, string $path, string $fileName): bool
    {
        if (hash_file('sha256', $path) === $piece->blob) {
            return false;
        }
        ReadMesh::fromPath($path, pathinfo($fileName, PATHINFO_EXTENSION));
        $blob = Blobs::keep($path);
        $old = $piece->blob;
        DB::transaction(static function () use ($piece, $blob, $path, $fileName): void {
            $piece->update(['blob' => $blob, 'bytes' => filesize($path), 'file_name' => basename($fileName)]);
            foreach ($piece->plans as $plan) {
                self::fit($plan->setRelation('piece', $piece));
            }
        });
        Measure::ask(Bench::of($piece->refresh()));
        if (! Piece::query()->where('blob', $old)->exists()) {
            Blobs::forget($old);
        }

        return true;
    }

    /** Repairs and marks were made for the file that was there; the rest of what was decided is measured anew and stays. */
    private static function fit(Plan $plan): void
    {
        $look = (new Bench($plan->piece, $plan))->look();
        if ($look->recipe->repairs !== []) {
            Plans::put($plan, 'look', (new LookDecision(new MeshRecipe($look->recipe->scale, $look->recipe->mirror), $look->display))->toArray(), null);
        }
        Plans::put($plan, 'stand', StandStation::withMarks(new Bench($plan->piece, $plan))->toArray(), $plan->decisions->firstWhere('station', 'stand')?->rests_on);
        $plan->update(['version' => $plan->version + 1]);
    }
}
