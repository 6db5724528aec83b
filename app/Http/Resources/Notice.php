<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** A warning about a file. */
final readonly class Notice
{
    public function __construct(public string $code, public string $message) {}
}
