<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Plan;
use App\Plans\Bench;
use App\Plans\Plans;

/** A plan of a piece, in the list of them. */
final readonly class PlanInfo
{
    /** @param  ?PlanChange  $newest  of the steps that are kept */
    public function __construct(public int $id, public string $name, public bool $isCurrent, public int $version, public ?string $undo, public ?string $redo, public ?PlanChange $newest) {}

    public static function of(Plan $plan): self
    {
        return new self($plan->id, $plan->name, $plan->is_current, $plan->version, Plans::next($plan, -1)?->words, Plans::next($plan, 1)?->words, PlanChange::newest($plan));
    }

    /** @return list<self> */
    public static function all(Bench $bench): array
    {
        return array_values($bench->piece->plans()->orderBy('id')->get()->map(static fn (Plan $p): self => new self($p->id, $p->name, $p->is_current, $p->version, null, null, null))->all());
    }
}
