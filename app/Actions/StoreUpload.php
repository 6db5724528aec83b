<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Models\User;
use App\Storage\Blobs;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Sight\Display;

/** Keeps a file a person brought, as a piece with a plan of its own, and starts its analysis. */
final class StoreUpload
{
    public static function handle(User $user, string $path, string $fileName, ?Display $display = null): Piece
    {
        $blob = Blobs::keep($path);

        return DB::transaction(static function () use ($user, $path, $fileName, $display, $blob): Piece {
            $piece = new Piece([
                'name' => self::nameFrom($fileName), 'file_name' => basename($fileName), 'blob' => $blob, 'bytes' => filesize($path),
                'scale' => 1.0, ...Piece::displayColumns($display ?? Display::facingMinusY()),
            ]);
            $piece->user()->associate($user)->save();
            $piece->plan()->create([
                'printer_id' => $user->printers()->oldest('id')->value('id'),
                'nozzle_id' => $user->nozzles()->oldest('id')->value('id'),
                'filament_id' => $user->filaments()->oldest('id')->value('id'),
                'weights' => Preset::FaceFirst->weights()->of,
            ]);
            CarryMarks::toNew($piece);
            StartAnalysis::handle($piece);

            return $piece;
        });
    }

    private static function nameFrom(string $fileName): string
    {
        $plain = trim(preg_replace('/[\s_\-]+/', ' ', pathinfo($fileName, PATHINFO_FILENAME)) ?? '');

        return Str::limit($plain === '' ? 'Unnamed piece' : Str::ucfirst($plain), 80, '…');
    }
}
