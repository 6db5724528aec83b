<?php

declare(strict_types=1);

namespace Tests\Support;

use RuntimeException;

final class FreePort
{
    public static function find(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('No free port.');
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return (int) substr((string) strrchr($name, ':'), 1);
    }

    public static function waitFor(int $port, float $seconds = 20): void
    {
        $end = microtime(true) + $seconds;
        while (microtime(true) < $end) {
            set_error_handler(static fn (): bool => true); // a refusal is what is waited out here
            $socket = fsockopen('127.0.0.1', $port, $code, $message, 0.2);
            restore_error_handler();
            if ($socket) {
                fclose($socket);

                return;
            }
            usleep(50_000);
        }
        throw new RuntimeException("Nothing answers on port {$port}.");
    }
}
