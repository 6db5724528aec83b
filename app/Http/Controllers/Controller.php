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

    /** The person's own piece under its current plan. */
    protected function bench(Piece $piece): Bench
    {
        $this->authorize('own', $piece);

        return Bench::of($piece);
    }
}
