<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use Wrenlo\Core\Support\SupportStyle;

final class PaintedSupports extends Supports
{
    public static function name(): string
    {
        return 'painted';
    }

    public static function words(): string
    {
        return 'Growing trees under what is marked';
    }

    protected static function style(): SupportStyle
    {
        return SupportStyle::Painted;
    }
}
