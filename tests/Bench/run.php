<?php

declare(strict_types=1);

/*
 * Times the chain on a mesh of about 200,000 facets, single thread, and holds the search against a brute-force loop over
 * the same directions in V8 (Node) and, where installed, a compiled matrix library (numpy). Prints; decides nothing.
 *
 *   bin/bench                    the whelk of the demo, best of three
 *   bin/bench FILE.stl           any mesh
 *   bin/bench --memory           peak memory of the whole chain on 1,000,000 facets
 *   bin/bench --pose             server time of a pose in the hand, of marks and of thickness at 200,000 facets
 *   bin/bench --rank             server time of a re-ranking with 2,500 stored stances, median of 50
 *   bin/bench --drop             what a person waits, with real processes: tests/Bench/drop.php
 */

require dirname(__DIR__, 2).'/vendor/autoload.php';

use Database\Demo\Marsh;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\Stl\StlWriter;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\NormalBins;
use Wrenlo\Core\Orientation\Directions;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Sight\Display;

/** Milliseconds of each part, in order. */
final class Laps
{
    /** @var array<string, float> */
    public array $ms = [];

    private float $since;

    public function __construct()
    {
        $this->since = hrtime(true);
    }

    public function lap(string $name): void
    {
        $now = hrtime(true);
        $this->ms[$name] = ($now - $this->since) / 1e6;
        $this->since = $now;
    }
}

function writeStl(string $path, Mesh $mesh): void
{
    $stream = fopen($path, 'wb');
    StlWriter::write($stream, $mesh);
    fclose($stream);
}

/** The whole chain, as a job or `wrenlo:orient` runs it. @return array{Laps, Stances} */
function chain(string $path): array
{
    $laps = new Laps;
    $mesh = MeshFormats::read(fopen($path, 'rb'), 'stl')->mesh;
    $laps->lap('read and weld');
    $basis = StanceBasis::of($mesh, Display::facingMinusY(), $laps->lap(...));
    $laps->lap('seen weights, bins, mass');
    $stances = new Stances($basis, new StanceRules);
    $weights = Preset::FaceFirst->weights();
    $all = (new Search($stances->estimates()))->candidates(new Wrenlo\Core\Geometry\Vec3(0, 0, 1), 2000);
    $ranking = Ranking::ofCandidates($all);
    $finalists = $ranking->finalists($weights, 24);
    $laps->lap('search and first ranking');
    $metrics = [];
    foreach ($finalists as $id) {
        $metrics[$id] = $stances->proven($all[$id]->up);
    }
    $ranking->order($metrics, $weights);
    $laps->lap('24 exact fields');

    return [$laps, $stances];
}

/** What the brute force has to do, done on the bins. */
function searchAlone(Stances $stances): float
{
    $basis = $stances->basis;
    $start = hrtime(true);
    NormalBins::of($basis->facets, $basis->weighed->seen);
    foreach (Directions::fibonacci(2000) as $up) {
        $stances->estimates()->of($up);
    }

    return (hrtime(true) - $start) / 1e6;
}

/** @return array<string, string> */
function bruteForce(Stances $stances): array
{
    $basis = $stances->basis;
    $f = $basis->facets;
    $path = tempnam(sys_get_temp_dir(), 'wrenlo-bench');
    $stream = fopen($path, 'wb');
    foreach ([$f->nx, $f->ny, $f->nz, $f->area, $f->cx, $f->cy, $f->cz, $basis->weighed->seenArea, $basis->hull->x, $basis->hull->y, $basis->hull->z] as $list) {
        fwrite($stream, pack('V', count($list)));
        foreach (array_chunk($list, 8192) as $chunk) {
            fwrite($stream, pack('e*', ...$chunk));
        }
    }
    fwrite($stream, pack('V', 2000));
    foreach (Directions::fibonacci(2000) as $d) {
        fwrite($stream, pack('e3', ...$d->toArray()));
    }
    fclose($stream);
    $found = ['V8 (Node)' => (new Process(['node', __DIR__.'/bruteforce.mjs', $path], null, null, null, 600))->mustRun()->getOutput()];
    $pythons = array_filter([(new ExecutableFinder)->find('python3'), '/usr/bin/python3'], static fn (?string $p): bool => $p !== null && is_executable($p) && (new Process([$p, '-c', 'import numpy']))->run() === 0);
    foreach (array_slice($pythons, 0, 1) as $python) {
        $found['numpy'] = (new Process([$python, __DIR__.'/bruteforce.py', $path], null, ['OPENBLAS_NUM_THREADS' => '1'], null, 900))->mustRun()->getOutput();
    }
    unlink($path);

    return array_map(trim(...), $found);
}

