<?php

declare(strict_types=1);

use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kinds\Bed;
use App\Findings\Kinds\ContactPrint;
use App\Findings\Kinds\Finalists;
use App\Findings\Kinds\Heights;
use App\Findings\Kinds\Portrait;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\Score;
use App\Findings\Kinds\Sight;
use App\Findings\Kinds\StandingPortrait;
use App\Findings\Kinds\Surface;
use App\Findings\Kinds\Thickness;
use App\Findings\Subject;
use App\Models\Finding;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Tests\Support\Workshop;
use Wrenlo\Core\Geometry\Vec3;

beforeEach(fn () => $this->redis = null);

afterEach(function () {
    $this->shop?->close();
    $this->redis?->stop(2, SIGKILL);
    Illuminate\Support\Facades\Redis::purge();
});

/** Debian's Redis on a socket of its own, kept to memory. @return array<string, string> settings that name it */
function redis(object $test): array
{
    $socket = sys_get_temp_dir().'/wrenlo-redis-'.bin2hex(random_bytes(4)).'.sock';
    $test->redis = new Process(['redis-server', '--port', '0', '--unixsocket', $socket, '--save', '', '--appendonly', 'no'], null, null, null, null);
    $test->redis->start();
    for ($n = 0; $n < 100 && ! file_exists($socket); $n++) {
        usleep(50_000);
    }

    return ['QUEUE_CONNECTION' => 'redis', 'CACHE_STORE' => 'redis', 'REDIS_SCHEME' => 'unix', 'REDIS_SOCKET' => $socket];
}

it('finishes 300 findings with two workers, one killed again and again: none lost, none twice', function (string $over) {
    $this->shop = Workshop::open($this->app, $over === 'redis' ? redis($this) : []);
    // who began and who ended what, written by the database itself
    DB::unprepared("create table ends (finding_id int); create trigger ended after update of state on findings when new.state = 'done' and old.state <> 'done' begin insert into ends values (new.id); end;");
    $piece = Pieces::fromBytes(Solids::stl(Solids::cone(15, 40, 40)), 'cone.stl');
    $subject = Pieces::bench($piece)->subject();
    $asked = [];
    foreach ([Report::class, Sight::class, Surface::class, Portrait::class, Finalists::class, Thickness::class] as $kind) {
        $asked[] = Findings::ask($kind, $subject)->id;
    }
    $heap = fn (int $k): Subject => $subject->standing(new Vec3(cos($k), sin($k), 0.3 + $k / 40))->with(Input::Bed, ['x_mm' => 200.0 + $k, 'y_mm' => 200.0, 'z_mm' => 200.0]);
    for ($k = 0; count($asked) < 300; $k++) {
        foreach ([Proof::class, ContactPrint::class, StandingPortrait::class, Score::class, Bed::class, Heights::class] as $kind) {
            count($asked) < 300 && $asked[] = Findings::ask($kind, $heap($k))->id;
        }
    }
    expect(array_unique($asked))->toHaveCount(300);
    $steady = $this->shop->worker();
    $done = fn (): int => Finding::query()->whereIn('id', $asked)->where('state', 'done')->count();
    $kills = 0;
    $other = $this->shop->worker();
    foreach ([25, 70, 120, 170, 230] as $mark) {
        Workshop::until("{$mark} done", 120, fn (): bool => $done() >= $mark);
        // while it has something in hand
        for ($n = 0; $n < 200 && Finding::query()->where('state', 'running')->where('leased_by', 'like', '%:'.$other->getPid().':%')->doesntExist(); $n++) {
            usleep(3000);
        }
        Workshop::kill($other);
        $kills++;
        $other = $this->shop->worker();
    }
    Workshop::until('all of them', 180, fn (): bool => ! Finding::query()->whereIn('state', ['waiting', 'running'])->exists());
    $all = Finding::query()->count();
    expect($done())->toBe(300)
        ->and(Finding::query()->where('state', '!=', 'done')->count())->toBe(0)
        // none twice: every finding came to its end once
        ->and(DB::table('ends')->count())->toBe($all)->and(DB::table('ends')->distinct()->count('finding_id'))->toBe($all)
        ->and($kills)->toBe(5)->and($steady->isRunning())->toBeTrue()->and($this->shop->log())->toBe('');
    $over === 'redis' && expect(DB::table('jobs')->count())->toBe(0);
})->with(['database', 'redis']);
