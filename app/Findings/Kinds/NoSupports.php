<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use Wrenlo\Core\Support\SupportStyle;

final class NoSupports extends Supports
{
    public static function name(): string
    {
        return 'unheld';
    }

    public static function words(): string
    {
        return 'Looking what would print into the air';
    }

    protected static function style(): SupportStyle
    {
        return SupportStyle::None;
    }
}
