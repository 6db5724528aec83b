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
            $tilt <= 105.0 => 'lying on its '.self::lyingOn($side),
            default => sprintf('upside down, tipped %d° %s', round(180 - $tilt), $side),
        };
    }

    private static function lyingOn(string $side): string
    {
        return match (explode(' ', $side)[0]) {
            'back' => 'back',
            'forward' => 'front',
            'left' => 'left side',
            default => 'right side',
        };
    }

    private static function side(Vec3 $d): string
    {
        $angle = rad2deg(atan2($d->x, -$d->y)); // 0°: back, 90°: the piece leans to the viewers' left
        $names = ['back', 'back left', 'left', 'forward left', 'forward', 'forward right', 'right', 'back right'];

        return $names[((int) round($angle / 45) + 8) % 8];
    }
}
