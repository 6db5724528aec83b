<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\SplitPiece;
use App\Models\Piece;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

/** Makes pieces of their own of the parts or shells of one. */
final class SplitController extends Controller
{
    public function store(Request $request, Piece $piece): RedirectResponse
    {
        $this->bench($piece);
        $by = $request->validate(['by' => ['required', 'in:parts,shells']])['by'];
        SplitPiece::handle($piece, $by === 'parts' ? 'parts' : 'shells');

        return to_route('cabinet');
    }
}
