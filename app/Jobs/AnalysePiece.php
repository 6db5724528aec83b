<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\LoadStances;
use App\Actions\LoadSurface;
use App\Actions\ProveStance;
use App\Actions\RankCandidates;
use App\Enums\AnalysisState;
use App\Exceptions\AnalysisCancelled;
use App\Models\Analysis;
use App\Models\Candidate;
use App\Models\Piece;
use App\Storage\BasisFile;
use App\Storage\Blobs;
use App\Storage\PortraitPng;
use App\Storage\StageFile;
use App\Storage\SurfaceFile;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\DB;
use Throwable;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\MeshReport;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\Candidate as CoreCandidate;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\Stances;

/**
 * The chain from a stored file to proven stances: read → inspect → search → prove → draw.
 *
 * What is done is stored as soon as it is, and a run that finds it stored goes on behind it. So a worker that was
 * killed half-way costs at most one part.
 */
final class AnalysePiece implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 5;

    public int $timeout = 540;

    public function __construct(public readonly int $analysisId) {}

    public function handle(): void
    {
        $analysis = Analysis::query()->with('piece.plan')->find($this->analysisId);
        if ($analysis === null || ! $analysis->state->isUnderWay()) {
            return;
        }
        $progress = new Progress($analysis);
        try {
            $analysis->update(['attempts' => $analysis->attempts + 1]);
            $stances = $this->readAndInspect($analysis, $progress);
            $this->search($analysis, $stances, $progress);
            $this->prove($analysis, $stances, $progress);
            [$mesh, $facets] = [$stances->basis->mesh, $stances->basis->facets];
            unset($stances); // a large mesh needs the room
            $this->readyToMark($analysis, $mesh, $facets, $progress);
            $analysis->update(['state' => AnalysisState::Done, 'percent' => 100, 'words' => 'All stances proven']);
        } catch (AnalysisCancelled) {
            $analysis->update(['state' => AnalysisState::Cancelled, 'words' => 'Stopped at your wish']);
        } catch (UnreadableMesh $e) {
            $analysis->update(['state' => AnalysisState::Failed, 'words' => 'The file could not be read', 'failure_code' => $e->reason, 'failure' => $e->getMessage()]);
        }
    }

    /** After the last try: the person is told, nothing half-done is shown as done. */
    public function failed(?Throwable $e): void
    {
        Analysis::query()->whereKey($this->analysisId)->update([
            'state' => AnalysisState::Failed->value, 'words' => 'The analysis broke off', 'failure_code' => 'internal',
            'failure' => 'Something in Wrenlo failed while it worked on this file. The file is kept; you can try again.',
        ]);
    }

    /** @throws UnreadableMesh|AnalysisCancelled */
    private function readAndInspect(Analysis $analysis, Progress $progress): Stances
    {
        $piece = $analysis->piece;
        if ($analysis->state === AnalysisState::Waiting) {
            $analysis->update(['state' => AnalysisState::Running]);
        }
        $progress->say(2, 'Reading the file');
        $reading = LoadStances::reading($piece);
        $mesh = $reading->mesh;
        $progress->say(12, 'Measuring '.number_format($mesh->triangleCount()).' facets');
        $facets = Surface::ofFacets($mesh);
        $hull = ConvexHull::of($mesh);
        if (! Blobs::hasDerived($piece->derivedFolder().'/geometry.bin')) {
            $progress->say(16, 'Setting the stage');
            StageFile::putGeometry($piece->derivedFolder(), $mesh);
        }
        if ($piece->report === null) {
            $report = MeshInspector::inspect($mesh, $facets, $hull, $reading->warnings);
            $offers = $this->offers($piece, $mesh, $report, $progress);
            $piece->update([
                'offers' => $offers, 'parts' => $reading->parts === [] ? null : array_column($reading->parts, 'name'),
                'report' => $report->toArray(), 'triangles' => $report->triangles, 'watertight' => $report->topology->isWatertight(),
                'longest_mm' => $report->bounds->longestSideMm(),
            ]);
        }
        $progress->say(24, 'Looking at it from where the viewers stand');
        $stances = LoadStances::over($analysis, $mesh, $facets, $hull);
        StageFile::putMeasure($piece->derivedFolder(), "analysis-{$analysis->id}/seen.bin", $stances->basis->seen);
        $portrait = $piece->derivedFolder().'/portrait.png';
        if (! Blobs::hasDerived($portrait)) {
            Blobs::putDerived($portrait, PortraitPng::bytes($mesh, $piece->display()->toShelf(), 320));
        }
        $analysis->update([
            'volume_mm3' => $stances->basis->volumeMm3, 'seen_mm2' => $stances->basis->seenMm2(), 'never_seen_mm2' => $stances->basis->neverSeenMm2(),
        ]);

        if (! BasisFile::has("analysis-{$analysis->id}")) {
            BasisFile::put("analysis-{$analysis->id}", $stances->basis);
        }

        return $stances;
    }

    /**
     * What could be repaired, with the facets it concerns for the stage. Nothing is applied.
     *
     * @return array<string, int> repair → count
     */
    private function offers(Piece $piece, Mesh $mesh, MeshReport $report, Progress $progress): array
    {
        $progress->say(20, 'Looking for what could be repaired');
        $counts = [];
        foreach (MeshRepairs::proposals($mesh, $report) as $key => $repaired) {
            $mark = array_fill(0, $mesh->triangleCount(), 0.0);
            foreach ($repaired->facets as $f) {
                $mark[$f] = 1.0;
            }
            StageFile::putMeasure($piece->derivedFolder(), $piece->derivedFolder()."/repair-{$key}.bin", array_values($mark));
            $counts[$key] = $repaired->count;
        }

        return $counts;
    }

    /** Faces that belong together, for marks. */
    private function readyToMark(Analysis $analysis, Mesh $mesh, Surface $facets, Progress $progress): void
    {
        if (! SurfaceFile::has($analysis->piece->derivedFolder())) {
            $progress->say(98, 'Finding the faces that belong together');
            LoadSurface::put($analysis->piece, $mesh, $facets);
        }
    }

    private function search(Analysis $analysis, Stances $stances, Progress $progress): void
    {
        if ($analysis->candidates()->exists()) {
            return;
        }
        $all = (new Search($stances))->estimates(
            $analysis->directions,
            $analysis->piece->plan->weights(),
            static fn (float $share) => $progress->tick(28 + 30 * $share, 'Trying '.number_format($analysis->directions).' ways to stand'),
        );
        DB::transaction(static function () use ($analysis, $all): void {
            foreach (array_chunk($all, 400) as $chunk) {
                Candidate::query()->insert(array_map(static fn (CoreCandidate $c): array => [
                    'analysis_id' => $analysis->id, 'up_x' => $c->up->x, 'up_y' => $c->up->y, 'up_z' => $c->up->z,
                    'origin' => $c->origin->value, ...$c->metrics->toArray(), ...Criteria::estimates($c->metrics),
                ], $chunk));
            }
            $analysis->update(['state' => AnalysisState::Ranked, 'percent' => 60, 'words' => 'Ranked by estimates; now proving the best']);
        });
    }

    private function prove(Analysis $analysis, Stances $stances, Progress $progress): void
    {
        $ids = array_keys(RankCandidates::handle($analysis, $analysis->piece->plan->weights(), config('wrenlo.finalists')));
        $count = count($ids);
        $fields = [];
        foreach ($ids as $n => $id) {
            $candidate = Candidate::query()->findOrFail($id);
            if ($candidate->score_strip !== null) {
                continue;
            }
            $progress->tick(60 + 28 * $n / $count, 'Proving stance '.($n + 1)." of {$count} layer by layer");
            $fields[] = [$candidate, ProveStance::measure($candidate, $stances)];
        }
        foreach ($fields as $n => [$candidate, $field]) {
            $progress->tick(88 + 12 * $n / $count, 'Drawing the contact prints');
            ProveStance::draw($candidate, $stances, $field);
        }
    }
}
