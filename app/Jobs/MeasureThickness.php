<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\LoadStances;
use App\Actions\SeenWeights;
use App\Enums\AnalysisState;
use App\Exceptions\AnalysisCancelled;
use App\Models\ThicknessRun;
use App\Storage\StageFile;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Throwable;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Thin\NozzleFit;
use Wrenlo\Core\Thin\SlenderPart;
use Wrenlo\Core\Thin\SlenderParts;
use Wrenlo\Core\Thin\Thickness;

/** Measures the local thickness of a piece: as a tint for the stage, a histogram, and what each nozzle would make of it. */
final class MeasureThickness implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public const BIN_MM = 0.1;

    public const BINS = 60;

    /** The tint runs to here; what is thicker is as good as any. */
    public const TINT_MM = 4.0;

    public int $tries = 5;

    public int $timeout = 300;

    public function __construct(public readonly int $runId) {}

    public function handle(): void
    {
        $run = ThicknessRun::query()->with('piece')->find($this->runId);
        if ($run === null || ! $run->state->isUnderWay()) {
            return;
        }
        $piece = $run->piece;
        $progress = new Progress($run);
        try {
            $run->update(['state' => AnalysisState::Running]);
            $progress->say(2, 'Reading the file');
            $mesh = LoadStances::reading($piece)->mesh;
            $facets = Surface::ofFacets($mesh);
            $coarse = Simplified::to($mesh, Visibility::MOST_FACETS);
            $seen = SeenWeights::of($piece, $mesh, $facets, $coarse);
            $progress->say(15, 'Sending rays through the piece');
            $thickness = Thickness::of($mesh, $facets, static fn (float $share) => $progress->tick(15 + 70 * $share, 'Sending rays through the piece'));
            $progress->say(88, 'Looking for weak members');
            StageFile::putMeasure($piece->derivedFolder(), self::tintKey($run), array_map(static fn (float $t): float => $t / self::TINT_MM, $thickness->mm));
            [$least, $p05, $median] = $thickness->percentiles([0.0, 0.05, 0.5]);
            $lines = [...array_map(static fn (float $bore): float => NozzleFit::LINE_PER_BORE * $bore, NozzleFit::USUAL_MM), $piece->plan->profile()->lineMm];
            $run->update(['state' => AnalysisState::Done, 'percent' => 100, 'words' => 'Measured', 'result' => [
                'samples' => $thickness->samples, 'sampled_share' => $thickness->sampledShare, 'known_share' => $thickness->knownShare,
                'min_mm' => $least, 'p05_mm' => $p05, 'median_mm' => $median, 'under_note_mm2' => $thickness->areaMm2(0.0, NozzleFit::NOTE_MM),
                'area_mm2' => $facets->totalAreaMm2(), 'histogram_mm2' => $thickness->histogram(self::BIN_MM, self::BINS),
                'lines' => array_map(static fn (float $line): array => NozzleFit::of($thickness, $facets->area, $seen, $line / NozzleFit::LINE_PER_BORE, $line)->toArray(), $lines),
                'members' => array_map(static fn (SlenderPart $p): array => $p->toArray(), SlenderParts::of($coarse->mesh ?? $mesh)),
            ]]);
        } catch (AnalysisCancelled) {
            $run->update(['state' => AnalysisState::Cancelled, 'words' => 'Stopped at your wish']);
        }
    }

    /** After the last try: the person is told. */
    public function failed(?Throwable $e): void
    {
        ThicknessRun::query()->whereKey($this->runId)->update([
            'state' => AnalysisState::Failed->value, 'words' => 'The measurement broke off', 'failure' => 'Something in Wrenlo failed while it measured thickness. The piece is untouched; you can try again.',
        ]);
    }

    public static function tintKey(ThicknessRun $run): string
    {
        return $run->piece->derivedFolder().'/thickness.bin';
    }
}
