<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\SetUpPerson;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Validation\Rules\Password;
use Inertia\Inertia;
use Inertia\Response;

/** Signing up. */
final class AccountController extends Controller
{
    public function create(): Response
    {
        return Inertia::render('SignUp');
    }

    public function store(Request $request): RedirectResponse
    {
        $data = $request->validate([
            'name' => ['required', 'string', 'max:60'],
            'email' => ['required', 'string', 'lowercase', 'email', 'max:190', 'unique:users'],
            'password' => ['required', Password::min(10)],
        ]);
        Auth::login(SetUpPerson::handle($data['name'], $data['email'], $data['password']));
        $request->session()->regenerate();

        return to_route('cabinet');
    }
}
