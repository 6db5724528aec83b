<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** What would make a photo fitter, and the change that does it. */
final readonly class PhotoAdvice
{
    /** @param  array<string, float>  $change  parts of its tones */
    private function __construct(public string $code, public string $sentence, public array $change) {}

    /** @param  array{code: string, sentence: string, change: array<string, float>}  $row */
    public static function of(array $row): self
    {
        return new self($row['code'], $row['sentence'], $row['change']);
    }
}
