<?php

declare(strict_types=1);

namespace App\Actions;

use App\Findings\Sweep;
use App\Models\Piece;
use App\Plans\Bench;
use App\Storage\Blobs;

/** Takes a piece out of the cabinet; its file and what was found out about it go when no other piece shares them. */
final class DiscardPiece
{
    public static function handle(Piece $piece): void
    {
        $isShared = Piece::query()->where('blob', $piece->blob)->whereKeyNot($piece->id)->exists();
        $isShared || Measure::stop(Bench::of($piece));
        $piece->delete();
        if (! $isShared) {
            Sweep::file($piece->blob);
            Blobs::forget($piece->blob);
        }
    }
}
