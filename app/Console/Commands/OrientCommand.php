<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Orientation\ContactNumbers;
use Wrenlo\Core\Orientation\Contest;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Support\Gap;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;
use Wrenlo\Core\Support\Wishes;

final class OrientCommand extends MeshCommand
{
    protected $signature = 'wrenlo:orient '.self::FILE.' {--directions=2000 : directions on the sphere, besides the resting poses} '
        .self::STANCE_OPTIONS.' {--preset=face : face, plastic, safe or soonest} {--top=24 : how many to prove and list} {--held= : rank the first ones anew by what these supports really touch: tree or columns} {--held-top=6 : how many of them} {--json : print JSON}';

    protected $description = 'Search the sphere for the best ways to stand';

    protected function compute(): array
    {
        $preset = Preset::tryFrom((string) $this->option('preset'))
            ?? throw new InvalidArgumentException('--preset is one of '.implode(', ', array_column(Preset::cases(), 'value')).'.');
        $weights = $preset->weights();
        $rules = $this->rules();
        $display = $this->display();
        $directions = $this->whole('directions', 1, 20_000);
        $top = $this->whole('top', 1, 200);

        $clock = new Stopwatch;
        $mesh = $this->reading()->mesh;
        $clock->lap('read');
        $stances = new Stances(StanceBasis::of($mesh, $display, $clock->lap(...), $this->marks($mesh->triangleCount())), $rules);
        $all = (new Search($stances->estimates()))->candidates($display->up, $directions);
        $ranking = Ranking::ofCandidates($all);
        $finalists = [];
        $first = $ranking->finalists($weights, $top);
        // as on the screen the file's own pose, the first of all, is ranked along
        $listed = $top === 1 || in_array(0, $first, true) ? $first : [...array_slice($first, 0, $top - 1), 0];
        foreach ($listed as $id) {
            $finalists[$id] = $all[$id]->up;
        }
        $clock->lap('search');
        $contest = Contest::between($finalists, $ranking, $weights, static fn (array $ups): array => array_map($stances->proven(...), $ups));
        ['ups' => $up, 'numbers' => $metrics, 'scores' => $order] = get_object_vars($contest);
        $clock->lap('exact');
        $held = $this->option('held') === null ? [] : $this->held($stances, $up, array_slice(array_map(intval(...), array_keys($order)), 0, $this->whole('held-top', 1, 24)), $ranking, $weights);
        $clock->lap('held');

        $ids = array_keys($order);
        $rows = [];
        foreach ($ids as $k => $id) {
            $other = $ids[$k === 0 ? 1 : 0] ?? $id;
            $lean = Lean::words($up[$id], $display);
            $rows[] = [
                'rank' => $k + 1,
                'up' => $up[$id]->toArray(),
                'score' => $order[$id],
                'origin' => ($all[$id]->origin ?? Origin::Refined)->value,
                'lean' => $lean,
                'reason' => str_replace('*', '', Reason::sentence($lean, $metrics[$id], $metrics[$other], $weights, $k === 0 ? 'the runner-up' : 'the first')),
                'metrics' => $metrics[$id]->toArray(),
            ] + (isset($held[$id]) ? ['held' => $held[$id]] : []);
        }

        return ['directions' => count($all), 'timings_ms' => $clock->laps, 'candidates' => $rows];
    }

    /**
     * @param  array<int, Vec3>  $ups
     * @param  array<int>  $ids  best first
     * @return array<int, array<string, mixed>> by stance id
     */
    private function held(Stances $stances, array $ups, array $ids, Ranking $ranking, Weights $weights): array
    {
        $style = SupportStyle::tryFrom((string) $this->option('held'));
        if ($style !== SupportStyle::Tree && $style !== SupportStyle::Columns) {
            throw new InvalidArgumentException('--held is tree or columns, not “'.$this->option('held').'”.');
        }
        $basis = $stances->basis;
        $wished = static fn (int $wish): array => array_fill_keys(array_keys($basis->weighed->wishes, $wish, true), true);
        $wishes = new Wishes($wished(HeightField::KEEP_CLEAR), $wished(HeightField::HOLD));
        $plans = $numbers = [];
        foreach ($ids as $id) {
            $ask = new SupportAsk($stances->rules->layerMm, $stances->rules->limitDeg, gapMm: Gap::usualMm($stances->rules->layerMm));
            $plans[$id] = SupportPlan::of($style, $basis->mesh, $basis->weighed->seen, Rotation::bringingUp($ups[$id]), $ask, $wishes)->toArray($stances->profile);
            $numbers[$id] = $stances->measured($ups[$id], $stances->field($ups[$id]))->heldBy(ContactNumbers::planned($plans[$id], 0.0, $stances->profile->supportShare))->for($stances->profile);
        }
        $scores = $ranking->order($numbers, $weights);
        $rows = [];
        foreach (array_keys($scores) as $k => $id) {
            $rows[$id] = ['place' => $k + 1, 'score' => $scores[$id]] + array_intersect_key($plans[$id], ['seen_scar_mm2' => 0, 'volume_mm3' => 0, 'uncovered_area_mm2' => 0, 'uncovered_islands' => 0]);
        }

        return $rows;
    }

    protected function present(array $result): void
    {
        $this->line("{$result['directions']} stances measured in ".round(array_sum($result['timings_ms'])).' ms');
        foreach ($result['candidates'] as $c) {
            $this->line(sprintf('%2d  %.3f  %s', $c['rank'], $c['score'], $c['reason']));
        }
    }

    private function whole(string $option, int $least, int $most): int
    {
        $n = $this->number($option);

        return $n >= $least && $n <= $most && $n === floor($n) ? (int) $n
            : throw new InvalidArgumentException("--{$option} needs a whole number from {$least} to ".number_format($most).'.');
    }
}
