<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Filament;
use App\Models\Nozzle;
use App\Models\Printer;
use App\Models\User;
use Illuminate\Auth\Access\Response;

final class ShelfPolicy
{
    public function own(User $user, Printer|Nozzle|Filament $tool): Response
    {
        return $tool->user_id === $user->id ? Response::allow() : Response::denyAsNotFound();
    }
}
