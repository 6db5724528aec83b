<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Settings\PrintProfile;

/**
 * Searches the whole sphere for ways to stand: directions → estimates → the best under each school refined. What it
 * finds does not depend on anyone's weights or printer, so a moved weight never searches again.
 */
final class Search
{
    /** Stances refined under each school. */
    public const REFINED = 8;

    private const FIRST_TURN_DEG = 3.0;

    private const LAST_TURN_DEG = 0.4;

    /** Times of one common printer: they only decide where to look closer. */
    public readonly PrintProfile $profile;

    /** @var array<string, StanceNumbers> */
    private array $known = [];

    public function __construct(private readonly Estimates $estimates)
    {
        $this->profile = new PrintProfile;
    }

    /**
     * All stances by their estimates: the piece's own pose first, then resting poses, the sphere, the refined ones.
     *
     * @param  Vec3  $shownUp  up when the piece is shown: its own pose
     * @param  ?callable(float): void  $progress  share done, 0 to 1; may throw to stop the search
     * @return list<array{Vec3, Origin, MeasuredStance}>
     */
    public function all(Vec3 $shownUp, int $sphere, ?callable $progress = null): array
    {
        $all = $this->tried(Directions::for($this->estimates->sketch, $shownUp, $sphere), $progress === null ? null : static fn (float $share) => $progress(0.8 * $share));

        return [...$all, ...$this->refined($all, $progress === null ? null : static fn (float $share) => $progress(0.8 + 0.2 * $share))];
    }

    /**
     * @param  list<array{Vec3, Origin}>  $directions
     * @param  ?callable(float): void  $progress
     * @return list<array{Vec3, Origin, MeasuredStance}> by their estimates, in the order given
     */
    public function tried(array $directions, ?callable $progress = null): array
    {
        $all = [];
        foreach ($directions as $k => [$up, $origin]) {
            $all[] = [$up, $origin, $this->estimates->of($up)];
            if ($progress && $k % 50 === 0) {
                $progress($k / count($directions));
            }
        }

        return $all;
    }

    /**
     * Better ones near the best of these under each school.
     *
     * @param  list<array{Vec3, Origin, MeasuredStance}>  $all
     * @param  ?callable(float): void  $progress
     * @return list<array{Vec3, Origin, MeasuredStance}>
     */
    public function refined(array $all, ?callable $progress = null): array
    {
        $candidates = array_map(fn (array $tried): Candidate => new Candidate($tried[0], $tried[1], $tried[2]->for($this->profile)), $all);

        return $this->near(Ranking::ofCandidates($candidates), static fn (int $id): Candidate => $candidates[$id], $progress);
    }

    /**
     * The same, where all are ranked already and only the best of them are looked at.
     *
     * @param  Ranking  $ranking  of all, for `profile`
     * @param  callable(int): Candidate  $candidate  one of them by its id
     * @param  ?callable(float): void  $progress
     * @return list<array{Vec3, Origin, MeasuredStance}>
     */
    public function near(Ranking $ranking, callable $candidate, ?callable $progress = null): array
    {
        $found = $done = [];
        foreach (Preset::cases() as $n => $school) {
            foreach ($ranking->finalists($school->weights(), self::REFINED) as $id) {
                $refined = $this->refine($candidate($id), $ranking, $school->weights());
                $key = $refined === null ? null : sprintf('%.6f %.6f %.6f', ...$refined->toArray());
                if ($refined !== null && ! isset($done[$key])) {
                    $done[$key] = true;
                    $found[] = [$refined, Origin::Refined, $this->estimates->of($refined)];
                }
            }
            $progress && $progress(($n + 1) / count(Preset::cases()));
        }

        return $found;
    }

    /** @return list<Candidate> the same as candidates for one printer, nozzle and filament */
    public function candidates(Vec3 $shownUp, int $sphere, PrintProfile $profile = new PrintProfile): array
    {
        return array_map(static fn (array $found): Candidate => new Candidate($found[0], $found[1], $found[2]->for($profile)), $this->all($shownUp, $sphere));
    }

    /**
     * Pattern search on the sphere: tries four turns, takes the best, halves the angle when none is better.
     * A resting pose is left alone when nothing near it is better, which is the rule.
     */
    private function refine(Candidate $start, Ranking $ranking, Weights $weights): ?Vec3
    {
        $best = $start->up;
        $score = $ranking->order([$start->numbers], $weights)[0];
        for ($turn = self::FIRST_TURN_DEG; $turn >= self::LAST_TURN_DEG; $turn /= 2) {
            do {
                $tried = Directions::around($best, $turn);
                $scores = $ranking->order(array_map($this->estimate(...), $tried), $weights);
                $first = (int) array_key_first($scores);
                $isBetter = $scores[$first] < $score - 1e-9;
                if ($isBetter) {
                    $best = $tried[$first];
                    $score = $scores[$first];
                }
            } while ($isBetter && $best->angleDegTo($start->up) < 4 * self::FIRST_TURN_DEG);
        }

        return $best === $start->up ? null : $best;
    }

    /** The same start is refined under several schools. */
    private function estimate(Vec3 $up): StanceNumbers
    {
        return $this->known[pack('e3', $up->x, $up->y, $up->z)] ??= $this->estimates->of($up)->for($this->profile);
    }
}
