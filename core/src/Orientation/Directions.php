<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;

/** The directions a search begins with: the piece's own pose, the whole sphere, and every side it could rest on. */
final class Directions
{
    /** Sides of the hull tried as resting poses, largest first; the rest are slivers between them. */
    private const MAX_HULL_SIDES = 400;

    /** A resting pose this near to an earlier one is the same pose. */
    private const SAME_DEG = 0.6;

    /**
     * @param  Vec3  $shownUp  unit: up when the piece is shown, its own pose
     * @return list<array{Vec3, Origin}>
     */
    public static function for(StanceSketch $sketch, Vec3 $shownUp, int $sphere): array
    {
        return self::with(self::resting($sketch, $shownUp), $sphere);
    }

    /**
     * @param  list<array{Vec3, Origin}>  $resting
     * @return list<array{Vec3, Origin}>
     */
    public static function with(array $resting, int $sphere): array
    {
        return [...$resting, ...array_map(static fn (Vec3 $d): array => [$d, Origin::Sphere], self::fibonacci($sphere))];
    }

    /**
     * Its own pose and the sides it could rest on, however many others are tried.
     *
     * @return list<array{Vec3, Origin}>
     */
    public static function resting(StanceSketch $sketch, Vec3 $shownUp): array
    {
        $resting = [[$shownUp, Origin::File]];
        $bins = $sketch->bins->bins;
        foreach ($sketch->bins->flats as $b) {
            $resting[] = [new Vec3(-$bins->nx[$b], -$bins->ny[$b], -$bins->nz[$b]), Origin::Flat];
        }
        foreach ($sketch->hull->sides(self::MAX_HULL_SIDES) as [$normal]) {
            $resting[] = [$normal->scaled(-1), Origin::Hull];
        }

        return self::distinct($resting);
    }

    /**
     * Points spread evenly over the sphere along a spiral with the golden angle.
     *
     * @return list<Vec3> unit
     */
    public static function fibonacci(int $count): array
    {
        $golden = M_PI * (3 - sqrt(5));
        $points = [];
        for ($k = 0; $k < $count; $k++) {
            $z = 1 - (2 * $k + 1) / $count;
            $r = sqrt(1 - $z * $z);
            $points[] = new Vec3($r * cos($golden * $k), $r * sin($golden * $k), $z);
        }

        return $points;
    }

    /**
     * @param  list<array{Vec3, Origin}>  $directions
     * @return list<array{Vec3, Origin}>
     */
    private static function distinct(array $directions): array
    {
        $kept = $x = $y = $z = [];
        $limit = cos(deg2rad(self::SAME_DEG));
        foreach ($directions as [$d, $origin]) {
            [$dx, $dy, $dz] = [$d->x, $d->y, $d->z];
            foreach ($x as $k => $kx) {
                if ($dx * $kx + $dy * $y[$k] + $dz * $z[$k] > $limit) {
                    continue 2;
                }
            }
            $unit = $d->unit();
            $kept[] = [$unit, $origin];
            $x[] = $unit->x;
            $y[] = $unit->y;
            $z[] = $unit->z;
        }

        return $kept;
    }

    /** How many `around` gives. */
    public const AROUND = 4;

    /** @return list<Vec3> four directions this far from `up`, square to one another */
    public static function around(Vec3 $up, float $turnDeg): array
    {
        $side = $up->cross(abs($up->z) < 0.9 ? new Vec3(0, 0, 1) : new Vec3(1, 0, 0))->unit();
        $other = $up->cross($side);
        $tan = tan(deg2rad($turnDeg));

        return array_map(
            static fn (Vec3 $d): Vec3 => $up->plus($d->scaled($tan))->unit(),
            [$side, $side->scaled(-1), $other, $other->scaled(-1)],
        );
    }
}
