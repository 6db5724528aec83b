<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Stations\Hold\HoldDecision;
use Wrenlo\Core\Support\Droop;
use Wrenlo\Core\Support\RegionKind;
use Wrenlo\Core\Support\Treatment;

/** A place that needs holding, as the Hold station lists it. */
final readonly class HeldPlace
{
    /**
     * @param  string  $key  stays the same while kind and place do
     * @param  list<float>  $atMm  its lowest place, plate frame of the stance
     * @param  list<float>  $atFileMm  the same, file frame
     * @param  string  $droop  what to expect of it printed without
     * @param  int  $number  in the file of places; 0 where it is not in it
     * @param  bool  $isSpared  printed without by a rule
     * @param  ?Treatment  $treated  how it is held, where not as the rest is
     */
    private function __construct(
        public string $key, public RegionKind $kind, public string $label, public string $why, public float $areaMm2, public float $zMinMm, public float $zMaxMm, public float $seen,
        public array $atMm, public array $atFileMm, public ?float $spanMm, public string $droop, public bool $isAccepted, public ?Treatment $treated, public int $number, public bool $isSpared,
    ) {}

    /**
     * @param  array<string, mixed>  $row  of Region::toArray
     * @param  string  $polymer  of the filament
     */
    public static function of(array $row, HoldDecision $hold, float $limitDeg, string $polymer): self
    {
        $kind = RegionKind::from($row['kind']);
        $key = $row['key'];
        $isSpared = $kind->isSpared($row['area_mm2'], $row['span_mm'], (float) $hold->bridgeMm, (float) $hold->smallMm2);

        return new self(
            key: $key, kind: $kind, label: $kind->label(), why: $kind->why(), areaMm2: $row['area_mm2'], zMinMm: $row['z_min_mm'], zMaxMm: $row['z_max_mm'], seen: $row['seen'],
            atMm: $row['at_mm'], atFileMm: $row['at_file_mm'], spanMm: $row['span_mm'], droop: Droop::of($kind, $row['lean_deg'], $limitDeg, $row['span_mm'], $polymer)->words(),
            isAccepted: in_array($key, $hold->accepted, true) || $isSpared, treated: $hold->treated[$key] ?? null, number: $row['number'], isSpared: $isSpared,
        );
    }
}
