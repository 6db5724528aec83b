<?php

declare(strict_types=1);

namespace App\Findings;

use Closure;

/** What came out: the few numbers screens read, and what is too long for a row. */
final readonly class Result
{
    /**
     * @param  array<string, mixed>  $headline
     * @param  array<string, string|Closure(resource): void>  $blobs  name → bytes, or what writes them onto a stream
     */
    public function __construct(public array $headline, public array $blobs = []) {}
}
