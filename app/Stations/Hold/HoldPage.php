<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Plans\Bench;
use Wrenlo\Core\Support\Overhangs;

/** What the Hold station is drawn from, but for the places themselves, which have an address of their own. */
final readonly class HoldPage
{
    /** Share of a line that has to lie on the line below: usual, and with strong cooling (common practice, no source). */
    private const USUAL = 0.5;

    private const COOLED = 0.75;

    /** @param  list<string>  $accepted */
    private function __construct(
        public float $limitDeg, public float $customaryDeg, public float $usualDeg, public float $cooledDeg, public float $lineMm, public float $layerMm, public array $accepted,
    ) {}

    public static function of(Bench $bench): self
    {
        $hold = $bench->hold();
        $rules = $bench->subject()->rules();
        $line = $bench->profile()->lineMm;

        return new self(
            $rules->limitDeg, HoldDecision::CUSTOMARY_DEG, Overhangs::limitDeg($line, $rules->layerMm, self::USUAL), Overhangs::limitDeg($line, $rules->layerMm, self::COOLED),
            $line, $rules->layerMm, $hold->accepted,
        );
    }
}
