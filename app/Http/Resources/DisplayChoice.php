<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Sight\DisplayMode;

/** A way to show a piece, with where viewers usually stand. */
final readonly class DisplayChoice
{
    public function __construct(public DisplayMode $key, public string $label, public float $spreadDeg, public float $eyeDeg) {}
}
