<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** What prices on the shelf are in. Nothing is converted. */
final class CurrencyController extends Controller
{
    public function update(Request $request): RedirectResponse
    {
        $this->person()->update($request->validate(
            ['currency' => ['required', 'string', 'regex:/^(\p{L}{1,4}|\p{Sc})$/u']],
            ['currency.*' => 'A currency is a sign such as € or up to four letters such as EUR.'],
        ));

        return back();
    }
}
