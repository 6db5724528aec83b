<?php

declare(strict_types=1);

namespace Tests\Support;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use RuntimeException;
use Symfony\Component\Process\Process;

/** Workers as processes of their own, over a database file and a storage folder that the test looks into as well. */
final class Workshop
{
    /** @var list<Process> */
    private array $running = [];

    /** @param  array<string, string>  $environment */
    private function __construct(public readonly string $folder, private readonly array $environment) {}

    /** @param  array<string, string>  $settings */
    public static function open(Application $app, array $settings = []): self
    {
        $folder = sys_get_temp_dir().'/wrenlo-workshop-'.bin2hex(random_bytes(5));
        mkdir($folder.'/framework/views', 0700, true);
        mkdir($folder.'/logs', 0700, true);
        touch("{$folder}/db.sqlite");
        $environment = $settings + [
            'APP_ENV' => 'production', 'APP_DEBUG' => 'false', 'APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32)), 'DB_CONNECTION' => 'sqlite', 'DB_DATABASE' => "{$folder}/db.sqlite",
            'QUEUE_CONNECTION' => 'database', 'CACHE_STORE' => 'file', 'WRENLO_STORAGE' => $folder, 'LOG_CHANNEL' => 'single', 'WRENLO_LEADERS' => '0', 'PHP_INI_SCAN_DIR' => ':'.dirname(__DIR__, 2).'/php.d',
            'APP_CONFIG_CACHE' => "{$folder}/config.php", 'APP_ROUTES_CACHE' => "{$folder}/routes.php", 'APP_EVENTS_CACHE' => "{$folder}/events.php", 'BCRYPT_ROUNDS' => '4',
        ];
        $app->useStoragePath($folder);
        config([
            'database.connections.sqlite.database' => "{$folder}/db.sqlite", 'queue.default' => $environment['QUEUE_CONNECTION'], 'filesystems.disks.derived.root' => "{$folder}/app/derived",
            'database.redis.default.path' => $settings['REDIS_SOCKET'] ?? null, 'database.redis.default.scheme' => $settings['REDIS_SCHEME'] ?? 'tcp',
        ]);
        DB::purge('sqlite');
        Storage::forgetDisk('derived');
        $app->make(Kernel::class)->call('migrate', ['--force' => true]);

        return new self($folder, $environment);
    }

    public function worker(): Process
    {
        return $this->php('artisan', 'queue:work', '--queue=short,long,late', '--sleep=0.05', '--tries=0', '--timeout=0', '--quiet');
    }

    public function php(string ...$arguments): Process
    {
        // without the JIT a process that lives for seconds is up in half the time
        $process = new Process(['php', '-d', 'opcache.jit=off', ...$arguments], dirname(__DIR__, 2), $this->environment, null, null);
        $process->start();
        $this->running[] = $process;

        return $process;
    }

    public static function kill(Process $process): void
    {
        $process->isRunning() && $process->signal(SIGKILL);
        self::over($process);
    }

    /** However it ended. */
    public static function over(Process $process): void
    {
        while ($process->isRunning()) {
            usleep(2000);
        }
    }

    /** @param  \Closure(): bool  $isSo */
    public static function until(string $what, float $seconds, \Closure $isSo): float
    {
        $from = microtime(true);
        while (! $isSo()) {
            microtime(true) - $from < $seconds || throw new RuntimeException("Waited {$seconds} s for {$what}: ".json_encode(DB::table('findings')->selectRaw('kind, state, count(*) as n')->groupBy('kind', 'state')->get()));
            usleep(20_000);
        }

        return microtime(true) - $from;
    }

    public function log(): string
    {
        return is_file("{$this->folder}/logs/laravel.log") ? (string) file_get_contents("{$this->folder}/logs/laravel.log") : '';
    }

    public function close(): void
    {
        foreach ($this->running as $process) {
            if ($process->isRunning()) {
                self::kill($process);
            }
        }
        DB::purge('sqlite');
        (new Process(['rm', '-rf', $this->folder]))->run();
    }
}
