<?php

declare(strict_types=1);

namespace Wrenlo\Core\Plate;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Polygon;

use function array_map;

/** Several pieces set down on one bed, clear of one another, in the plate frame with its middle at the origin. mm. */
final readonly class Plate
{
    /** Directions that the outline of a piece is taken in. */
    private const DIRECTIONS = 72;

    /**
     * @param  non-empty-list<Mesh>  $pieces  where they stand
     * @param  list<array{float, float, float}>  $places  of each: turn about Z in degrees, and where its middle lies
     */
    private function __construct(public array $pieces, public array $places, public float $usedMm2) {}

    /**
     * @param  non-empty-list<array{0: Mesh, 1: Rotation, 2?: float}>  $pieces  with how they stand, and how far above the plate, mm
     * @param  array{float, float}  $bedMm
     *
     * @throws \InvalidArgumentException where they do not fit
     */
    public static function of(array $pieces, array $bedMm, float $clearanceMm): self
    {
        $standing = array_map(static fn (array $p): Mesh => $p[0]->standing($p[1], $p[2] ?? 0.0), $pieces);
        $packing = Packing::of(array_map(self::outline(...), $standing), $bedMm, $clearanceMm);
        $set = [];
        foreach ($packing->places as $k => [$turn, $x, $y]) {
            $set[] = self::moved($pieces[$k][0]->standing($pieces[$k][1]->thenAboutZ($turn), $pieces[$k][2] ?? 0.0), $x, $y);
        }

        /** @var non-empty-list<Mesh> $set one a piece */
        return new self($set, $packing->places, $packing->usedMm2);
    }

    /**
     * Each piece from above, where it lies.
     *
     * @return list<list<array{float, float}>> corners of its hull, counter-clockwise
     */
    public function outlines(): array
    {
        return array_map(static function (Mesh $mesh): array {
            $points = self::outline($mesh);

            return array_map(static fn (int $k): array => $points[$k], Polygon::hull($points));
        }, $this->pieces);
    }

    /** All of them as one, as supports see them. */
    public function joined(): Mesh
    {
        return Mesh::joined($this->pieces);
    }

    /**
     * The furthest places seen from above, in many directions: corners of the hull, near enough for boxes at those turns.
     *
     * @return list<array{float, float}>
     */
    private static function outline(Mesh $mesh): array
    {
        $found = [];
        for ($k = 0; $k < self::DIRECTIONS; $k++) {
            [$c, $s] = [cos(2 * M_PI * $k / self::DIRECTIONS), sin(2 * M_PI * $k / self::DIRECTIONS)];
            $most = -INF;
            $at = 0;
            foreach ($mesh->x as $v => $x) {
                $d = $c * $x + $s * $mesh->y[$v];
                if ($d > $most) {
                    $most = $d;
                    $at = $v;
                }
            }
            $found[] = [$mesh->x[$at], $mesh->y[$at]];
        }

        return $found;
    }

    private static function moved(Mesh $mesh, float $x, float $y): Mesh
    {
        return new Mesh(array_map(static fn (float $v): float => $v + $x, $mesh->x), array_map(static fn (float $v): float => $v + $y, $mesh->y), $mesh->z, $mesh->tri);
    }
}
