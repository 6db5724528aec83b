<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** What of the supports comes off in one go, once those of the rounds before are gone. */
final readonly class RemovalRound
{
    /** @param  bool  $isForced  something is still before them: they have to be broken */
    private function __construct(public int $pieces, public int $contacts, public bool $isForced) {}

    /**
     * @param  list<array<string, mixed>>  $rows  of Removal::toArray
     * @return list<self>
     */
    public static function of(array $rows): array
    {
        $rounds = [];
        foreach ($rows as $row) {
            [$pieces, $contacts] = $rounds[$row['round']] ?? [0, 0, false];
            $rounds[$row['round']] = [$pieces + 1, $contacts + $row['contacts'], (bool) $row['forced']];
        }

        return array_values(array_map(static fn (array $r): self => new self(...$r), $rounds));
    }
}
