<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Orientation\Contest;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\Stances;

final class OrientCommand extends MeshCommand
{
    protected $signature = 'wrenlo:orient '.self::FILE.' {--directions=2000 : directions on the sphere, besides the resting poses} '
        .self::STANCE_OPTIONS.' {--preset=face : face, plastic, safe or soonest} {--top=24 : how many to prove and list} {--json : print JSON}';

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
            ];
        }

        return ['directions' => count($all), 'timings_ms' => $clock->laps, 'candidates' => $rows];
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
