<?php

declare(strict_types=1);

/*
 * Do the tests notice? Changes one token of the core at a time and runs the tests that cover the file; see docs/testing.md.
 *
 *   bin/mutate [--seed=1] [--limit=200] [--files=GLOB] [--part=k/n] [--json]
 *
 * The changed file lies in a temporary folder and is loaded in place of its original, so nothing in the checkout is touched and two run side by
 * side. A test file covers a source file when it loads it and names its class, lies in a folder of the same name (tests/Core/Mesh for all of core/src/Mesh), or takes under five seconds.
 * Of those as many run as take 40 s together, quickest first, until one fails; a change that only makes them run four times as long (and 10 s) is caught, too.
 */

use Symfony\Component\Process\Process;
use Tests\Support\Mutants;

/** What the tests run for one change may take together. */
const MOST_SECONDS = 40.0;

$root = dirname(__DIR__, 2);
require "{$root}/vendor/autoload.php";
chdir($root);
$option = getopt('', ['seed:', 'limit:', 'files:', 'part:', 'json', 'list']);
$isJson = isset($option['json']);
$say = static function (string $line) use ($isJson): void {
    $isJson ? fwrite(STDERR, $line."\n") : print $line."\n";
};
$folder = sys_get_temp_dir().'/wrenlo-mutants-'.getmypid();
mkdir($folder);
register_shutdown_function(static fn () => exec('rm -rf '.escapeshellarg($folder)));

/** @param  list<string>  $settings */
$run = static fn (string $test, array $settings, float $seconds): Process => tap(new Process(['php', '-d', 'memory_limit=1G', ...$settings, 'vendor/bin/pest', '--colors=never', '--compact', '--stop-on-failure', '--do-not-cache-result', $test], $root, null, null, $seconds), static fn (Process $p) => $p->start());

// which test file loads which source file, and how long it takes; measured anew when there are other files, or .setup/covers.json is gone
$tests = glob('tests/Core/{*,*/*}Test.php', GLOB_BRACE) ?: [];
$sources = [];
foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator('core/src', FilesystemIterator::SKIP_DOTS)) as $file) {
    $sources[] = (string) $file;
}
sort($sources);
$state = hash('sha256', implode(' ', [...$tests, ...$sources]));
$kept = '.setup/covers.json';
$covers = is_file($kept) ? json_decode((string) file_get_contents($kept), true) : [];
if (($covers['state'] ?? '') !== $state) {
    $say('Running each test file once, to see what it covers …');
    $covers = ['state' => $state, 'seconds' => [], 'loads' => []];
    $open = $tests;
    $running = [];
    while ($open !== [] || $running !== []) {
        while ($open !== [] && count($running) < 2) {
            $test = array_shift($open);
            $list = "{$folder}/".md5($test).'.txt';
            $prepend = "{$folder}/".md5($test).'.php';
            file_put_contents($prepend, "<?php register_shutdown_function(fn () => file_put_contents('{$list}', implode(\"\\n\", get_included_files())));");
            $running[$test] = [$run($test, ['-d', "auto_prepend_file={$prepend}"], 600), $list, microtime(true)];
        }
        usleep(50_000);
        foreach ($running as $test => [$process, $list, $began]) {
            if (! $process->isRunning()) {
                $process->isSuccessful() || exit("{$test} fails before anything is changed:\n".$process->getOutput());
                $covers['seconds'][$test] = microtime(true) - $began;
                $covers['loads'][$test] = array_values(array_filter(array_map(static fn (string $f): string => str_starts_with($f, "{$root}/core/src/") ? substr($f, strlen($root) + 1) : '', explode("\n", (string) file_get_contents($list)))));
                unset($running[$test]);
            }
        }
    }
    file_put_contents($kept, json_encode($covers));
}

/** @return list<string> quickest first */
$covering = static function (string $source) use ($covers): array {
    $class = basename($source, '.php');
    $near = [];
    foreach ($covers['loads'] as $test => $files) {
        if (in_array($source, $files, true)) {
            $names = preg_match("/\\b{$class}\\b/", (string) file_get_contents($test)) === 1;
            $isBeside = in_array(basename(dirname($test)), explode('/', dirname($source)), true);
            if ($names || $isBeside || $covers['seconds'][$test] < 5.0) {
                $near[$test] = $covers['seconds'][$test];
            }
        }
    }
    asort($near);
    $kept = [];
    $seconds = 0.0;
    foreach (array_keys($near) as $test) {
        if ($kept !== [] && $seconds + $covers['seconds'][$test] > MOST_SECONDS) {
            continue;
        }
        $kept[] = $test;
        $seconds += $covers['seconds'][$test];
    }

    return $kept;
};

