<?php

declare(strict_types=1);

namespace Tests\Support;

use Database\Demo\Marsh;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Orientation\Contest;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Sight\Display;

/** Six differently difficult figures, and how the first stance under face first compares with what people try by hand. */
final class Figures
{
    private const AXES = [[1, 0, 0], [-1, 0, 0], [0, 1, 0], [0, -1, 0], [0, 0, 1], [0, 0, -1]];

    /** @return array<string, array{string, callable(): Mesh, Display}> name → what is hard about it, the mesh, how it is shown */
    public static function all(): array
    {
        return [
            'curlew' => ['thin legs and a long bill', static fn () => Marsh::curlew(2.4), new Display(new Vec3(0, 0, 1), new Vec3(0.5, -0.87, 0))],
            'whelk' => ['spiral ribs all round, a point at the top', static fn () => Marsh::whelk(2.4), Display::facingMinusY()],
            'pod' => ['beads in rows, no flat side', static fn () => Marsh::pod(), Display::facingMinusY()],
            'bunny' => ['a scan: ears, and folds that hide', static fn () => RealMeshes::bunny()->scaled(10), new Display(new Vec3(0, 1, 0), new Vec3(0, 0, 1))],
            'hand' => ['a scan: fingers side by side, no flat side', static fn () => RealMeshes::cgal('hand')->scaled(100), Display::facingMinusY()],
            'armadillo' => ['a scan: limbs stretched out, deep creases', static fn () => RealMeshes::cgal('armadillo')->scaled(0.6), new Display(new Vec3(0, 1, 0), new Vec3(0, 0, -1))],
        ];
    }

    /**
     * Seen step and seen scar count alike, each as a share of its mean over the seven poses people try first.
     *
     * @return array{lean: string, up: Vec3, first: StanceNumbers, file: StanceNumbers, axes: list<StanceNumbers>, sum: callable(StanceNumbers): float}
     */
    public static function compare(Mesh $mesh, Display $display, int $directions, int $finalists = 24): array
    {
        $stances = new Stances(StanceBasis::of($mesh, $display), new StanceRules);
        $weights = Preset::FaceFirst->weights();
        $all = (new Search($stances->estimates()))->candidates($display->up, $directions);
        $ranking = Ranking::ofCandidates($all);
        $finalists = array_map(static fn (int $id): Vec3 => $all[$id]->up, array_combine($ids = $ranking->finalists($weights, $finalists), $ids));
        $contest = Contest::between($finalists, $ranking, $weights, static fn (array $ups): array => array_map($stances->proven(...), $ups));
        $first = (int) array_key_first($contest->scores);
        $axes = array_map(static fn (array $up): StanceNumbers => $stances->proven(new Vec3(...$up)), self::AXES);
        $file = $stances->proven($display->up);
        $tried = [$file, ...$axes];
        $step = array_sum(array_map(static fn (StanceNumbers $m): float => $m->surface->seenStepMm, $tried)) / 7;
        $scar = array_sum(array_map(static fn (StanceNumbers $m): float => $m->contact->seenScarMm2, $tried)) / 7;

        return [
            'lean' => Lean::words($contest->ups[$first], $display), 'up' => $contest->ups[$first], 'first' => $contest->numbers[$first], 'file' => $file, 'axes' => $axes,
            'sum' => static fn (StanceNumbers $m): float => $m->surface->seenStepMm / $step + $m->contact->seenScarMm2 / $scar,
        ];
    }
}
