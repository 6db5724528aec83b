<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession;

/**
 * Only what a person does or opens changes their session. A page asks every half second how a measurement goes: were the session kept
 * then, too, a question between a change and the page that follows it would use up the sentence (or the refusal) meant for that page.
 */
final class KeepSession extends StartSession
{
    protected function saveSession($request): void
    {
        if (! self::isGlance($request) || ! $request->session()->has('_flash')) { // which every session has that was kept once
            parent::saveSession($request);
        }
    }

    /** Asks for numbers, a file or a part of a page that is open already. */
    private static function isGlance(Request $request): bool
    {
        $isPage = $request->headers->has('X-Inertia') ? ! $request->headers->has('X-Inertia-Partial-Component') : str_contains($request->header('Accept', ''), 'text/html');

        return $request->isMethodSafe() && ! $isPage;
    }
}
