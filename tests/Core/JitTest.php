<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

// In tracing mode PHP 8.2's JIT silently changed results of the height field (shared/ENGINEERING.md); as “function” it lost registers when a signal came,
// and a worker's heartbeat is one. As shipped it must do neither.
it('computes bit-equal results with the JIT off and as shipped, hundreds of signals in between', function () {
    $root = dirname(__DIR__, 2);
    $run = static function (array $flags, string $more = '') use ($root): array {
        $process = new Process(['php', ...$flags, __DIR__.'/../Fixtures/kernel-checksums.php', $more], $root, ['PHP_INI_SCAN_DIR' => ":{$root}/php.d", 'XDEBUG_MODE' => 'off'], null, 300);

        return json_decode($process->mustRun()->getOutput(), true, flags: JSON_THROW_ON_ERROR);
    };
    $off = $run(['-d', 'opcache.jit=disable']);
    $shipped = $run([], 'signals');
    expect($off['jit'])->toBeFalse()->and($shipped['jit'])->toBeTrue()->and($shipped['signals'])->toBeGreaterThan(500)
        ->and($shipped['checksums'])->toBe($off['checksums'])->and($shipped['checksums'])->toHaveCount(21);
});

it('ships the settings that were measured', function () {
    $ini = parse_ini_file(dirname(__DIR__, 2).'/php.d/90-wrenlo.ini');
    expect($ini['opcache.jit'])->toEqual(1105)->and($ini['opcache.enable_cli'])->toEqual(1)->and($ini['memory_limit'])->toBe('512M')
        ->and($ini['upload_max_filesize'])->toBe('257M');
});
