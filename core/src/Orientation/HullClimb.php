<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\Polygon;

/** How a hull lies on the plate, direction after direction: the next one is usually near, so each climb begins where the last one ended. */
final class HullClimb
{
    private int $low = 0;

    private int $high = 0;

    public function __construct(private readonly ConvexHull $hull, private readonly Vec3 $centreOfMassMm) {}

    /** @return array{float, float} height of the plate along `up` (the lowest vertex, less the lift) and how far the piece reaches above it, mm */
    public function extent(Vec3 $up, float $liftMm): array
    {
        $this->low = $this->hull->farthest(-$up->x, -$up->y, -$up->z, $this->low);
        $this->high = $this->hull->farthest($up->x, $up->y, $up->z, $this->high);
        $lowest = $this->hull->height($this->low, $up) - $liftMm;

        return [$lowest, $this->hull->height($this->high, $up) - $lowest];
    }

    /**
     * Distance of the centre of mass, seen from above, to the edge of what the piece stands on; negative when it lies
     * outside.
     */
    public function toppleMarginMm(Vec3 $up, float $liftMm): float
    {
        $stance = Rotation::bringingUp($up);
        $centre = $stance->apply($this->centreOfMassMm);

        return Polygon::marginMm($this->footprint($up, $stance, [], $liftMm), [$centre->x, $centre->y]);
    }

    /**
     * Convex outline of what it stands on.
     *
     * @param  list<array{float, float}>  $feet  further points it stands on, in the frame of `Rotation::bringingUp`
     * @return list<array{float, float}>
     */
    public function footprint(Vec3 $up, Rotation $stance, array $feet, float $liftMm): array
    {
        $points = $feet;
        if ($liftMm > StanceRules::PLATE_MM && $feet !== []) {
            return array_map(static fn (int $i): array => $points[$i], Polygon::hull($points)); // it stands on its supports alone
        }
        $this->low = $this->hull->farthest(-$up->x, -$up->y, -$up->z, $this->low);
        foreach ($this->hull->lowest($up, $this->low, StanceRules::PLATE_MM) as $k) {
            $p = $stance->apply(new Vec3($this->hull->x[$k], $this->hull->y[$k], $this->hull->z[$k]));
            $points[] = [$p->x, $p->y];
        }

        return array_map(static fn (int $i): array => $points[$i], Polygon::hull($points));
    }

    /** @return list<array{float, float}> convex outline of the piece seen from above */
    public function shadow(Rotation $stance): array
    {
        [$a, $b, $c, $d, $e, $f] = $stance->rows;
        ['y' => $hy, 'z' => $hz] = get_object_vars($this->hull);
        $x = $y = [];
        foreach ($this->hull->x as $k => $hx) {
            $x[] = $a * $hx + $b * $hy[$k] + $c * $hz[$k];
            $y[] = $d * $hx + $e * $hy[$k] + $f * $hz[$k];
        }

        return array_map(static fn (int $i): array => [$x[$i], $y[$i]], Polygon::hullOf($x, $y));
    }
}
