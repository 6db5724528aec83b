<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Findings\Sweep;
use Illuminate\Console\Command;

/** Lets old findings go, by age and by size; run by the schedule every hour. */
final class SweepCommand extends Command
{
    protected $signature = 'wrenlo:sweep {--most-bytes= : keep no more than this} {--most-days= : keep nothing that was not used for so long} {--json : print JSON}';

    protected $description = 'Let go of findings that nobody has used for long';

    public function handle(): int
    {
        foreach (['most-bytes', 'most-days'] as $option) {
            if ($this->option($option) !== null && ! ctype_digit((string) $this->option($option))) {
                $this->error("--{$option} needs a whole number.");

                return self::FAILURE;
            }
        }
        $gone = Sweep::old((int) ($this->option('most-bytes') ?? config('wrenlo.findings_most_bytes')), (int) ($this->option('most-days') ?? config('wrenlo.findings_most_days')));
        $this->line($this->option('json') ? (string) json_encode($gone) : "{$gone['findings']} ".($gone['findings'] === 1 ? 'finding' : 'findings').' let go, '.number_format($gone['bytes'] / 1e6, 1).' MB.');

        return self::SUCCESS;
    }
}
