<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Plans\Bench;
use Wrenlo\Core\Orientation\Lean;

/** A piece that may be set on a plate with others. */
final readonly class PlatePiece
{
    /** @param  ?string  $lean  how it stands; null where that is not decided yet */
    private function __construct(public int $id, public string $name, public string $plan, public ?string $lean, public ?float $layerMm) {}

    public static function of(Bench $bench): self
    {
        $stance = $bench->stand()->stance;

        return new self($bench->piece->id, $bench->piece->name, $bench->plan->name, $stance === null ? null : Lean::words($stance->up, $bench->look()->display), $bench->layers()->layerMm);
    }
}
