<?php

declare(strict_types=1);

namespace App\Enums;

/** Where an analysis stands. `Ranked` means that stances can be looked at while the best are still being proven. */
enum AnalysisState: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Ranked = 'ranked';
    case Done = 'done';
    case Failed = 'failed';
    case Cancelled = 'cancelled';

    /** Its stances are there, proven or not. */
    public function isRanked(): bool
    {
        return in_array($this, [self::Ranked, self::Done], true);
    }

    public function isUnderWay(): bool
    {
        return in_array($this, [self::Waiting, self::Running, self::Ranked], true);
    }
}
