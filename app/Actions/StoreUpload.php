<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Models\User;
use App\Plans\Bench;
use App\Sources\Sources;
use App\Storage\Blobs;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Wrenlo\Core\Sight\Display;

/** Keeps a file a person brought, as a piece with a plan of its own, and has it measured. */
final class StoreUpload
{
    public static function handle(User $user, string $path, string $fileName, ?Display $display = null): Piece
    {
        $blob = Blobs::keep($path);

        $source = Sources::forEnding(pathinfo($fileName, PATHINFO_EXTENSION)) ?? throw Refusal::because('file', 'Wrenlo does not read files of this kind.');
        $piece = DB::transaction(static function () use ($user, $path, $fileName, $display, $blob, $source): Piece {
            $piece = new Piece(['name' => self::nameFrom($fileName), 'source' => $source::key(), 'file_name' => basename($fileName), 'blob' => $blob, 'bytes' => filesize($path)]);
            $piece->user()->associate($user)->save();
            $plan = $piece->plans()->create(['name' => 'Plan 1', 'is_current' => true])->setRelation('piece', $piece);
            $source->begin($piece, $plan, $user, $display);

            return $piece;
        });
        Measure::ask(Bench::of($piece));

        return $piece;
    }

    private static function nameFrom(string $fileName): string
    {
        $plain = trim(preg_replace('/[\s_\-]+/', ' ', pathinfo($fileName, PATHINFO_FILENAME)) ?? '');

        return Str::limit($plain === '' ? 'Unnamed piece' : Str::ucfirst($plain), 80, '…');
    }
}
