<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use Wrenlo\Core\Support\SupportStyle;

final class ColumnSupports extends Supports
{
    public static function name(): string
    {
        return 'columns';
    }

    public static function words(): string
    {
        return 'Setting columns under what hangs';
    }

    protected static function style(): SupportStyle
    {
        return SupportStyle::Columns;
    }
}
