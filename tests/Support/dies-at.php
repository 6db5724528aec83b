<?php

declare(strict_types=1);

// A worker that is killed (−9) so many microseconds after it has taken a finding:   php tests/Support/dies-at.php <finding> <microseconds>
use App\Findings\Leases;
use App\Models\Finding;
use Illuminate\Contracts\Console\Kernel;

require dirname(__DIR__, 2).'/vendor/autoload.php';
$app = require dirname(__DIR__, 2).'/bootstrap/app.php';
$kernel = $app->make(Kernel::class);
$kernel->bootstrap();
[, $id, $us] = $argv;
$own = getmypid();
if (pcntl_fork() === 0) {
    // apart from the parent's database connection, which a fork may not share
    $file = new PDO('sqlite:'.getenv('DB_DATABASE'));
    $isTaken = $file->prepare("select 1 from findings where id = ? and state = 'running'");
    for ($n = 0; $n < 15_000; $n++) {
        $isTaken->execute([$id]);
        if ($isTaken->fetchColumn()) {
            usleep((int) $us);
            break;
        }
        usleep(200);
    }
    posix_kill($own, SIGKILL); // also when it was never taken: it may wait for what another dead one had in hand
    posix_kill(getmypid(), SIGKILL);
}
if ((int) $us === 0) { // too short to be hit from outside: between taking it and the first step
    Leases::take((int) $id, Leases::holder());
    sleep(20);
}
while (Finding::query()->whereKey($id)->whereIn('state', ['waiting', 'running'])->exists()) {
    $kernel->call('queue:work', ['--queue' => 'short,long,late', '--once' => true, '--quiet' => true]);
}
