<?php

declare(strict_types=1);

use Tests\TestCase;

pest()->extend(TestCase::class)->in('Feature');

/**
 * Runs a command as the shell would and reads its JSON.
 *
 * @return array<string, mixed>
 */
function wrenlo(string $command, array $arguments): array
{
    expect(Illuminate\Support\Facades\Artisan::call("wrenlo:{$command}", [...$arguments, '--json' => true]))->toBe(0);

    return json_decode(Illuminate\Support\Facades\Artisan::output(), true, flags: JSON_THROW_ON_ERROR);
}

/** Notes a decision in the plan of a piece, as the screen does. */
function decide(App\Models\Piece $piece, array $changes): Illuminate\Testing\TestResponse
{
    return test()->put("/pieces/{$piece->id}/plan", $changes);
}
