<?php

declare(strict_types=1);

namespace App\Findings;

use App\Jobs\RunFinding;
use App\Models\Finding;

/** A process that ends over what it has in hand (memory, time) still says so: an attempt with its reason, two of them a failure. */
final class FatalEnd
{
    /** @var ?array{Finding, string} */
    private static ?array $inHand = null;

    private static bool $isWatching = false;

    private static string $reserve = '';

    public static function watch(Finding $finding, string $holder): void
    {
        self::$inHand = [$finding, $holder];
        self::$reserve = self::$reserve ?: str_repeat('.', 2 << 20);
        if (! self::$isWatching) {
            self::$isWatching = true;
            register_shutdown_function(self::ended(...));
        }
    }

    public static function over(): void
    {
        self::$inHand = null;
    }

    private static function ended(): void
    {
        $error = error_get_last();
        if (self::$inHand === null || $error === null || $error['type'] !== E_ERROR) {
            return;
        }
        self::$reserve = '';
        MeshInHand::letGo();
        RunFinding::broken(...[...self::$inHand, str_contains($error['message'], 'memory size') ? 'memory' : (str_contains($error['message'], 'execution time') ? 'time' : 'internal')]);
    }
}
