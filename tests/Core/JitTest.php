<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

// In tracing mode PHP 8.2's JIT silently changed results of the height field (shared/ENGINEERING.md); “function” must not.
it('computes bit-equal results with the JIT off and as shipped', function () {
    $root = dirname(__DIR__, 2);
    $run = static function (array $flags) use ($root): array {
        // nothing of what tests before it have set reaches the kernels; asked once more where it said nothing that can be read
        $own = ['PHP_INI_SCAN_DIR' => ":{$root}/php.d", 'XDEBUG_MODE' => 'off', 'PATH' => (string) getenv('PATH'), 'HOME' => (string) getenv('HOME')];
        $env = $own + array_fill_keys(array_keys(getenv() + $_ENV + $_SERVER), false);
        $said = '';
        for ($try = 0; $try < 2; $try++) {
            $process = new Process(['php', ...$flags, __DIR__.'/../Fixtures/kernel-checksums.php'], $root, $env, null, 300);
            $process->run();
            $said = $process->getOutput();
            $read = json_decode($said, true);
            if (is_array($read)) {
                return $read;
            }
        }
        throw new RuntimeException('It ended with '.$process->getExitCode().' and said: '.mb_substr($said, 0, 300).' … '.mb_substr($said, -200).$process->getErrorOutput());
    };
    $off = $run(['-d', 'opcache.jit=disable']);
    $shipped = $run([]);
    expect($off['jit'])->toBeFalse()->and($shipped['jit'])->toBeTrue()
        ->and($shipped['checksums'])->toBe($off['checksums'])->and($shipped['checksums'])->toHaveCount(21);
});

it('ships the settings that were measured', function () {
    $ini = parse_ini_file(dirname(__DIR__, 2).'/php.d/90-wrenlo.ini');
    expect($ini['opcache.jit'])->toBe('function')->and($ini['opcache.enable_cli'])->toEqual(1)->and($ini['memory_limit'])->toBe('512M')
        ->and($ini['upload_max_filesize'])->toBe('257M');
});
