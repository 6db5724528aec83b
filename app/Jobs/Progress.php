<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Exceptions\AnalysisCancelled;
use App\Models\Analysis;
use App\Models\ThicknessRun;

/** Writes progress in words and per cent, at most five times a second, and looks whether the person wants to stop. */
final class Progress
{
    private const EVERY_NS = 200_000_000;

    private int $last = 0;

    public function __construct(private readonly Analysis|ThicknessRun $run) {}

    /** @throws AnalysisCancelled */
    public function say(int $percent, string $words): void
    {
        $this->checkForStop();
        $this->last = hrtime(true);
        $this->run->update(['percent' => max($this->run->percent, $percent), 'words' => $words]);
    }

    /** @throws AnalysisCancelled */
    public function tick(float $percent, string $words): void
    {
        if (hrtime(true) - $this->last >= self::EVERY_NS) {
            $this->say((int) $percent, $words);
        }
    }

    private function checkForStop(): void
    {
        $now = $this->run->newQuery()->whereKey($this->run->id)->value('cancel_requested');
        if ($now === null || (bool) $now) {
            throw new AnalysisCancelled;
        }
    }
}
