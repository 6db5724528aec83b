<?php

declare(strict_types=1);

/*
 * What the first stance of each school gives away against a dense search: every direction of 2,000 and every resting pose *proven*, then a local
 * search on proven numbers from the three best of them. Minutes a figure.   php tests/Bench/regret.php [figure …]   prints rows of
 * docs/orientation.md; the dense numbers are kept in storage/app/dense-NAME.json until the code that makes them changes.
 *
 * Score: the weights of the school over the range of the dense search, so it is not the scale the search itself used. Regret: what the
 * first stance scores above the best known, as a share of the way from that to the worst of the dense search.
 */

require dirname(__DIR__, 2).'/vendor/autoload.php';

use Tests\Support\Figures;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Contest;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Directions;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\Weights;

ini_set('memory_limit', '2G');
$root = dirname(__DIR__, 2);
$code = substr(hash('sha256', implode('', array_map(file_get_contents(...), [...glob("{$root}/core/src/{Mesh,Thin,Sight,Motion}/*.php", GLOB_BRACE), "{$root}/core/src/Orientation/Stances.php"]))), 0, 12);
$values = static fn (StanceNumbers $n): array => array_map(static fn ($c): float => $c->value($n), Criteria::all());

foreach (array_slice($argv, 1) ?: array_keys(Figures::all()) as $name) {
    [, $mesh, $display] = Figures::all()[$name];
    $stances = new Stances(StanceBasis::of($mesh(), $display), new StanceRules);
    $kept = "{$root}/storage/app/dense-{$name}.json";
    $dense = is_file($kept) ? json_decode((string) file_get_contents($kept), true) : [];
    if (($dense['code'] ?? '') !== $code) {
        $rows = [];
        foreach (Directions::for($stances->estimates()->sketch, $display->up, 2000) as [$up]) {
            $rows[] = [$up->toArray(), $values($stances->proven($up))];
        }
        file_put_contents($kept, json_encode($dense = ['code' => $code, 'rows' => $rows]));
    }
    $rows = $dense['rows'];
    $range = [];
    foreach (Criteria::all() as $key => $_) {
        $column = array_map(static fn (array $r): float => (float) $r[1][$key], $rows);
        $range[$key] = [min($column), max($column)];
    }
    $score = static function (array $v, Weights $w) use ($range): float {
        $sum = 0.0;
        foreach ($range as $key => [$low, $high]) {
            $place = $high > $low ? ($v[$key] - $low) / ($high - $low) : 0.0;
            $sum += $w->of[$key] / $w->total() * (Criteria::get($key)->lowerIsBetter() || $high <= $low ? $place : 1 - $place);
        }

        return $sum;
    };
    $all = (new Search($stances->estimates()))->candidates($display->up, 2000);
    $ranking = Ranking::ofCandidates($all);
    foreach (Preset::cases() as $school) {
        $weights = $school->weights();
        $scores = array_map(static fn (array $r): float => $score($r[1], $weights), $rows);
        $worst = max($scores);
        asort($scores);
        $best = reset($scores);
        foreach (array_slice($scores, 0, 3, true) as $id => $from) {
            $up = new Vec3(...$rows[$id][0]);
            foreach ([4.0, 2.0, 1.0, 0.5] as $turn) {
                do {
                    $next = null;
                    foreach (Directions::around($up, $turn) as $try) {
                        $at = $score($values($stances->proven($try)), $weights);
                        if ($at < $from - 1e-9) {
                            [$from, $next] = [$at, $try];
                        }
                    }
                    $up = $next ?? $up;
                } while ($next !== null);
            }
            $best = min($best, $from);
        }
        $finalists = array_map(static fn (int $id): Vec3 => $all[$id]->up, array_combine($ids = $ranking->finalists($weights, 24), $ids));
        $contest = Contest::between($finalists, $ranking, $weights, static fn (array $ups): array => array_map($stances->proven(...), $ups));
        $first = $score($values($contest->numbers[(int) array_key_first($contest->scores)]), $weights);
        $best = min($best, $first);
        printf("| %s | %s | %.4f | %.4f | %.4f | %.1f %% |\n", $name, $school->label(), $first, $best, $worst, 100 * ($first - $best) / ($worst - $best));
    }
}
