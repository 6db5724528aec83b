<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Storage\Blobs;

/** Takes a piece out of the cabinet with everything derived from it; its file goes when no other piece shares it. */
final class DiscardPiece
{
    public static function handle(Piece $piece): void
    {
        $piece->analyses()->update(['cancel_requested' => true]);
        $folders = [$piece->derivedFolder(), ...$piece->analyses()->pluck('id')->map(static fn (int $id): string => "analysis-{$id}")];
        $piece->delete();
        foreach ($folders as $folder) {
            Blobs::forgetDerived($folder);
        }
        if (! Piece::query()->where('blob', $piece->blob)->exists()) {
            Blobs::forget($piece->blob);
        }
    }
}
