<?php

declare(strict_types=1);

namespace App\Console\Commands;

/** Milliseconds between laps, by name. */
final class Stopwatch
{
    /** @var array<string, float> */
    public array $laps = [];

    private int $since;

    public function __construct()
    {
        $this->since = hrtime(true);
    }

    public function lap(string $name): void
    {
        $now = hrtime(true);
        $this->laps[$name] = round(($now - $this->since) / 1e6, 1);
        $this->since = $now;
    }
}
