<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ExportLithophane;
use App\Models\Piece;
use Illuminate\Contracts\View\View;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\Response;
use Wrenlo\Core\Format\MeshFormats;

/** What a lithophane leaves the house as: the relief, its plan, its sheet; and its picture, as it is lit. */
final class LithophaneController extends Controller
{
    public function show(Piece $piece, string $format): Response|View
    {
        if (str_starts_with($format, 'backing-')) {
            $bench = $this->bench($piece, 'photo');
            $ending = substr($format, 8);

            return response(ExportLithophane::backing($bench, $ending), 200, ['Content-Type' => $ending === 'pdf' ? 'application/pdf' : 'image/png', 'Content-Disposition' => 'attachment; filename="'.Str::slug($piece->name).'-colours.'.$ending.'"']);
        }
        $export = ExportLithophane::of($this->bench($piece, 'photo')) ?? abort(409, 'The relief is not shaped yet; there is nothing to take away.');

        return match ($format) {
            'json' => response()->json($export->plan(), options: JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION)->header('Content-Disposition', 'attachment; filename="'.$export->fileName('json').'"'),
            'layers' => response($export->layersCsv(), 200, ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => 'attachment; filename="'.str_replace('.csv', '-layers.csv', $export->fileName('csv')).'"']),
            'sheet' => view('lithophane-sheet', $export->sheet()),
            default => response()->streamDownload(static fn () => $export->write($format), $export->fileName($format), ['Content-Type' => MeshFormats::mime($format)]),
        };
    }

    /** A small PNG, lit: for the cabinet. */
    public function picture(Piece $piece): Response
    {
        $png = ExportLithophane::picture($this->bench($piece, 'photo')) ?? abort(404);

        return response($png, 200, ['Content-Type' => 'image/png', 'X-Content-Type-Options' => 'nosniff'])->setPrivate()->setMaxAge(60);
    }
}
