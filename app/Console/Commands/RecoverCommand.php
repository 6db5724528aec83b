<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Run before the first worker starts: jobs that a killed worker had in hand go back to the queue at once. */
final class RecoverCommand extends Command
{
    protected $signature = 'wrenlo:recover';

    protected $description = 'Give back jobs whose worker is gone (only while no worker runs)';

    public function handle(): int
    {
        $count = DB::table('jobs')->whereNotNull('reserved_at')->update(['reserved_at' => null]);
        $count > 0 && $this->line("{$count} interrupted ".($count === 1 ? 'job goes' : 'jobs go').' on.');

        return self::SUCCESS;
    }
}
