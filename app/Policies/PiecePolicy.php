<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Piece;
use App\Models\User;
use Illuminate\Auth\Access\Response;

/** A piece is its owner's alone. To others it does not exist. */
final class PiecePolicy
{
    public function own(User $user, Piece $piece): Response
    {
        return $piece->user_id === $user->id ? Response::allow() : Response::denyAsNotFound();
    }
}
