<?php

declare(strict_types=1);

namespace App\Findings;

use App\Models\Finding;

/**
 * Extends the lease of what a worker has in hand while a kernel runs that says nothing for seconds. By an alarm signal; the
 * queue's own use of it (a time limit) is taken over here: a finding that runs longer than MOST_S is not extended any more.
 */
final class Heartbeat
{
    private const EVERY_S = 3;

    private const MOST_S = 900;

    private function __construct(private readonly int $id, private readonly string $holder, private readonly int $until) {}

    public static function start(int $id, string $holder): ?self
    {
        if (PHP_SAPI !== 'cli' || ! function_exists('pcntl_alarm')) {
            return null;
        }
        $beat = new self($id, $holder, time() + self::MOST_S);
        pcntl_async_signals(true);
        pcntl_signal(SIGALRM, static fn () => $beat->beat());
        pcntl_alarm(self::EVERY_S);

        return $beat;
    }

    private function beat(): void
    {
        if (time() < $this->until) {
            Finding::query()->whereKey($this->id)->where('leased_by', $this->holder)->update(['lease_until' => time() + Leases::SECONDS]);
            pcntl_alarm(self::EVERY_S);
        }
    }

    public function stop(): void
    {
        pcntl_alarm(0);
        pcntl_signal(SIGALRM, SIG_DFL);
    }
}
