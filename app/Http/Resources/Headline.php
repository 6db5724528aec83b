<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** A station on the route card. */
final readonly class Headline
{
    /**
     * @param  'open'|'next'|'done'|'shut'  $state
     * @param  ?string  $again  what changed under its decision; numbers between asterisks
     */
    public function __construct(public string $key, public string $name, public string $figure, public string $state, public ?string $detail = null, public ?string $again = null) {}
}
