<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Foundation\Testing\TestCase as BaseTestCase;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\Workshop;

/** An application whose database is a file that workers share: no transaction round the test. */
abstract class WorkersCase extends BaseTestCase
{
    public ?Workshop $shop = null;

    public ?Process $redis = null;

    protected function tearDown(): void
    {
        DB::purge('sqlite');
        parent::tearDown();
    }
}
