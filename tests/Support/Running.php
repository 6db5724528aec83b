<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;

/** Wrenlo itself: web server and queue worker as processes, with a database and a storage folder of their own. */
final class Running
{
    /** @var list<Process> */
    private array $workers = [];

    private function __construct(public readonly string $url, private readonly string $folder, private readonly Process $web, private readonly array $environment, private readonly bool $isAsShipped) {}

    /**
     * Fewer directions are searched, and fewer stances proven, than in a real one.
     *
     * @param  array<string, string>  $settings
     * @param  bool  $isAsShipped  web server and workers as bin/demo starts them, for timings
     */
    public static function start(array $settings = [], bool $isAsShipped = false): self
    {
        $root = dirname(__DIR__, 2);
        $folder = sys_get_temp_dir().'/wrenlo-running-'.bin2hex(random_bytes(5));
        mkdir($folder.'/framework/views', 0700, true);
        mkdir($folder.'/framework/cache/data', 0700, true);
        mkdir($folder.'/logs', 0700, true);
        $port = FreePort::find();
        // the test runner's own settings (:memory:, sync queue) must not leak into the children
        $environment = $settings + [
            'APP_ENV' => 'production', 'APP_DEBUG' => 'false', 'APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32)), 'APP_URL' => "http://127.0.0.1:{$port}",
            'DB_CONNECTION' => 'sqlite', 'DB_DATABASE' => "{$folder}/db.sqlite", 'QUEUE_CONNECTION' => 'database', 'CACHE_STORE' => 'file', 'SESSION_DRIVER' => 'database',
            'BCRYPT_ROUNDS' => '4', 'WRENLO_STORAGE' => $folder, 'LOG_CHANNEL' => 'single', 'WRENLO_LEADERS' => '0', 'WRENLO_DIRECTIONS' => '300', 'WRENLO_FINALISTS' => '8', 'WRENLO_ACCOUNTS' => 'off', 'PHP_INI_SCAN_DIR' => ":{$root}/php.d", 'PHP_CLI_SERVER_WORKERS' => '4',
            'APP_CONFIG_CACHE' => "{$folder}/config.php", 'APP_ROUTES_CACHE' => "{$folder}/routes.php",
        ];
        copy(self::emptyDatabase($environment), "{$folder}/db.sqlite");
        // a server that answers for seconds is up in a third of the time without the JIT; what it computes is the same (JitTest)
        // setsid: the server's workers are a process group of their own, and end with it. Nobody reads what it prints: into a pipe that would stop it after 64 kB
        $web = new Process(['setsid', 'php', ...($isAsShipped ? [] : ['-d', 'opcache.jit=off']), '-S', "127.0.0.1:{$port}", "{$root}/vendor/laravel/framework/src/Illuminate/Foundation/resources/server.php"], "{$root}/public", $environment, null, null);
        $web->disableOutput();
        $web->start();
        FreePort::waitFor($port);
        @file_get_contents("http://127.0.0.1:{$port}/up"); // as bin/demo does

        return new self("http://127.0.0.1:{$port}", $folder, $web, $environment, $isAsShipped);
    }

    /** Migrated once for all that start; it goes with the test runner. @param  array<string, string>  $environment */
    private static function emptyDatabase(array $environment): string
    {
        static $path = null;
        if ($path === null) {
            $path = tempnam(sys_get_temp_dir(), 'wrenlo-empty-');
            register_shutdown_function(static fn () => @unlink($path));
            (new Process(['php', 'artisan', 'migrate', '--force'], dirname(__DIR__, 2), ['DB_DATABASE' => $path] + $environment))->mustRun();
        }

        return $path;
    }

    public function artisan(string ...$command): string
    {
        return (new Process(['php', 'artisan', ...$command], dirname(__DIR__, 2), $this->environment, null, 300))->mustRun()->getOutput();
    }

    public function startWorker(): self
    {
        return $this->startWorkers(1);
    }

    public function startWorkers(int $number): self
    {
        for ($n = 0; $n < $number; $n++) {
            $worker = new Process(['setsid', ...($this->isAsShipped ? ['nice', '-n', '10'] : []), 'php', 'artisan', 'queue:work', '--queue=short,long,late', '--sleep=0.05', '--tries=0', '--timeout=0', '--memory=480'], dirname(__DIR__, 2), $this->environment, null, null);
            $worker->disableOutput();
            $worker->start();
            $this->workers[] = $worker;
        }

        return $this;
    }

    /** As when the machine goes down: no chance to finish. */
    public function killWorker(): void
    {
        array_map(fn (Process $w) => self::end($w, SIGKILL), $this->workers);
        $this->workers = [];
    }

    public function log(): string
    {
        return is_file("{$this->folder}/logs/laravel.log") ? (string) file_get_contents("{$this->folder}/logs/laravel.log") : '';
    }

    public function stop(): void
    {
        $this->killWorker();
        self::end($this->web, SIGTERM);
        (new Process(['rm', '-rf', $this->folder]))->run();
    }

    private static function end(?Process $process, int $signal): void
    {
        $pid = $process?->getPid();
        if ($process && $pid) {
            posix_kill(-$pid, $signal);
            $process->stop(3, SIGKILL);
        }
    }
}
