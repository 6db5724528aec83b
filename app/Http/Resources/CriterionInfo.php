<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Criterion;

/** What a slider weighs, and how its number comes about. */
final readonly class CriterionInfo
{
    private function __construct(
        public string $key, public string $label, public string $unit, public int $decimals, public bool $lowerIsBetter, public string $why,
    ) {}

    /** @return list<self> */
    public static function all(): array
    {
        return array_values(array_map(
            static fn (Criterion $c): self => new self($c->key, $c->label, $c->metric->unit, $c->metric->decimals, $c->lowerIsBetter(), $c->why),
            Criteria::all(),
        ));
    }
}
