<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\ExportPlan;
use App\Models\Piece;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** The picture of a piece as it was decided to stand, for its place in the cabinet and its sheet. */
final class DrawChosenStance implements ShouldQueue
{
    use Dispatchable, Queueable;

    public int $tries = 5;

    public function __construct(public readonly int $pieceId) {}

    public function handle(): void
    {
        $piece = Piece::query()->find($this->pieceId);
        if ($piece) {
            ExportPlan::of($piece)?->picture();
        }
    }
}
