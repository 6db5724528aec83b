<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Findings\Leases;
use Illuminate\Console\Command;

/** Gives back what killed workers had in hand. Workers and pages do the same by themselves; this is for a start, and for scripts. */
final class RecoverCommand extends Command
{
    protected $signature = 'wrenlo:recover';

    protected $description = 'Give back findings whose worker is gone';

    public function handle(): int
    {
        $count = Leases::recover();
        $count > 0 && $this->line("{$count} interrupted ".($count === 1 ? 'finding goes' : 'findings go').' on.');

        return self::SUCCESS;
    }
}
