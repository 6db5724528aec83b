<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\MassProperties;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

/** What the proof of any stance of one piece needs, computed once: facets, what they weigh, hull, volume, centre of mass. */
final readonly class StanceBasis
{
    /**
     * @param  Mesh  $coarse  for slices: the mesh, simplified where it is large
     * @param  list<float>  $coarseSeen  seen weight of each facet of that, for seams
     */
    private function __construct(
        public Mesh $mesh,
        public Surface $facets,
        public WeighedFacets $weighed,
        public ConvexHull $hull,
        public MassProperties $mass,
        public Mesh $coarse,
        public array $coarseSeen,
    ) {}

    /** @param  ?callable(string): void  $step called with the name of each part when it is done: “facets”, “hull”, “sight” */
    public static function of(Mesh $mesh, Display $display, ?callable $step = null, ?Marks $marks = null): self
    {
        $facets = Surface::ofFacets($mesh);
        $step && $step('facets');
        $hull = ConvexHull::of($mesh);
        $step && $step('hull');

        $coarse = Visibility::copyOf($mesh, $facets);
        $seen = Visibility::weights($mesh, $facets, Views::of($display), $coarse);
        $step && $step('sight');

        return self::from($mesh, $facets, $hull, $seen, $coarse, $marks ?? Marks::none());
    }

    /**
     * @param  list<float>  $seen  seen weight of each facet, before marks
     * @param  ?Simplified  $coarse  Visibility::copyOf
     */
    public static function from(Mesh $mesh, Surface $facets, ConvexHull $hull, array $seen, ?Simplified $coarse, Marks $marks, ?MassProperties $mass = null): self
    {
        $weighed = WeighedFacets::of($facets, $seen, $marks);
        $seam = $weighed->seenForSeams;

        return new self(
            $mesh, $facets, $weighed, $hull, $mass ?? MassProperties::of($mesh, $facets), $coarse->mesh ?? $mesh,
            $coarse === null ? $seam : array_map(static fn (int $f): float => $seam[$f], $coarse->source),
        );
    }

    public function volumeMm3(): float
    {
        return $this->mass->volumeMm3;
    }

    public function centreOfMassMm(): Vec3
    {
        return $this->mass->centreOfMassMm;
    }

    /** Area a viewer sees at a time: no facet counts more than whole. */
    public function seenMm2(): float
    {
        $area = 0.0;
        foreach ($this->weighed->seen as $f => $v) {
            $area += min(1.0, $v) * $this->facets->area[$f];
        }

        return $area;
    }

    /**
     * Area that none of the viewers sees, or that is marked to be hidden.
     *
     * @param  array<int, bool>  $isEverSeen  by facet, before marks: Visibility::isEverSeen
     */
    public function neverSeenMm2(array $isEverSeen, Marks $marks): float
    {
        $isHidden = array_fill_keys($marks->of(MarkKind::Hide)->facets(), true);
        $area = 0.0;
        foreach ($this->facets->area as $f => $a) {
            $area += $isEverSeen[$f] && ! isset($isHidden[$f]) ? 0.0 : $a;
        }

        return $area;
    }
}
