<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Http\Resources\HoldGap;
use App\Http\Resources\HoldReading;
use App\Plans\Bench;
use Wrenlo\Core\Support\Droop;
use Wrenlo\Core\Support\Overhangs;

/** What the Hold station is drawn from, but for the places themselves, which have an address of their own. */
final readonly class HoldPage
{
    /** Share of a line that has to lie on the line below: usual, and with strong cooling (common practice, no source). */
    private const USUAL = 0.5;

    private const COOLED = 0.75;

    /**
     * @param  list<string>  $accepted
     * @param  list<list<float>>  $without  contacts taken away, plate frame of the stance
     * @param  list<list<float>>  $also  contacts set
     */
    private function __construct(
        public float $limitDeg, public float $customaryDeg, public float $usualDeg, public float $cooledDeg, public float $lineMm, public float $layerMm, public array $accepted,
        public ?Way $way, public bool $isPlateOnly, public HoldGap $gap, public ?float $bridgeMm, public float $spanMm, public ?float $smallMm2, public float $reliefDeg, public array $without, public array $also, public HoldReading $reading, public string $currency,
    ) {}

    public static function of(Bench $bench): self
    {
        $hold = $bench->hold();
        $rules = $bench->subject()->rules();
        $line = $bench->profile()->lineMm;
        $held = $hold->heldIn($bench->stand()->stance);

        return new self(
            limitDeg: $rules->limitDeg, customaryDeg: HoldDecision::CUSTOMARY_DEG, usualDeg: Overhangs::limitDeg($line, $rules->layerMm, self::USUAL), cooledDeg: Overhangs::limitDeg($line, $rules->layerMm, self::COOLED),
            lineMm: $line, layerMm: $rules->layerMm, accepted: $hold->accepted, way: $hold->way, isPlateOnly: $hold->isPlateOnly, gap: HoldGap::of($bench), bridgeMm: $hold->bridgeMm, spanMm: Droop::spanMm($bench->tools()[2]->polymer), smallMm2: $hold->smallMm2,
            reliefDeg: $hold->reliefDeg, without: $held['without'], also: $held['also'], reading: HoldReading::of($bench), currency: $bench->piece->user->currency,
        );
    }
}
