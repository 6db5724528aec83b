<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

/** The same of the stance that was taken, for its place in the cabinet and its sheet. */
final class StandingPortrait extends ContactPrint
{
    protected const PX = 320;

    public static function name(): string
    {
        return 'standing';
    }
}