/** Median server time of the ranking route with this many candidates. */
/** @return array{string, Illuminate\Contracts\Http\Kernel} a storage folder of its own, and the application on it */
function application(int $directions): array
{
    $folder = sys_get_temp_dir().'/wrenlo-bench-'.bin2hex(random_bytes(4));
    mkdir($folder.'/framework/views', 0700, true);
    touch("{$folder}/db.sqlite");
    foreach (['APP_ENV' => 'production', 'APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32)), 'DB_CONNECTION' => 'sqlite', 'DB_DATABASE' => "{$folder}/db.sqlite", 'WRENLO_STORAGE' => $folder, 'QUEUE_CONNECTION' => 'sync', 'SESSION_DRIVER' => 'array', 'CACHE_STORE' => 'array', 'WRENLO_ACCOUNTS' => 'off'] as $k => $v) {
        putenv("{$k}={$v}");
        $_ENV[$k] = $_SERVER[$k] = $v;
    }
    $app = require dirname(__DIR__, 2).'/bootstrap/app.php';
    $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
    $app['env'] = 'testing'; // requests made here carry no token
    Illuminate\Support\Facades\Artisan::call('migrate', ['--force' => true]);
    config(['wrenlo.directions' => $directions]);

    return [$folder, $app->make(Illuminate\Contracts\Http\Kernel::class)];
}

function poseBench(): void
{
    [$folder, $kernel] = application(100);
    config(['wrenlo.finalists' => 2]);
    $path = "{$folder}/whelk.stl";
    writeStl($path, Marsh::whelk());
    $piece = App\Actions\StoreUpload::handle(App\Actions\SetUpPerson::local(), $path, 'whelk.stl')->refresh();
    foreach ([false, true] as $exact) {
        $times = [];
        for ($n = 0; $n < 15; $n++) {
            $up = (new Wrenlo\Core\Geometry\Vec3(0.1 * $n, 0.3, 1.0))->unit();
            $start = hrtime(true);
            $query = http_build_query(['up' => $up->toArray(), 'lift_mm' => 0, 'exact' => (int) $exact]);
            $response = $kernel->handle(Illuminate\Http\Request::create("http://127.0.0.1/pieces/{$piece->id}/pose?{$query}", 'GET', server: ['REMOTE_ADDR' => '127.0.0.1', 'HTTP_ACCEPT' => 'application/json']));
            $times[] = (hrtime(true) - $start) / 1e6;
            $response->getStatusCode() === 200 || exit("The pose answered {$response->getStatusCode()}.\n");
        }
        sort($times);
        printf("pose in the hand, %s facets, %s numbers, whole request: median %.0f ms, worst %.0f ms of 15\n", '199,680', $exact ? 'exact' : 'linear', $times[7], end($times));
    }
    $facets = Wrenlo\Core\Mesh\Surface::ofFacets(App\Findings\MeshInHand::reading(App\Plans\Bench::of($piece->refresh())->subject())->mesh);
    foreach (['brush', 'patch', 'shell', 'window', 'mirrored brush'] as $tool) {
        $times = [];
        for ($n = 0; $n < 7; $n++) {
            $f = 9_973 * ($n + 1) % $facets->count();
            $at = [$facets->cx[$f], $facets->cy[$f], $facets->cz[$f]];
            $gesture = match ($tool) {
                'window' => ['planes' => [[1, 0, 0, $at[0]], [0, 1, 0, 99], [0, 0, 1, $at[2]]]],
                'patch', 'shell' => ['facets' => [$f]],
                default => ['facets' => [$f], 'points' => [$at], 'radius_mm' => 5, 'mirror' => $tool === 'brush' ? null : 'x'],
            };
            $request = Illuminate\Http\Request::create("http://127.0.0.1/pieces/{$piece->id}/marks", 'POST', ['kind' => 'hide', 'tool' => $tool === 'mirrored brush' ? 'brush' : $tool, ...$gesture], server: ['REMOTE_ADDR' => '127.0.0.1', 'HTTP_ACCEPT' => 'application/json']);
            $start = hrtime(true);
            $response = $kernel->handle($request);
            $times[] = (hrtime(true) - $start) / 1e6;
            $response->getStatusCode() === 200 || exit("Marking answered {$response->getStatusCode()}.\n");
        }
        sort($times);
        printf("marking by %s, whole request: median %.0f ms, worst %.0f ms of 7\n", $tool, $times[3], end($times));
    }
    $start = hrtime(true);
    App\Findings\Findings::now(App\Findings\Kinds\Thickness::class, App\Plans\Bench::of($piece->refresh())->subject());
    printf("thickness, from the click to the answer: %.1f s\n", (hrtime(true) - $start) / 1e9);
    exec('rm -rf '.escapeshellarg($folder));
}

function rankBench(): void
{
    [$folder, $kernel] = application(2300);
    $path = "{$folder}/pod.stl";
    writeStl($path, Marsh::pod());
    $piece = App\Actions\StoreUpload::handle(App\Actions\SetUpPerson::local(), $path, 'pod.stl');
    $count = (int) App\Models\Finding::query()->where('kind', 'search')->firstOrFail()->headline['count'];
    $times = [];
    for ($n = 0; $n < 50; $n++) {
        $request = Illuminate\Http\Request::create("http://127.0.0.1/pieces/{$piece->id}/ranking?weights[step]=".(30 + $n).'&weights[scar]=60&weights[support]='.(90 - $n), 'GET', server: ['REMOTE_ADDR' => '127.0.0.1', 'HTTP_ACCEPT' => 'application/json']);
        $start = hrtime(true);
        $response = $kernel->handle($request);
        $times[] = (hrtime(true) - $start) / 1e6;
        if ($response->getStatusCode() !== 200) {
            exit("The ranking answered {$response->getStatusCode()}.\n");
        }
    }
    sort($times);
    printf("re-ranking %s stances, whole request: median %.1f ms, worst %.1f ms of 50\n", number_format($count), $times[25], end($times));
    exec('rm -rf '.escapeshellarg($folder));
}

$mode = $argv[1] ?? '';
if ($mode === '--pose') {
    poseBench();
    exit;
}
if ($mode === '--drop') {
    require __DIR__.'/drop.php';
    exit;
}
if ($mode === '--rank') {
    rankBench();
    exit;
}
if ($mode === '--memory') {
    $path = sys_get_temp_dir().'/wrenlo-million.stl';
    if (! is_file($path)) {
        (new Process(['php', '-d', 'memory_limit=2G', __FILE__, '--make-million', $path], null, null, null, 300))->mustRun();
    }
    $mesh = MeshFormats::read(fopen($path, 'rb'), 'stl')->mesh;
    printf('%s facets: read %.0f MB', number_format($mesh->triangleCount()), memory_get_peak_usage() / 1e6);
    MeshInspector::inspect($mesh);
    printf(', inspected %.0f MB', memory_get_peak_usage() / 1e6);
    unset($mesh);
    [$laps] = chain($path);
    printf(", searched and proven %.0f MB; %.1f s to the first ranking, %.1f s to the refined one\n", memory_get_peak_usage() / 1e6, (array_sum($laps->ms) - $laps->ms['24 exact fields']) / 1e3, array_sum($laps->ms) / 1e3);
    memory_reset_peak_usage();
    unset($laps);
    $mesh = MeshFormats::read(fopen($path, 'rb'), 'stl')->mesh;
    $facets = Wrenlo\Core\Mesh\Surface::ofFacets($mesh);
    $start = hrtime(true);
    $beyond = Wrenlo\Core\Mesh\Neighbours::in($mesh);
    $patches = Wrenlo\Core\Mark\Patches::of($facets, $beyond);
    printf("taken apart to be marked, by itself: %s patches, %.1f s, %.0f MB\n", number_format(count($patches->seed)), (hrtime(true) - $start) / 1e9, memory_get_peak_usage() / 1e6);
    exit;
}
if ($mode === '--make-million') {
    writeStl($argv[2], Solids::sphere(60, 1000));
    exit;
}
$path = $mode !== '' ? $mode : sys_get_temp_dir().'/wrenlo-bench-whelk.stl';
if ($mode === '' && ! is_file($path)) {
    writeStl($path, Marsh::whelk());
}
$best = null;
for ($n = 0; $n < 3; $n++) {
    [$laps, $stances] = chain($path);
    if ($best === null || array_sum($laps->ms) < array_sum($best->ms)) {
        $best = $laps;
    }
}
printf("%s facets, PHP %s, best of three\n", number_format($stances->basis->facets->count()), PHP_VERSION);
foreach ($best->ms as $name => $ms) {
    printf("  %-28s %7.0f ms\n", $name, $ms);
}
printf("  %-28s %7.0f ms\n", 'file to the first ranking', array_sum($best->ms) - $best->ms['24 exact fields']);
printf("  %-28s %7.0f ms\n", 'file to the refined ranking', array_sum($best->ms));
printf("  %-28s %7.0f MB\n", 'peak memory', memory_get_peak_usage() / 1e6);
$own = min(searchAlone($stances), searchAlone($stances), searchAlone($stances));
printf("2,000 directions alone\n  %-28s %7.0f ms   (bins %d, building them included)\n", 'Wrenlo on normal bins', $own, $stances->estimates()->sketch->bins->bins->count());
foreach (bruteForce($stances) as $name => $ms) {
    printf("  %-28s %7.0f ms   %.1f times as long\n", "every facet in {$name}", (float) $ms, (float) $ms / $own);
}
