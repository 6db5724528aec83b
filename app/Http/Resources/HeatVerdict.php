<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Wrenlo\Core\Lithophane\LampHeat;

/** How a polymer bears a lamp. */
final readonly class HeatVerdict
{
    /** @param  'safe'|'near'|'soft'  $verdict */
    private function __construct(public string $polymer, public float $glassC, public string $verdict) {}

    /** @return list<self> */
    public static function all(LampHeat $heat): array
    {
        $found = [];
        foreach ($heat->verdicts() as $polymer => $verdict) {
            $found[] = new self($polymer, LampHeat::glassC($polymer)[0] ?? 0.0, $verdict);
        }

        return $found;
    }
}
