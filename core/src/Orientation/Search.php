<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;

/** Searches the whole sphere for ways to stand: directions → estimates → best refined → finalists proven. */
final class Search
{
    public const REFINED = 20;

    private const FIRST_TURN_DEG = 3.0;

    private const LAST_TURN_DEG = 0.4;

    public function __construct(private readonly Stances $stances) {}

    /**
     * All stances by their estimates: the piece's own pose first, then resting poses, the sphere, the refined ones.
     *
     * @param  ?callable(float): void  $progress  share done, 0 to 1; may throw to stop the search
     * @return list<Candidate>
     */
    public function estimates(int $sphere, Weights $weights, ?callable $progress = null): array
    {
        $directions = Directions::for($this->stances->basis, $sphere);
        $all = [];
        foreach ($directions as $k => [$up, $origin]) {
            $all[] = new Candidate($up, $origin, $this->stances->estimate($up));
            if ($progress && $k % 50 === 0) {
                $progress(0.8 * $k / count($directions));
            }
        }
        $ranking = Ranking::ofCandidates($all);
        $best = $ranking->finalists($weights, self::REFINED);
        foreach ($best as $n => $id) {
            $refined = $this->refine($all[$id], $ranking, $weights);
            if ($refined !== null) {
                $all[] = $refined;
            }
            $progress && $progress(0.8 + 0.2 * ($n + 1) / self::REFINED);
        }

        return $all;
    }

    /**
     * Pattern search on the sphere: tries four turns, takes the best, halves the angle when none is better.
     * A resting pose is left alone when nothing near it is better, which is the rule.
     */
    private function refine(Candidate $start, Ranking $ranking, Weights $weights): ?Candidate
    {
        $best = $start;
        $score = $ranking->order([$start->metrics], $weights)[0];
        for ($turn = self::FIRST_TURN_DEG; $turn >= self::LAST_TURN_DEG; $turn /= 2) {
            do {
                $tried = [];
                foreach (self::around($best->up, $turn) as $up) {
                    $tried[] = new Candidate($up, Origin::Refined, $this->stances->estimate($up));
                }
                $scores = $ranking->order(array_map(static fn (Candidate $c): StanceMetrics => $c->metrics, $tried), $weights);
                $first = (int) array_key_first($scores);
                $isBetter = $scores[$first] < $score - 1e-9;
                if ($isBetter) {
                    $best = $tried[$first];
                    $score = $scores[$first];
                }
            } while ($isBetter && $best->up->angleDegTo($start->up) < 4 * self::FIRST_TURN_DEG);
        }

        return $best === $start ? null : $best;
    }

    /** @return list<Vec3> four directions this far from `up`, square to one another */
    private static function around(Vec3 $up, float $turnDeg): array
    {
        $side = $up->cross(abs($up->z) < 0.9 ? new Vec3(0, 0, 1) : new Vec3(1, 0, 0))->unit();
        $other = $up->cross($side);
        $tan = tan(deg2rad($turnDeg));

        return array_map(
            static fn (Vec3 $d): Vec3 => $up->plus($d->scaled($tan))->unit(),
            [$side, $side->scaled(-1), $other, $other->scaled(-1)],
        );
    }
}
