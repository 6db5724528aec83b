<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\Connectors\SQLiteConnector;

final class ImmediateSqliteConnector extends SQLiteConnector
{
    /** @param  array<int, mixed>  $options */
    protected function createPdoConnection($dsn, $username, #[\SensitiveParameter] $password, $options): ImmediatePdo
    {
        return new ImmediatePdo($dsn, $username, $password, $options);
    }
}
