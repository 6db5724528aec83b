<?php

declare(strict_types=1);

namespace App\Findings;

use App\Models\Finding;

/** Writes how far a finding is in words and per cent, at most five times a second; that is also its heartbeat, and where a stop is noticed. */
final class Progress
{
    private const EVERY_NS = 200_000_000;

    private int $last = 0;

    public function __construct(private readonly Finding $finding, private readonly string $holder) {}

    /** @throws Stopped */
    public function say(float $percent, string $words): void
    {
        $this->last = hrtime(true);
        $this->finding->percent = max($this->finding->percent, (int) $percent);
        Leases::extend($this->finding->id, $this->holder, ['percent' => $this->finding->percent, 'words' => $words]);
    }

    /** @throws Stopped */
    public function tick(float $percent, string $words): void
    {
        if (hrtime(true) - $this->last >= self::EVERY_NS) {
            $this->say($percent, $words);
        }
    }
}
