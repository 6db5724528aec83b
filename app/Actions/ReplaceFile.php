<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Storage\Blobs;
use Illuminate\Support\Facades\DB;

/** Another version of a piece's file. How it is shown, its plan's weights and tools stay; the same file again changes nothing. */
final class ReplaceFile
{
    /** @return bool whether the file differs from the one before */
    public static function handle(Piece $piece, string $path, string $fileName): bool
    {
        $blob = Blobs::keep($path);
        if ($blob === $piece->blob) {
            return false;
        }
        $old = $piece->blob;
        $folder = $piece->derivedFolder();
        DB::transaction(static function () use ($piece, $blob, $path, $fileName): void {
            $piece->update([
                'blob' => $blob, 'bytes' => filesize($path), 'file_name' => basename($fileName), 'repairs' => null, 'parts' => null, ...Piece::unmeasured(),
            ]);
            StartAnalysis::handle($piece);
        });
        Blobs::forgetDerived($folder);
        if (! Piece::query()->where('blob', $old)->exists()) {
            Blobs::forget($old);
        }

        return true;
    }
}
