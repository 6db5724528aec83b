<?php

declare(strict_types=1);

namespace App\Enums;

/** Where a finding stands. There is no other state of a computation anywhere. */
enum FindingState: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Done = 'done';
    case Failed = 'failed';
    case Cancelled = 'cancelled';

    public function isUnderWay(): bool
    {
        return $this === self::Waiting || $this === self::Running;
    }
}
