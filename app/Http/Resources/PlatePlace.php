<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;

/** Where a piece lies on a plate, the bed's middle at 0. */
final readonly class PlatePlace
{
    /** @param  list<list<float>>  $outline  its hull from above, mm */
    private function __construct(public int $pieceId, public string $name, public float $turnDeg, public float $xMm, public float $yMm, public array $outline) {}

    /**
     * @param  array{float, float, float}  $place
     * @param  list<list<float>>  $outline
     */
    public static function of(Piece $piece, array $place, array $outline): self
    {
        return new self($piece->id, $piece->name, (float) $place[0], (float) $place[1], (float) $place[2], $outline);
    }
}
