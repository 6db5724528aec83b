<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** What a relief takes: hours, plastic, money, layers of so many walls. */
final readonly class ReliefPrint
{
    public function __construct(public float $hours, public float $grams, public float $price, public string $currency, public int $layers, public int $walls) {}
}
