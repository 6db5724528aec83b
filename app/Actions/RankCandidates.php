<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Analysis;
use App\Models\Candidate;
use Illuminate\Support\Facades\DB;
use PDO;
use Wrenlo\Core\Orientation\Candidate as CoreCandidate;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Weights;

/**
 * Orders an analysis's stored stances by weights. Reads numbers, computes none. The pose of the file is always among them,
 * wherever it ranks: it is what the others are held against; and so are those a person turned by hand and kept.
 */
final class RankCandidates
{
    /**
     * @return array<int, array{score: float, candidate: CoreCandidate}> by candidate id, best first
     */
    public static function handle(Analysis $analysis, Weights $weights, int $count): array
    {
        $ranking = self::stored($analysis);
        if ($ranking === null) {
            return [];
        }
        $ids = $ranking->finalists($weights, $count);
        $own = Candidate::query()->where('analysis_id', $analysis->id)->where('origin', Origin::File->value)->value('id');
        if ($own !== null && ! in_array($own, $ids, true)) {
            array_splice($ids, max(0, $count - 1), 1, [(int) $own]);
        }
        $kept = Candidate::query()->where('analysis_id', $analysis->id)->where('origin', Origin::Hand->value)->pluck('id')->map(intval(...))->all();
        $ids = [...$ids, ...array_diff($kept, $ids)];
        $finalists = Candidate::query()->whereKey($ids)->get()->keyBy('id');
        $metrics = $finalists->map(static fn (Candidate $c) => $c->metrics())->all();
        $ranked = [];
        foreach ($ranking->order($metrics, $weights) as $id => $score) {
            $row = $finalists->sole('id', $id);
            $ranked[$id] = ['score' => $score, 'candidate' => new CoreCandidate($row->up(), Origin::from($row->origin), $metrics[$id], $row->lift_mm)];
        }

        return $ranked;
    }

    /** Straight from the columns: thousands of rows at every move of a slider. */
    private static function stored(Analysis $analysis): ?Ranking
    {
        $keys = array_keys(Criteria::all());
        $columns = implode(', ', array_map(static fn (string $key): string => "estimated_{$key}", $keys));
        $query = DB::connection()->getPdo()->prepare("select id, up_x, up_y, up_z, {$columns} from candidates where analysis_id = ? order by id");
        $query->execute([$analysis->id]);
        $ups = $estimates = [];
        while (is_array($row = $query->fetch(PDO::FETCH_NUM))) {
            $id = (int) $row[0];
            $ups[$id] = [(float) $row[1], (float) $row[2], (float) $row[3]];
            foreach ($keys as $k => $key) {
                $estimates[$key][$id] = (float) $row[4 + $k];
            }
        }

        return $ups === [] ? null : new Ranking($ups, $estimates);
    }
}
