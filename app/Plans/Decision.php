<?php

declare(strict_types=1);

namespace App\Plans;

/** What was decided at a station: a small value, never a pointer to something computed. */
interface Decision
{
    /** @return array<string, mixed> */
    public function toArray(): array;

    /** @param  array<string, mixed>  $row  as made by toArray */
    public static function fromArray(array $row): static;

    /** What changed, for the step that can be undone: “Take stance, leaning 28° back”. */
    public function words(self $before): string;
}
