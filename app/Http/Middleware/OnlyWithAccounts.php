<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Sign-in pages do not exist on an installation for one person. */
final class OnlyWithAccounts
{
    public function handle(Request $request, Closure $next): Response
    {
        abort_unless((bool) config('wrenlo.accounts'), 404);

        return $next($request);
    }
}
