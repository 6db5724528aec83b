<?php

declare(strict_types=1);

namespace Tests\Fixtures;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Support\Facades\DB;

/** Reads, then writes in a transaction: what loses jobs when transactions begin deferred. */
final class WriteRow implements ShouldQueue
{
    use Dispatchable, Queueable;

    public function __construct(public readonly int $number, public readonly int $userId) {}

    public function handle(): void
    {
        DB::transaction(function (): void {
            DB::table('filaments')->count();
            DB::table('filaments')->insert(['user_id' => $this->userId, 'name' => "job {$this->number}", 'polymer' => 'PLA', 'density_g_per_cm3' => 1, 'price_per_kg' => 1]);
        });
    }
}