// the changes: one of each file first, then what chance brings, so that any number of them is spread over the core
mt_srand((int) ($option['seed'] ?? 1));
$first = $rest = [];
foreach ($sources as $source) {
    if (isset($option['files']) && ! fnmatch($option['files'], $source) && ! fnmatch($option['files'], basename($source))) {
        continue;
    }
    $changes = array_map(static fn (array $c): array => ['file' => $source, ...$c], Mutants::of((string) file_get_contents($source)));
    if ($changes !== []) {
        $k = mt_rand(0, count($changes) - 1);
        $first[] = $changes[$k];
        unset($changes[$k]);
        $rest = [...$rest, ...$changes];
    }
}
$shuffled = static function (array $list): array {
    for ($i = count($list) - 1; $i > 0; $i--) {
        $j = mt_rand(0, $i);
        [$list[$i], $list[$j]] = [$list[$j], $list[$i]];
    }

    return $list;
};
$changes = array_slice([...$shuffled($first), ...$shuffled(array_values($rest))], 0, max(1, (int) ($option['limit'] ?? 200)));
if (preg_match('#^(\d+)/(\d+)$#', $option['part'] ?? '', $m) === 1) {
    $changes = array_values(array_filter($changes, static fn (int $k): bool => $k % (int) $m[2] === (int) $m[1] - 1, ARRAY_FILTER_USE_KEY));
}
if (isset($option['list'])) {
    array_map(static fn (array $c) => $say("{$c['file']}:{$c['line']}  {$c['from']} → {$c['to']}"), $changes);
    exit;
}

$survivors = [];
$caught = 0;
$began = microtime(true);
$open = $changes;
$running = [];
while ($open !== [] || $running !== []) {
    while ($open !== [] && count($running) < 2) {
        $change = array_shift($open);
        $path = "{$folder}/".count($open).'.php';
        file_put_contents($path, Mutants::applied((string) file_get_contents($change['file']), $change));
        touch($path, time() - 60); // a file of this very second would run without the JIT
        file_put_contents("{$path}.first.php", "<?php require_once '{$root}/vendor/autoload.php'; require_once '{$path}';");
        $running[] = ['change' => $change, 'tests' => $covering($change['file']), 'prepend' => "{$path}.first.php", 'process' => null];
    }
    usleep(20_000);
    foreach ($running as $k => $r) {
        $process = $r['process'];
        $isCaught = false;
        if ($process !== null) {
            try {
                $process->checkTimeout();
                if ($process->isRunning()) {
                    continue;
                }
                $isCaught = ! $process->isSuccessful();
            } catch (Symfony\Component\Process\Exception\ProcessTimedOutException) {
                $isCaught = true;
            }
        }
        $test = array_shift($running[$k]['tests']);
        if ($isCaught || $test === null) {
            unset($running[$k]);
            $where = "{$r['change']['file']}:{$r['change']['line']}";
            if ($isCaught) {
                $caught++;
            } else {
                $line = trim(explode("\n", (string) file_get_contents($r['change']['file']))[$r['change']['line'] - 1]);
                $survivors[] = ['file' => $r['change']['file'], 'line' => $r['change']['line'], 'change' => "{$r['change']['from']} → {$r['change']['to']}", 'source' => $line];
            }
            $say(sprintf('%4d s  %3d of %d  %s  %s  %s → %s', microtime(true) - $began, $caught + count($survivors), count($changes), $isCaught ? 'caught ' : 'SURVIVED', $where, $r['change']['from'], $r['change']['to']));
        } else {
            $running[$k]['process'] = $run($test, ['-d', "auto_prepend_file={$r['prepend']}"], 4 * $covers['seconds'][$test] + 10);
        }
    }
}
$result = ['tried' => count($changes), 'caught' => $caught, 'survivors' => $survivors];
if ($isJson) {
    echo json_encode($result, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE), "\n";
} else {
    printf("%d tried, %d caught (%.0f %%), %d survived\n", $result['tried'], $caught, 100 * $caught / max(1, $result['tried']), count($survivors));
}
