<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Vec3;

/** Finds what hangs together with a facet: under a brush, as a flat patch, as a shell. Asks only for the facets it comes to. */
final readonly class NearbyPicker
{
    public const PATCH_DEG = 20.0;

    public function __construct(private Facets $facets) {}

    /**
     * What a round brush covers that was drawn over the surface: around each place, the facets whose middle lies within
     * the radius and which hang together with the facet under the brush, on the side it lies on. The far side of a thin wall stays clean.
     *
     * @param  list<array{int, Vec3}>  $places  the facet under the brush and the point on it
     */
    public function brush(array $places, float $radiusMm): FacetSet
    {
        $reach = $radiusMm * $radiusMm;
        $found = [];
        foreach ($places as [$seed, $at]) {
            $this->check($seed);
            [$px, $py, $pz] = $at->toArray();
            [$sx, $sy, $sz] = $this->facets->normal($seed);
            $found += $this->grown($seed, function (int $f) use ($px, $py, $pz, $sx, $sy, $sz, $reach): bool {
                [$x, $y, $z] = $this->facets->centre($f);
                if (($x - $px) ** 2 + ($y - $py) ** 2 + ($z - $pz) ** 2 > $reach) {
                    return false;
                }
                [$nx, $ny, $nz] = $this->facets->normal($f);

                return $nx * $sx + $ny * $sy + $nz * $sz > 0.0;
            });
        }

        return FacetSet::of(array_keys($found));
    }

    /** The facets that hang together with this one and look the way it does, to within an angle. */
    public function patch(int $seed, float $deg = self::PATCH_DEG): FacetSet
    {
        $this->check($seed);
        [$x, $y, $z] = $this->facets->normal($seed);
        $least = cos(deg2rad($deg)) - 1e-9;

        return FacetSet::of(array_keys($this->grown($seed, function (int $f) use ($x, $y, $z, $least): bool {
            [$nx, $ny, $nz] = $this->facets->normal($f);

            return $least <= $nx * $x + $ny * $y + $nz * $z;
        })));
    }

    public function shell(int $seed): FacetSet
    {
        $this->check($seed);

        return FacetSet::of(array_keys($this->grown($seed, static fn (): bool => true)));
    }

    /**
     * @param  callable(int): bool  $takes
     * @return array<int, true> the seed, and what is joined to it over facets that are taken
     */
    private function grown(int $seed, callable $takes): array
    {
        $found = [$seed => true];
        $edge = [$seed];
        for ($k = 0; $k < count($edge); $k++) {
            foreach ($this->facets->beyond($edge[$k]) as $f) {
                if (! isset($found[$f]) && $takes($f)) {
                    $found[$f] = true;
                    $edge[] = $f;
                }
            }
        }

        return $found;
    }

    private function check(int $facet): void
    {
        if ($facet < 0 || $facet >= $this->facets->count()) {
            throw new InvalidArgumentException("There is no facet {$facet}; the mesh has {$this->facets->count()}.");
        }
    }
}
