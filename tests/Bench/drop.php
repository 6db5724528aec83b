<?php

declare(strict_types=1);

/*
 * What a person waits: a file dropped on the running application, until the first ranking is there and until it is refined, with a
 * worker a core; then a page, a moved weight, a stroke of the brush.   php tests/Bench/drop.php [root [workers [file]]]
 * The root may be another checkout, to hold two versions against each other in one run.
 */

$root = is_dir($argv[1] ?? '') ? $argv[1] : dirname(__DIR__, 2);
$workers = (int) ($argv[2] ?? shell_exec('nproc'));
require $root.'/vendor/autoload.php';

use Database\Demo\Marsh;
use Symfony\Component\Process\Process;
use Tests\Support\Running;
use Tests\Support\Solids;

$file = $argv[3] ?? sys_get_temp_dir().'/wrenlo-bench-whelk.stl';
is_file($file) || file_put_contents($file, Solids::stl(Marsh::whelk()));

$settings = ['PHP_CLI_SERVER_WORKERS' => '4', 'WRENLO_LEADERS' => '5', 'WRENLO_DIRECTIONS' => '2000', 'WRENLO_FINALISTS' => '24'];
$app = Running::start($settings, ...((new ReflectionMethod(Running::class, 'start'))->getNumberOfParameters() > 1 ? [true] : [])); // older checkouts start it that way anyhow
$jar = tempnam(sys_get_temp_dir(), 'jar');

/** @return array{float, int, string} seconds, status, body */
$ask = static function (string $method, string $path, array $more = []) use ($app, $jar): array {
    $token = preg_match('/XSRF-TOKEN\s+(\S+)/', (string) @file_get_contents($jar), $m) === 1 ? urldecode($m[1]) : '';
    $curl = new Process(['curl', '-s', '-g', '-X', $method, '-c', $jar, '-b', $jar, '-H', 'Expect:', '-H', 'Accept: application/json', '-H', 'X-Requested-With: XMLHttpRequest', '-H', "X-XSRF-TOKEN: {$token}", '-w', "\n%{http_code} %{time_total}", ...$more, $app->url.$path], null, null, null, 120);
    $out = $curl->mustRun()->getOutput();
    $cut = (int) strrpos($out, "\n");
    [$status, $seconds] = explode(' ', substr($out, $cut + 1));

    return [(float) $seconds, (int) $status, substr($out, 0, $cut)];
};
try {
    $start = static fn () => method_exists($app, 'startWorkers') ? $app->startWorkers($workers) : $app->startWorker();
    $start();
    $ask('GET', '/');
    sleep(3); // the workers are up
    // a small piece first, as in a cabinet that has pieces: what is measured is not the first request after a start
    file_put_contents($small = sys_get_temp_dir().'/wrenlo-bench-cone.stl', Solids::stl(Solids::cone(15, 40, 40)));
    $id = json_decode($ask('POST', '/pieces', ['-F', "file=@{$small};filename=cone.stl"])[2], true)['id'];
    sleep(5);
    array_map(static fn (string $path): array => $ask('GET', $path), ["/pieces/{$id}/ranking", "/pieces/{$id}", '/']);
    sleep(2);
    $began = microtime(true);
    [, $status, $body] = $ask('POST', '/pieces', ['-F', "file=@{$file};filename=whelk.stl"]);
    $status === 201 || exit("The file was answered with {$status}: {$body}\n");
    $id = json_decode($body, true)['id'];
    $kept = microtime(true) - $began;
    $first = $refined = null;
    while ($refined === null && microtime(true) - $began < 120) {
        [, $status, $body] = $ask('GET', "/pieces/{$id}/ranking");
        $ranking = $status === 200 ? json_decode($body, true) : null;
        if (($ranking['stances'] ?? []) !== []) {
            $first ??= microtime(true) - $began;
            $ranking['proven'] >= count($ranking['stances']) && $refined = microtime(true) - $began;
        }
        usleep(250_000); // as often as the page asks, or so: more would take the cores from the workers
    }
    printf("%s, %d workers: kept %.2f s, first ranking %.2f s, refined %.2f s\n", basename($root), $workers, $kept, $first ?? NAN, $refined ?? NAN);
    sleep(4);
    $median = static function (string $what, array $times): void {
        sort($times);
        printf("  %-34s median %4.0f ms, worst %4.0f ms of %d\n", $what, 1000 * $times[intdiv(count($times), 2)], 1000 * end($times), count($times));
    };
    $median('the page', array_map(static fn (): float => $ask('GET', "/pieces/{$id}")[0], range(1, 9)));
    $median('the cabinet', array_map(static fn (): float => $ask('GET', '/')[0], range(1, 9)));
    $median('a weight moved', array_map(static fn (int $n): float => $ask('GET', "/pieces/{$id}/ranking?weights[step]=".(30 + $n).'&weights[scar]=60&weights[support]='.(90 - $n))[0], range(1, 15)));
    $geometry = [];
    foreach (range(1, 9) as $n) {
        $facet = 9973 * $n;
        [$seconds, $status] = $ask('POST', "/pieces/{$id}/marks", ['-H', 'Content-Type: application/json', '-d', json_encode(['kind' => 'hide', 'take_away' => false, 'tool' => 'brush', 'facets' => [$facet], 'points' => [[3.0 * $n - 12, -20, 60 + 5 * $n]], 'radius_mm' => 6, 'deg' => 20, 'mirror' => null])]);
        $status === 200 ? $geometry[] = $seconds : printf("  a stroke was answered with %d\n", $status);
    }
    $geometry === [] || $median('a stroke of the brush', $geometry);
    echo substr($app->log(), 0, 600);
} finally {
    $app->stop();
    @unlink($jar);
}
