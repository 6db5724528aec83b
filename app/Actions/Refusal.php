<?php

declare(strict_types=1);

namespace App\Actions;

use RuntimeException;

/** Something a person asked for cannot be done, in one sentence beside the field it concerns. Answered as 422. */
final class Refusal extends RuntimeException
{
    private function __construct(public readonly string $field, string $sentence)
    {
        parent::__construct($sentence);
    }

    public static function because(string $field, string $sentence): self
    {
        return new self($field, $sentence);
    }
}
