<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ExportPlan;
use App\Actions\PrintFiles;
use App\Models\Piece;
use Illuminate\Contracts\View\View;
use RuntimeException;
use Symfony\Component\HttpFoundation\Response;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\ThreeMf\ThreeMfWriter;
use Wrenlo\Core\Mesh\Mesh;

/** What a decided plan leaves the house as: the oriented mesh, what holds it, the plan as JSON, the sheet. */
final class ExportController extends Controller
{
    public function show(Piece $piece, string $format): Response|View
    {
        $export = ExportPlan::of($this->bench($piece)) ?? abort(409, 'Decide on a stance first; there is nothing to take away yet.');

        return match ($format) {
            'stl', '3mf', 'obj' => response()->streamDownload(static fn () => $export->writeMesh($format), $export->fileName($format), ['Content-Type' => MeshFormats::mime($format)]),
            'json' => response()->json($export->plan(), options: JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION)
                ->header('Content-Disposition', 'attachment; filename="'.$export->fileName('json').'"'),
            'supports', 'held-3mf', 'held-stl' => $this->held($export, $format),
            'layers', 'zip' => $this->print($piece, $export, $format),
            'sheet' => view('sheet', $export->sheet()),
            default => abort(404),
        };
    }

    /** Layers, seam and strokes: the profile of heights alone, or all in one archive. */
    private function print(Piece $piece, ExportPlan $export, string $format): Response
    {
        $files = PrintFiles::of($this->bench($piece)) ?? abort(409, 'Decide on a stance first; there is nothing to take away yet.');
        if ($format === 'layers') {
            return response($files->layersCsv(), 200, ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => 'attachment; filename="'.str_replace('-standing', '-layers', $export->fileName('csv')).'"']);
        }
        $json = json_encode($export->plan(), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR);

        return response()->streamDownload(static function () use ($files, $json): void {
            $stream = fopen('php://output', 'wb') ?: throw new RuntimeException('The download cannot be written.');
            $files->zip($stream, $json);
            fclose($stream);
        }, str_replace('-standing', '-print', $export->fileName('zip')), ['Content-Type' => 'application/zip']);
    }

    /** What holds it: alone, or with the piece in one file. */
    private function held(ExportPlan $export, string $format): Response
    {
        [$piece, $added] = $export->held() ?? abort(409, 'Decide at Hold how it is held first; nothing holds it in this plan.');
        $is3mf = $format === 'held-3mf';
        $name = $export->fileName($is3mf ? '3mf' : 'stl');

        return response()->streamDownload(static function () use ($piece, $added, $format): void {
            $stream = fopen('php://output', 'wb') ?: throw new RuntimeException('The download cannot be written.');
            match ($format) {
                'held-3mf' => ThreeMfWriter::writeObjects($stream, [$piece, ...$added]),
                'held-stl' => MeshFormats::write($stream, 'stl', Mesh::joined(array_column([$piece, ...$added], 'mesh')), 'piece and supports - Wrenlo'),
                default => MeshFormats::write($stream, 'stl', Mesh::joined(array_column($added, 'mesh')), $added[0]['name'].' - Wrenlo'),
            };
            fclose($stream);
        }, str_replace('-standing', $format === 'supports' ? '-supports' : '-held', $name), ['Content-Type' => MeshFormats::mime($is3mf ? '3mf' : 'stl')]);
    }
}
