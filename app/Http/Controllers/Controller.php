<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Piece;
use App\Models\User;
use App\Plans\Bench;
use Illuminate\Foundation\Auth\Access\AuthorizesRequests;
use Illuminate\Support\Facades\Auth;

abstract class Controller
{
    use AuthorizesRequests;

    protected function person(): User
    {
        $user = Auth::user();

        return $user instanceof User ? $user : abort(401);
    }

    /**
     * The person's own piece under its current plan.
     *
     * @param  ?string  $source  what it must come from; null: anything
     */
    protected function bench(Piece $piece, ?string $source = 'mesh'): Bench
    {
        $this->authorize('own', $piece);
        abort_unless($source === null || $piece->source === $source, 404);

        return Bench::of($piece);
    }
}
