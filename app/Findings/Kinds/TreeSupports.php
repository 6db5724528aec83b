<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use Wrenlo\Core\Support\SupportStyle;

final class TreeSupports extends Supports
{
    public static function name(): string
    {
        return 'trees';
    }

    public static function words(): string
    {
        return 'Growing trees under what hangs';
    }

    protected static function style(): SupportStyle
    {
        return SupportStyle::Tree;
    }
}
