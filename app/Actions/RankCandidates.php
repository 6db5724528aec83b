<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Analysis;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Candidate as CoreCandidate;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\StanceMetrics;
use Wrenlo\Core\Orientation\Weights;

/** Orders an analysis's stored stances by weights. Reads numbers, computes none. */
final class RankCandidates
{
    private const COLUMNS = [
        'id', 'up_x', 'up_y', 'up_z', 'origin', 'height_mm', 'overhang_area_mm2', 'support_to_plate_mm3', 'support_mm3', 'scar_area_mm2',
        'landing_area_mm2', 'seen_scar_mm2', 'seen_overhang_mm2', 'islands', 'step_mean_mm', 'seen_step_mean_mm', 'terrace_area_mm2',
        'seen_terrace_area_mm2', 'flat_up_area_mm2', 'plate_contact_mm2', 'topple_margin_mm', 'topple_margin_supported_mm', 'wall_area_mm2',
        'skin_area_mm2', 'hours', 'hours_to_plate', 'grams', 'layers', 'exact',
    ];

    /**
     * @return array<int, array{score: float, candidate: CoreCandidate}> by candidate id, best first
     */
    public static function handle(Analysis $analysis, Weights $weights, int $count): array
    {
        $all = self::stored($analysis);
        if ($all === []) {
            return [];
        }
        $ranking = Ranking::ofCandidates($all);
        $finalists = [];
        foreach ($ranking->finalists($weights, $count) as $id) {
            $finalists[$id] = $all[$id]->metrics;
        }
        $ranked = [];
        foreach ($ranking->order($finalists, $weights) as $id => $score) {
            $ranked[$id] = ['score' => $score, 'candidate' => $all[$id]];
        }

        return $ranked;
    }

    /** @return array<int, CoreCandidate> */
    private static function stored(Analysis $analysis): array
    {
        $all = [];
        /** @var stdClass $row */
        foreach (DB::table('candidates')->where('analysis_id', $analysis->id)->orderBy('id')->get(self::COLUMNS) as $row) {
            $all[(int) $row->id] = new CoreCandidate(
                new Vec3((float) $row->up_x, (float) $row->up_y, (float) $row->up_z),
                Origin::from((string) $row->origin),
                StanceMetrics::fromArray((array) $row),
            );
        }

        return $all;
    }
}
