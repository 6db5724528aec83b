<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\MassProperties;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\NormalBins;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Thin\SlenderPart;
use Wrenlo\Core\Thin\SlenderParts;

/** What all stances of one piece share, computed once: facets, seen weights, bins, hull, volume, centre of mass. */
final readonly class StanceBasis
{
    /**
     * @param  list<float>  $seen  seen weight of each facet, 0 to 1
     * @param  list<float>  $seenArea  mm², weight × area of each facet
     * @param  list<SlenderPart>  $slender  its slender parts, narrowest first
     * @param  Mesh  $coarse  for slices: the mesh, simplified where it is large
     * @param  list<float>  $coarseSeen  seen weight of each facet of that
     */
    private function __construct(
        public Mesh $mesh,
        public Display $display,
        public PrintProfile $profile,
        public Surface $facets,
        public array $seen,
        public array $seenArea,
        public NormalBins $bins,
        public ConvexHull $hull,
        public float $volumeMm3,
        public Vec3 $centreOfMassMm,
        public SeamEstimate $seam,
        public array $slender,
        public Mesh $coarse,
        public array $coarseSeen,
    ) {}

    /** @param  ?callable(string): void  $step called with the name of each part when it is done: “facets”, “hull”, “sight” */
    public static function of(Mesh $mesh, Display $display, PrintProfile $profile, ?callable $step = null): self
    {
        $facets = Surface::ofFacets($mesh);
        $step && $step('facets');
        $hull = ConvexHull::of($mesh);
        $step && $step('hull');

        $coarse = Simplified::to($mesh, Visibility::MOST_FACETS);
        $seen = Visibility::weights($mesh, $facets, Views::of($display), $coarse);
        $step && $step('sight');

        return self::from($mesh, $facets, $hull, $seen, $coarse, $display, $profile);
    }

    /** The classes a sketch is made of. */
    public const PARTS = [
        self::class, Mesh::class, Display::class, DisplayMode::class, PrintProfile::class, Surface::class, NormalBins::class, ConvexHull::class, Vec3::class,
        SeamEstimate::class, SlenderPart::class,
    ];

    /** What estimates need, small enough to be read at every turn of the hand: no facets. */
    public function sketch(): self
    {
        $none = new Mesh([], [], [], []);

        return new self(
            $none, $this->display, $this->profile, new Surface([], [], [], [], [], [], []), [], [], $this->bins, $this->hull, $this->volumeMm3, $this->centreOfMassMm,
            $this->seam, $this->slender, $none, [],
        );
    }

    /**
     * A sketch with its facets again.
     *
     * @param  list<float>  $seen
     * @param  list<float>  $coarseSeen
     */
    public function completed(Mesh $mesh, Surface $facets, array $seen, Mesh $coarse, array $coarseSeen): self
    {
        $seenArea = [];
        foreach ($facets->area as $f => $a) {
            $seenArea[] = $a * $seen[$f];
        }

        return new self(
            $mesh, $this->display, $this->profile, $facets, $seen, $seenArea, $this->bins, $this->hull, $this->volumeMm3, $this->centreOfMassMm,
            $this->seam, $this->slender, $coarse, $coarseSeen,
        );
    }

    public function for(PrintProfile $profile): self
    {
        return new self(
            $this->mesh, $this->display, $profile, $this->facets, $this->seen, $this->seenArea, $this->bins, $this->hull, $this->volumeMm3, $this->centreOfMassMm,
            $this->seam, $this->slender, $this->coarse, $this->coarseSeen,
        );
    }

    /** Area that none of the viewers sees. */
    public function neverSeenMm2(): float
    {
        $area = 0.0;
        foreach ($this->seen as $f => $v) {
            $area += $v > 0.0 ? 0.0 : $this->facets->area[$f];
        }

        return $area;
    }

    /**
     * @param  list<float>  $seen  seen weight of each facet
     * @param  ?Simplified  $coarse  the mesh to at most Visibility::MOST_FACETS facets; null where it has no more
     */
    public static function from(Mesh $mesh, Surface $facets, ConvexHull $hull, array $seen, ?Simplified $coarse, Display $display, PrintProfile $profile): self
    {
        $seenArea = [];
        foreach ($facets->area as $f => $a) {
            $seenArea[] = $a * $seen[$f];
        }
        $mass = MassProperties::of($mesh, $facets);

        $bins = NormalBins::of($facets, $seen);

        return new self(
            $mesh, $display, $profile, $facets, $seen, $seenArea, $bins, $hull, $mass->volumeMm3, $mass->centreOfMassMm,
            SeamEstimate::of($bins->bins, $bins->seenArea), SlenderParts::of($coarse->mesh ?? $mesh), $coarse->mesh ?? $mesh,
            $coarse === null ? $seen : array_map(static fn (int $f): float => $seen[$f], $coarse->source),
        );
    }
}
