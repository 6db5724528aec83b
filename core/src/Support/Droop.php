<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/**
 * What to expect of a place that is printed without support, as a class: by how far it leans over the limit, or how long its bridge is against what the filament
 * spans. All of it common practice, no source; one's own test prints know better.
 */
enum Droop: string
{
    case None = 'none';
    case Slight = 'slight';
    case Visible = 'visible';
    case Strong = 'strong';
    case Falls = 'falls';

    /** Bridges up to this length hang straight, by filament; mm. */
    private const SPANS_MM = ['PLA' => 15.0, 'PETG' => 10.0, 'ABS' => 10.0, 'ASA' => 10.0, 'TPU' => 5.0];

    private const OTHER_MM = 8.0;

    /** Leaning over the limit by up to these many degrees. */
    private const OVER_DEG = ['slight' => 6.0, 'visible' => 20.0];

    public static function spanMm(string $polymer): float
    {
        return self::SPANS_MM[strtoupper($polymer)] ?? self::OTHER_MM;
    }

    /**
     * @param  float  $leanDeg  of most of it, from the vertical
     * @param  ?float  $spanMm  of a bridge
     */
    public static function of(RegionKind $kind, float $leanDeg, float $limitDeg, ?float $spanMm, string $polymer): self
    {
        if ($kind === RegionKind::Island || $kind === RegionKind::Point) {
            return self::Falls;
        }
        if ($kind === RegionKind::Bridge && $spanMm !== null) {
            $share = $spanMm / self::spanMm($polymer);

            return $share <= 0.4 ? self::None : ($share <= 1.0 ? self::Slight : ($share <= 2.0 ? self::Visible : self::Strong));
        }
        $over = $leanDeg - $limitDeg;

        return $over <= self::OVER_DEG['slight'] ? self::Slight : ($over <= self::OVER_DEG['visible'] ? self::Visible : self::Strong);
    }

    public function words(): string
    {
        return match ($this) {
            self::None => 'hangs straight',
            self::Slight => 'rough underneath, hardly seen',
            self::Visible => 'droops where one looks',
            self::Strong => 'curls and sags: a line or two will hang loose',
            self::Falls => 'begins in the air: it will not be there',
        };
    }
}
