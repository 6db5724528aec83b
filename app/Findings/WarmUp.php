<?php

declare(strict_types=1);

namespace App\Findings;

use App\Jobs\RunFinding;
use FilesystemIterator;
use Illuminate\Support\Facades\Validator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;

/**
 * So that the first piece of the day does not wait until every class is read and compiled: a worker does this when it starts, the
 * web server when it is asked whether it is up.
 */
final class WarmUp
{
    private const CODE = ['Wrenlo\\Core\\' => 'core/src', 'App\\' => 'app'];

    public static function now(): void
    {
        foreach (self::CODE as $space => $folder) {
            $files = new RecursiveIteratorIterator(new RecursiveDirectoryIterator(base_path($folder), FilesystemIterator::SKIP_DOTS));
            foreach ($files as $file) {
                str_contains((string) $file, '/Console/') || class_exists($space.strtr(substr((string) $file, strlen(base_path($folder)) + 1, -4), '/', '\\'));
            }
        }
        Validator::make([], ['file' => ['required', 'string']])->fails();
        RunFinding::dispatchSync(0); // a call to look at nothing
    }
}
