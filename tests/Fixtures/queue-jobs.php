<?php

declare(strict_types=1);

// Puts jobs into the queue of the database named in the environment. Called by tests/Feature/StorageTest.php.
require dirname(__DIR__, 2).'/vendor/autoload.php';
$app = require dirname(__DIR__, 2).'/bootstrap/app.php';
$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
$id = App\Actions\SetUpPerson::local()->id;
for ($n = 0; $n < (int) $argv[1]; $n++) {
    Tests\Fixtures\WriteRow::dispatch($n, $id);
}
