<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Foundation\Testing\TestCase as BaseTestCase;

/** An application with an empty database and a storage folder of its own. */
abstract class TestCase extends BaseTestCase
{
    use RefreshDatabase;

    private string $storage;

    protected function setUp(): void
    {
        parent::setUp();
        $this->storage = sys_get_temp_dir().'/wrenlo-test-'.bin2hex(random_bytes(6));
        mkdir($this->storage.'/framework/views', 0700, true);
        $this->app->useStoragePath($this->storage);
        config(['filesystems.disks.derived.root' => $this->storage.'/app/derived']);
        $this->withoutVite();
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->storage));
        parent::tearDown();
    }
}
