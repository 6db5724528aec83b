<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Actions\Measure;
use App\Actions\SetUpPerson;
use App\Actions\StoreUpload;
use App\Models\Piece;
use App\Models\User;
use App\Plans\Bench;
use App\Plans\Plans;
use App\Stations\Shape\ShapeDecision;
use Illuminate\Support\Facades\Queue;
use Wrenlo\Core\Mesh\Mesh;

/** Pieces in the database, measured or waiting. */
final class Pieces
{
    /** The queue is faked first: everything asked for waits. */
    public static function waiting(?User $user = null, ?string $bytes = null, string $name = 'pod.stl'): Piece
    {
        Queue::fake();
        config(['wrenlo.directions' => 200, 'wrenlo.finalists' => 6, 'wrenlo.leaders' => 0]);

        return StoreUpload::handle($user ?? SetUpPerson::local(), Solids::file($bytes ?? Solids::stl(Solids::cone(15, 40, 40))), $name);
    }

    /** Goes the whole way through the queue, which is synchronous in tests. */
    public static function measured(?User $user = null, ?Mesh $mesh = null, string $name = 'pod.stl', int $finalists = 6, int $leaders = 0): Piece
    {
        config(['wrenlo.directions' => 200, 'wrenlo.finalists' => $finalists, 'wrenlo.leaders' => $leaders]);

        $bytes = Solids::stl($mesh ?? Solids::cone(15, 40, 40));
        $make = static fn (): Piece => StoreUpload::handle($user ?? SetUpPerson::local(), Solids::file($bytes), $name)->refresh();

        return $user !== null ? $make() : Snapshot::of("{$name} {$finalists} {$leaders} ".sha1($bytes), $make);
    }

    /** A photo in the cabinet of the local person, read and shaped, with points as far apart as a test needs. */
    public static function photo(?string $bytes = null, string $name = 'tide pool.png'): Piece
    {
        $bytes ??= Pictures::png(Pictures::pool(160, 120));

        return Snapshot::of($name.sha1($bytes), static function () use ($bytes, $name): Piece {
            $piece = StoreUpload::handle(SetUpPerson::local(), Solids::file($bytes), $name)->refresh();
            Plans::put($piece->plan, 'shape', (new ShapeDecision(resolutionMm: 0.8))->toArray(), null);
            Measure::ask(Bench::of($piece->refresh()));

            return $piece;
        });
    }

    /** The same with few directions and finalists; so does every later change. */
    public static function fromBytes(string $bytes, string $name, ?User $user = null): Piece
    {
        config(['wrenlo.directions' => 60, 'wrenlo.finalists' => 3, 'wrenlo.leaders' => 0]);
        $make = static fn (): Piece => StoreUpload::handle($user ?? User::query()->first() ?? SetUpPerson::local(), Solids::file($bytes), $name)->refresh();

        return $user === null && config('queue.default') === 'sync' ? Snapshot::of("{$name} few ".sha1($bytes), $make) : $make();
    }

    public static function bench(Piece $piece): Bench
    {
        return Bench::of($piece->refresh());
    }

    public static function someone(string $email = 'ines@marsh.invalid'): User
    {
        return SetUpPerson::handle('Ines', $email, 'ten good words');
    }
}
