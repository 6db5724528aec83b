<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\User;

/** Everything a person prints with. */
final readonly class Shelf
{
    /**
     * @param  list<ShelfItem>  $printers
     * @param  list<ShelfItem>  $nozzles
     * @param  list<ShelfItem>  $filaments
     */
    private function __construct(public array $printers, public array $nozzles, public array $filaments, public string $currency) {}

    public static function of(User $user): self
    {
        $items = static fn (string $kind): array => array_values($user->{$kind}()->orderBy('id')->get()->map(ShelfItem::of(...))->all());

        return new self($items('printers'), $items('nozzles'), $items('filaments'), $user->currency);
    }
}
