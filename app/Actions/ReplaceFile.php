<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Storage\Blobs;
use Illuminate\Support\Facades\DB;
use Wrenlo\Core\Format\UnreadableMesh;

/** Another version of a piece's file. How it is shown, its plan's weights and tools stay; the same file again changes nothing. */
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
