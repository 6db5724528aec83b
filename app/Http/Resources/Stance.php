<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\StanceChoice;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Criterion;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\StanceNumbers;

/** One stance with its numbers and its reason. Its id is its value: where it points and how far it is lifted. */
final readonly class Stance
{
    /**
     * @param  list<float>  $up
     * @param  string  $reason  numbers between asterisks
     * @param  array<string, float>  $values  by criterion key, the best number known
     * @param  ?list<float>  $weakestAt  the middle of its weakest section, file frame, mm; null before the proof
     */
    private function __construct(
        public string $id, public int $rank, public float $score, public array $up, public float $liftMm, public float $turnDeg, public string $lean,
        public Origin $origin, public string $reason, public ?string $picture, public array $values, public StanceNumbers $numbers, public ?array $weakestAt,
    ) {}

    public static function of(StanceChoice $choice, Origin $origin, StanceNumbers $numbers, string $lean, string $reason = '', int $rank = 0, float $score = 0.0, ?string $picture = null, ?Vec3 $weakestAt = null): self
    {
        return new self(
            id: $choice->id(), rank: $rank, score: $score, up: $choice->up->toArray(), liftMm: $choice->liftMm, turnDeg: $choice->turnDeg, lean: $lean,
            origin: $origin, reason: $reason, picture: $picture, values: array_map(static fn (Criterion $c): float => $c->value($numbers), Criteria::all()), numbers: $numbers, weakestAt: $weakestAt?->toArray(),
        );
    }
}
