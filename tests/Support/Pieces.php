<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Actions\SetUpPerson;
use App\Actions\StoreUpload;
use App\Jobs\AnalysePiece;
use App\Models\Piece;
use App\Models\User;
use Illuminate\Support\Facades\Queue;
use Wrenlo\Core\Mesh\Mesh;

/** Pieces in the database, analysed or waiting. */
final class Pieces
{
    /** The queue is faked first: the analysis waits. */
    public static function waiting(?User $user = null, ?string $bytes = null, string $name = 'pod.stl'): Piece
    {
        Queue::fake();
        config(['wrenlo.directions' => 200]);

        return StoreUpload::handle($user ?? SetUpPerson::local(), Solids::file($bytes ?? Solids::stl(Solids::cone(15, 40, 40))), $name);
    }

    public static function analysed(?User $user = null, ?Mesh $mesh = null): Piece
    {
        $piece = self::waiting($user, $mesh ? Solids::stl($mesh) : null);
        (new AnalysePiece((int) $piece->analysis()->value('id')))->handle();

        return $piece->refresh();
    }

    /** Goes the whole way through the queue, which is synchronous in tests; so does every later change. */
    public static function fromBytes(string $bytes, string $name, ?User $user = null): Piece
    {
        config(['wrenlo.directions' => 60, 'wrenlo.finalists' => 3]);

        return StoreUpload::handle($user ?? User::query()->first() ?? SetUpPerson::local(), Solids::file($bytes), $name)->refresh();
    }

    public static function someone(string $email = 'ines@marsh.invalid'): User
    {
        return SetUpPerson::handle('Ines', $email, 'ten good words');
    }
}
