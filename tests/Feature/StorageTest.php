<?php

declare(strict_types=1);

use App\Casts\Versioned;
use App\Models\Piece;
use App\Storage\Blobs;
use App\Storage\Packed;
use App\Storage\StageFile;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\FreePort;
use Tests\Support\Pieces;
use Tests\Support\Solids;

it('writes stage geometry in its documented form', function () {
    $mesh = Solids::box(1, 2, 3);
    Blobs::putDerived('t/geometry.bin', fn ($stream) => StageFile::writeGeometry($stream, $mesh));
    $bytes = file_get_contents(Blobs::derivedPath('t/geometry.bin'));
    expect(substr($bytes, 0, 4))->toBe('WRLG')->and(array_values(unpack('V3', $bytes, 4)))->toBe([1, 8, 12])
        ->and(strlen($bytes))->toBe(16 + 12 * 8 + 12 * 12)
        ->and(array_values(unpack('V*', substr($bytes, 16 + 96))))->toBe($mesh->tri);
    Blobs::putDerived('t/seen.bin', fn ($stream) => StageFile::writeMeasure($stream, [0.0, 0.5, 1.0]));
    expect(file_get_contents(Blobs::derivedPath('t/seen.bin')))->toBe('WRLS'.pack('V2', 1, 3)."\x00\x80\xFF");
});

it('leaves nothing behind when a write breaks off', function () {
    expect(fn () => Blobs::putDerived('t/x.bin', function ($stream): void {
        throw new RuntimeException('full');
    }))->toThrow(RuntimeException::class)
        ->and(Blobs::hasDerived('t/x.bin'))->toBeFalse();
});

it('refuses JSON of another version by name', function () {
    $piece = Pieces::waiting();
    DB::table('pieces')->update(['report' => json_encode(['v' => 9, 'data' => []])]);
    expect(fn () => Piece::query()->find($piece->id)->report)->toThrow(UnexpectedValueException::class, 'A stored report has version 9, this program reads 1.');
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

it('gives interrupted jobs back to the queue', function () {
    DB::table('jobs')->insert(['queue' => 'default', 'payload' => '{}', 'attempts' => 1, 'reserved_at' => time(), 'available_at' => time(), 'created_at' => time()]);
    $this->artisan('wrenlo:recover')->expectsOutputToContain('1 interrupted job goes on')->assertSuccessful();
    expect(DB::table('jobs')->value('reserved_at'))->toBeNull();
});

it('sends a picture to its end although a new analysis clears it away meanwhile', function () {
    $piece = Tests\Support\Pieces::analysed();
    $stance = $piece->analysis->candidates()->whereNotNull('score_strip')->value('id');
    $whole = $this->get("/stances/{$stance}/picture")->assertOk()->streamedContent();
    $response = $this->get("/stances/{$stance}/picture")->assertOk()->assertHeader('Content-Length', (string) strlen($whole));
    Blobs::forgetDerived("analysis-{$piece->analysis->id}");
    expect($response->streamedContent())->toBe($whole)->and(substr($whole, 1, 3))->toBe('PNG');
    $this->get("/stances/{$stance}/picture")->assertNotFound();
});

it('reads long lists back as they were packed, wherever they lie', function (int $count) {
    mt_srand($count);
    $floats = array_map(static fn (): float => mt_rand() / 7.0, $count > 0 ? range(1, $count) : []);
    $words = array_map(static fn (float $f): int => (int) $f % 0xFFFFFFFF, $floats);
    Blobs::putDerived('t/packed.bin', static function ($stream) use ($floats, $words): void {
        fwrite($stream, 'head');
        Packed::write($stream, 'e', $floats);
        Packed::write($stream, 'V', $words);
    });
    $bytes = (string) file_get_contents(Blobs::derivedPath('t/packed.bin'));
    expect(strlen($bytes))->toBe(4 + Packed::bytes('e', $count) + Packed::bytes('V', $count))
        ->and(Packed::floats($bytes, 'e', 4, $count))->toBe($floats)
        ->and(Packed::words($bytes, 4 + Packed::bytes('e', $count), $count))->toBe($words);
})->with([0, 1, 8191, 8192, 8193, 20_000]);
