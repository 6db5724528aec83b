<?php

declare(strict_types=1);

namespace App\Findings;

use App\Models\Finding;
use RuntimeException;

/** A finding has to wait for others, which are under way. */
final class NotYet extends RuntimeException
{
    /** @param  list<Finding>  $waitsFor */
    public function __construct(public readonly array $waitsFor)
    {
        parent::__construct('It waits for other findings.');
    }
}
