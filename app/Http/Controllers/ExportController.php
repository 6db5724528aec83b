<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ExportPlan;
use App\Models\Piece;
use Illuminate\Contracts\View\View;
use RuntimeException;
use Symfony\Component\HttpFoundation\Response;
use Wrenlo\Core\Format\MeshFormats;

/** What a decided plan leaves the house as: the oriented mesh, its columns, the plan as JSON, the sheet. */
final class ExportController extends Controller
{
    public function show(Piece $piece, string $format): Response|View
    {
        $export = ExportPlan::of($this->bench($piece)) ?? abort(409, 'Decide on a stance first; there is nothing to take away yet.');

        return match ($format) {
            'stl', '3mf', 'obj' => response()->streamDownload(static fn () => $export->writeMesh($format), $export->fileName($format), ['Content-Type' => MeshFormats::mime($format)]),
            'json' => response()->json($export->plan(), options: JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION)
                ->header('Content-Disposition', 'attachment; filename="'.$export->fileName('json').'"'),
            'columns' => $this->columns($export),
            'sheet' => view('sheet', $export->sheet()),
            default => abort(404),
        };
    }

    private function columns(ExportPlan $export): Response
    {
        $shells = $export->columns() ?? abort(409, 'Nothing hangs in this stance: there are no columns to take away.');

        return response()->streamDownload(static function () use ($shells): void {
            $stream = fopen('php://output', 'wb') ?: throw new RuntimeException('The download cannot be written.');
            MeshFormats::write($stream, 'stl', $shells, 'columns - Wrenlo');
            fclose($stream);
        }, str_replace('-standing', '-columns', $export->fileName('stl')), ['Content-Type' => MeshFormats::mime('stl')]);
    }
}
