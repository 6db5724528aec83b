<?php

declare(strict_types=1);

use App\Casts\Versioned;
use App\Findings\Disk;
use App\Storage\Packed;
use App\Storage\StageFile;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\FreePort;
use Tests\Support\Pieces;
use Tests\Support\Solids;

it('writes stage geometry in its documented form', function () {
    $mesh = Solids::box(1, 2, 3);
    $written = function (Closure $writer): string {
        Disk::put(str_repeat('c', 64), 'x', $writer);

        return (string) Disk::get(str_repeat('c', 64), 'x');
    };
    $bytes = $written(StageFile::geometry($mesh));
    expect(substr($bytes, 0, 4))->toBe('WRLG')->and(array_values(unpack('V3', $bytes, 4)))->toBe([1, 8, 12])
        ->and(strlen($bytes))->toBe(16 + 12 * 8 + 12 * 12)
        ->and(array_values(unpack('V*', substr($bytes, 16 + 96))))->toBe($mesh->tri);
    expect($written(StageFile::measure([0.0, 0.5, 1.0], null)))->toBe('WRLS'.pack('V2', 1, 3)."\x00\x80\xFF");
});

it('leaves nothing behind when a write breaks off', function () {
    $key = str_repeat('d', 64);
    expect(fn () => Disk::put($key, 'x', function ($stream): void {
        throw new RuntimeException('full');
    }))->toThrow(RuntimeException::class)
        ->and(Disk::get($key, 'x'))->toBeNull();
    // a folder that cannot be made, and one that appears at the same moment
    expect(Disk::put($key, 'x', 'abc'))->toBe(35)->and(Disk::get($key, 'x'))->toBe('abc')->and(glob(dirname(Disk::files()->path(Disk::path($key, 'x'))).'/*'))->toHaveCount(1);
});

it('takes in the same file twice at the same moment', function () {
    $file = Solids::file(Solids::stl(Solids::box(1, 2, 3)));
    $code = 'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $app->useStoragePath($argv[1]); while (microtime(true) < (float) $argv[3]) {} echo App\Storage\Blobs::keep($argv[2]);';
    $at = (string) (microtime(true) + 2.0);
    $uploads = array_map(fn () => new Process(['php', '-r', $code, storage_path(), $file, $at], base_path()), range(1, 4));
    array_map(fn (Process $p) => $p->start(), $uploads);
    foreach ($uploads as $upload) {
        expect($upload->wait())->toBe(0, $upload->getErrorOutput())->and($upload->getOutput())->toBe(hash_file('sha256', $file));
    }
    expect(glob(storage_path('app/blobs/*/*')))->toHaveCount(1);
});

it('refuses JSON of another version by name', function () {
    $piece = Pieces::waiting();
    DB::table('plan_decisions')->update(['value' => json_encode(['v' => 9, 'data' => []])]);
    expect(fn () => $piece->refresh()->plan->decisions->first()->value)->toThrow(UnexpectedValueException::class, 'A stored decision has version 9, this program reads 1.');
    $cast = new Versioned('thing', '2');
    expect($cast->get($piece, 'x', $cast->set($piece, 'x', ['a' => 1.0], []), []))->toBe(['a' => 1.0]);
});

it('begins every transaction with the write lock', function () {
    $path = sys_get_temp_dir().'/wrenlo-lock-'.bin2hex(random_bytes(4)).'.sqlite';
    touch($path);
    config(['database.connections.a' => [...config('database.connections.sqlite'), 'database' => $path], 'database.connections.b' => [...config('database.connections.sqlite'), 'database' => $path, 'busy_timeout' => 50]]);
    DB::connection('a')->statement('create table t (n integer)');
    expect(DB::connection('a')->selectOne('pragma journal_mode')->journal_mode)->toBe('wal');
    DB::connection('a')->beginTransaction();
    expect(fn () => DB::connection('b')->beginTransaction())->toThrow(PDOException::class, 'locked');
    DB::connection('a')->rollBack();
    DB::connection('b')->transaction(fn () => DB::connection('b')->table('t')->insert(['n' => 1]));
    expect(DB::connection('a')->table('t')->count())->toBe(1);
    DB::purge('a');
    DB::purge('b');
    array_map(unlink(...), glob($path.'*') ?: []);
});

// 300 jobs, two workers, and a web writer beside them (shared/ENGINEERING.md)
it('loses no queued job under two workers and a web writer', function () {
    $folder = sys_get_temp_dir().'/wrenlo-queue-'.bin2hex(random_bytes(4));
    mkdir($folder.'/framework/views', 0700, true);
    touch("{$folder}/db.sqlite");
    $environment = [
        'APP_ENV' => 'local', 'APP_KEY' => config('app.key'), 'DB_CONNECTION' => 'sqlite', 'DB_DATABASE' => "{$folder}/db.sqlite", 'QUEUE_CONNECTION' => 'database',
        'CACHE_STORE' => 'file', 'SESSION_DRIVER' => 'database', 'WRENLO_STORAGE' => $folder, 'PHP_INI_SCAN_DIR' => ':'.base_path('php.d'), 'WRENLO_ACCOUNTS' => 'off',
    ];
    $run = static fn (string ...$command): Process => new Process(['php', ...$command], base_path(), $environment, null, 240);
    $run('artisan', 'migrate', '--force')->mustRun();
    $run('tests/Fixtures/queue-jobs.php', '300')->mustRun();
    $port = FreePort::find();
    $web = new Process(['php', '-S', "127.0.0.1:{$port}", '-t', 'public'], base_path(), $environment);
    $web->start();
    FreePort::waitFor($port);
    $workers = [$run('artisan', 'queue:work', '--stop-when-empty', '--tries=1', '--sleep=0'), $run('artisan', 'queue:work', '--stop-when-empty', '--tries=1', '--sleep=0')];
    array_map(fn (Process $p) => $p->start(), $workers);
    $pages = 0;
    while ($workers[0]->isRunning() || $workers[1]->isRunning()) {
        // every page writes its session into the same database
        $pages += str_contains((string) @file_get_contents("http://127.0.0.1:{$port}/shelf"), 'data-page') ? 1 : 0;
        usleep(20_000);
    }
    $web->stop(1);
    $database = new PDO("sqlite:{$folder}/db.sqlite");
    $count = static fn (string $sql): int => (int) $database->query($sql)->fetchColumn();
    expect($count('select count(*) from failed_jobs'))->toBe(0)->and($count('select count(*) from jobs'))->toBe(0)
        ->and($count("select count(*) from filaments where name like 'job %'"))->toBe(300)->and($pages)->toBeGreaterThan(0);
    exec('rm -rf '.escapeshellarg($folder));
});

it('reads long lists back as they were packed, wherever they lie', function (int $count) {
    mt_srand($count);
    $floats = array_map(static fn (): float => mt_rand() / 7.0, $count > 0 ? range(1, $count) : []);
    $words = array_map(static fn (float $f): int => (int) $f % 0xFFFFFFFF, $floats);
    $stream = fopen('php://memory', 'w+b');
    fwrite($stream, 'head');
    Packed::write($stream, 'e', $floats);
    Packed::write($stream, 'V', $words);
    $bytes = (string) stream_get_contents($stream, -1, 0);
    expect(strlen($bytes))->toBe(4 + Packed::bytes('e', $count) + Packed::bytes('V', $count))
        ->and(Packed::floats($bytes, 'e', 4, $count))->toBe($floats)
        ->and(Packed::words($bytes, 4 + Packed::bytes('e', $count), $count))->toBe($words);
})->with([0, 1, 8191, 8192, 8193, 20_000]);
