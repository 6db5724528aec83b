<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

use function cos;
use function deg2rad;

/** Finds the facets a person means: by a brush, a flat patch, a shell, a window of the view, an angle. File frame, mm. */
final readonly class Picker
{
    public const PATCH_DEG = NearbyPicker::PATCH_DEG;

    private NearbyPicker $nearby;

    public function __construct(private Surface $facets, Neighbours $beyond)
    {
        $this->nearby = new NearbyPicker(new SurfaceFacets($facets, $beyond));
    }

    /** @param  list<array{int, Vec3}>  $places */
    public function brush(array $places, float $radiusMm): FacetSet
    {
        return $this->nearby->brush($places, $radiusMm);
    }

    public function patch(int $seed, float $deg = self::PATCH_DEG): FacetSet
    {
        return $this->nearby->patch($seed, $deg);
    }

    public function shell(int $seed): FacetSet
    {
        return $this->nearby->shell($seed);
    }

    /** All facets, anywhere, that look this way to within an angle. */
    public function looking(Vec3 $way, float $deg): FacetSet
    {
        $is = $this->looksLike($way->unit(), $deg);

        return FacetSet::of(array_filter(array_keys($this->facets->area), $is));
    }

    /**
     * Facets whose middle lies on the inner side of all planes a·x + b·y + c·z ≤ d and, with an eye, whose front looks to it.
     *
     * @param  list<array{float, float, float, float}>  $planes
     */
    public function inside(array $planes, ?Vec3 $eye = null): FacetSet
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz, 'cx' => $cx, 'cy' => $cy, 'cz' => $cz] = get_object_vars($this->facets);
        $found = [];
        foreach ($cx as $f => $x) {
            [$y, $z] = [$cy[$f], $cz[$f]];
            foreach ($planes as [$a, $b, $c, $d]) {
                if ($a * $x + $b * $y + $c * $z > $d) {
                    continue 2;
                }
            }
            if ($eye === null || $nx[$f] * ($eye->x - $x) + $ny[$f] * ($eye->y - $y) + $nz[$f] * ($eye->z - $z) > 0.0) {
                $found[] = $f;
            }
        }

        return FacetSet::of($found);
    }

    /**
     * The same on the other side of the middle plane: every facet whose own mirror place lies nearest to a facet of the set.
     *
     * @param  'x'|'y'|'z'  $axis
     */
    public function mirrored(FacetSet $set, string $axis): FacetSet
    {
        $facets = $set->facets();
        if ($facets === []) {
            return $set;
        }
        $centre = [$this->facets->cx, $this->facets->cy, $this->facets->cz];
        $k = ['x' => 0, 'y' => 1, 'z' => 2][$axis];
        $along = $centre[$k];
        $twice = $along === [] ? 0.0 : min($along) + max($along);
        $nearest = CentreGrid::of($this->facets);
        $low = $high = [0.0, 0.0, 0.0];
        foreach ($centre as $c => $values) {
            $here = array_map(static fn (int $f): float => $values[$f], $facets);
            [$low[$c], $high[$c]] = [min($here) - $nearest->cellMm, max($here) + $nearest->cellMm];
        }
        $found = [];
        foreach ($centre[0] as $f => $x) {
            $at = [$x, $centre[1][$f], $centre[2][$f]];
            $at[$k] = $twice - $at[$k];
            if ($at[0] < $low[0] || $at[0] > $high[0] || $at[1] < $low[1] || $at[1] > $high[1] || $at[2] < $low[2] || $at[2] > $high[2]) {
                continue;
            }
            $g = $nearest->to($at[0], $at[1], $at[2], $this->normal($f), $k);
            if ($g >= 0 && $set->has($g)) {
                $found[] = $f;
            }
        }

        return FacetSet::of($found);
    }

    private function normal(int $f): Vec3
    {
        return new Vec3($this->facets->nx[$f], $this->facets->ny[$f], $this->facets->nz[$f]);
    }

    /** @return callable(int): bool */
    private function looksLike(Vec3 $way, float $deg): callable
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($this->facets);
        [$x, $y, $z] = $way->toArray();
        $least = cos(deg2rad($deg)) - 1e-9;

        return static fn (int $f): bool => $least <= $nx[$f] * $x + $ny[$f] * $y + $nz[$f] * $z;
    }
}
