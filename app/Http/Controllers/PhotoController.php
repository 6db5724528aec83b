<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\StripPhotos;
use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kinds\Fit;
use App\Findings\Kinds\PhotoFramed;
use App\Findings\Kinds\RowLayers;
use App\Findings\Leases;
use App\Findings\Lists;
use App\Http\Resources\PhotoJudged;
use App\Http\Resources\RowLayersInfo;
use App\Models\Piece;
use App\Stations\Photo\PhotoStation;
use App\Stations\Photo\ToneDecision;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Photo\PhotoStrip;
use Wrenlo\Core\Photo\UnreadablePhoto;

/** A photo's fitness with tones that are only being tried, computed while a slider moves and not kept; and other photos set beside it. */
final class PhotoController extends Controller
{
    /** Other photos are set beside this one: a piece of its own, which is opened. */
    public function beside(Request $request, Piece $piece): RedirectResponse
    {
        $bench = $this->bench($piece, 'photo');
        $given = $request->validate(['files' => ['required', 'array', 'max:'.(PhotoStrip::MOST - 1)], 'files.*' => ['file', 'max:65536']], ['files.required' => 'No photo arrived.', 'files.max' => 'A strip is made of up to '.PhotoStrip::MOST.' photos.', 'files.*.max' => 'Each photo may have up to 64 MB.']);
        try {
            $made = StripPhotos::beside($bench, array_values(array_map(static fn (UploadedFile $f): string => $f->getPathname(), $given['files'])));
        } catch (InvalidArgumentException|UnreadablePhoto $e) {
            throw ValidationException::withMessages(['files' => $e->getMessage()]);
        }

        return redirect("/pieces/{$made->id}#shape");
    }

    /** Layers by the detail of its rows: measured when it is asked for. */
    public function rows(Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece, 'photo');
        Leases::recover();

        return response()->json(RowLayersInfo::of(Findings::ask(RowLayers::class, $bench->subject())));
    }

    public function fitness(Request $request, Piece $piece): JsonResponse
    {
        $bench = $this->bench($piece, 'photo');
        $tried = PhotoStation::changed($bench, $request->validate(PhotoStation::rules($bench)));
        $tone = $tried instanceof ToneDecision ? $tried->tone->toArray() : [];
        $framed = $bench->done(PhotoFramed::class);
        $grid = $framed === null ? null : Findings::blob($framed, 'grid');
        if ($framed === null || $grid === null) {
            abort(409, 'The photo is still being read.');
        }
        $frame = PhotoFramed::framed($framed->headline ?? [], Lists::open($grid));

        return response()->json(PhotoJudged::of(Fit::judged($frame, $bench->subject()->with(Input::Tone, $tone))));
    }
}
