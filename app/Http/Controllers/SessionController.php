<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Validation\ValidationException;
use Inertia\Inertia;
use Inertia\Response;

/** Signing in and out. */
final class SessionController extends Controller
{
    private const TRIES_A_MINUTE = 5;

    public function create(): Response
    {
        return Inertia::render('SignIn');
    }

    public function store(Request $request): RedirectResponse
    {
        $data = $request->validate(['email' => ['required', 'string', 'email'], 'password' => ['required', 'string']]);
        $key = 'sign-in|'.strtolower($data['email']).'|'.$request->ip();
        if (RateLimiter::tooManyAttempts($key, self::TRIES_A_MINUTE)) {
            throw ValidationException::withMessages(['email' => 'Too many tries; wait '.RateLimiter::availableIn($key).' seconds.']);
        }
        if (! Auth::attempt($data, true)) {
            RateLimiter::hit($key);
            throw ValidationException::withMessages(['email' => 'This address and password do not go together.']);
        }
        RateLimiter::clear($key);
        $request->session()->regenerate();

        return redirect()->intended(route('cabinet'));
    }

    public function destroy(Request $request): RedirectResponse
    {
        Auth::logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return to_route('sign-in');
    }
}
