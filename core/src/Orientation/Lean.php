<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Sight\Display;

/** A stance in words, against how the piece will be shown: “upright”, “leaning 28° back”, “lying on its left side”. */
final class Lean
{
    /** @param  Vec3  $up unit, file frame: what becomes +Z on the plate */
    public static function words(Vec3 $up, Display $display): string
    {
        // In shelf terms: where the plate's up points, seen from the piece. z up, −y viewers, +x the viewers' right.
        $d = $display->toShelf()->apply($up);
        $tilt = rad2deg(acos(max(-1.0, min(1.0, $d->z))));
        // Up moving towards the viewers' side (−y) means that the piece itself leans away from them: back.
        $side = self::side($d);

        return match (true) {
            $tilt < 1.0 => 'upright',
            $tilt > 179.0 => 'upside down',
            $tilt < 75.0 => sprintf('leaning %d° %s', round($tilt), $side),
            $tilt <= 105.0 => 'lying on its '.self::lyingOn($side).self::raised($tilt),
            default => sprintf('upside down, tipped %d° %s', round(180 - $tilt), $side),
        };
    }

    private static function lyingOn(string $side): string
    {
        [$first, $second] = [...explode(' ', $side), null];
        $on = match ($first) {
            'back' => 'back',
            'forward' => 'front',
            'left' => 'left side',
            default => 'right side',
        };

        return $second === null ? $on : "{$on}, rolled {$second}";
    }

    /** What is left of a lying piece’s tilt, when an eye would notice. */
    private static function raised(float $tilt): string
    {
        $deg = (int) round(abs(90 - $tilt));

        return $deg < 3 ? '' : sprintf(', %s %d° up', $tilt < 90 ? 'head' : 'foot', $deg);
    }

    private static function side(Vec3 $d): string
    {
        $angle = rad2deg(atan2($d->x, -$d->y)); // 0°: back, 90°: the piece leans to the viewers' left
        $names = ['back', 'back left', 'left', 'forward left', 'forward', 'forward right', 'right', 'back right'];

        return $names[((int) round($angle / 45) + 8) % 8];
    }
}
