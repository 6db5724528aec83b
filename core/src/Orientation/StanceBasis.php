<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\HeightField;
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

use function min;

/** What all stances of one piece share, computed once: facets, seen weights with marks, bins, hull, volume, centre of mass. */
final readonly class StanceBasis
{
    /**
     * @param  list<float>  $seen  seen weight of each facet, 0 to 1; above 1 where it is marked to be shown
     * @param  list<float>  $seenArea  mm², weight × area of each facet
     * @param  list<int>  $wishes  of supports, by facet (HeightField); empty where nobody wishes anything
     * @param  list<float>  $clearArea  area of each facet no support may touch; empty where there is none
     * @param  list<float>  $holdArea  area of each facet to be held; empty where there is none
     * @param  list<SlenderPart>  $slender  its slender parts, narrowest first
     * @param  Mesh  $coarse  for slices: the mesh, simplified where it is large
     * @param  list<float>  $coarseSeen  seen weight of each facet of that, for seams
     */
    private function __construct(
        public Mesh $mesh,
        public Display $display,
        public PrintProfile $profile,
        public Marks $marks,
        public Surface $facets,
        public array $seen,
        public array $seenArea,
        public array $wishes,
        public array $clearArea,
        public array $holdArea,
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
    public static function of(Mesh $mesh, Display $display, PrintProfile $profile, ?callable $step = null, ?Marks $marks = null): self
    {
        $facets = Surface::ofFacets($mesh);
        $step && $step('facets');
        $hull = ConvexHull::of($mesh);
        $step && $step('hull');

        $coarse = Simplified::to($mesh, Visibility::MOST_FACETS);
        $seen = Visibility::weights($mesh, $facets, Views::of($display), $coarse);
        $step && $step('sight');

        return self::from($mesh, $facets, $hull, $seen, $coarse, $display, $profile, $marks ?? Marks::none());
    }

    /**
     * @param  list<float>  $seen  seen weight of each facet, before marks
     * @param  ?Simplified  $coarse  the mesh to at most Visibility::MOST_FACETS facets; null where it has no more
     */
    public static function from(Mesh $mesh, Surface $facets, ConvexHull $hull, array $seen, ?Simplified $coarse, Display $display, PrintProfile $profile, Marks $marks): self
    {
        $seen = $marks->weighed($seen);
        $wishes = $marks->supportWishes($facets->count());
        $seamSeen = $marks->weighedForSeams($seen);
        $hasSeams = $seamSeen !== $seen;
        $bins = NormalBins::of($facets, $seen, [
            ...($wishes === [] ? [] : ['clear' => self::isWish($wishes, HeightField::KEEP_CLEAR), 'hold' => self::isWish($wishes, HeightField::HOLD)]),
            ...($hasSeams ? ['seam' => $seamSeen] : []),
        ]);
        $mass = MassProperties::of($mesh, $facets);

        return new self(
            $mesh, $display, $profile, $marks, $facets, $seen, self::times($facets->area, $seen),
            $wishes, self::wishedArea($facets, $wishes, HeightField::KEEP_CLEAR), self::wishedArea($facets, $wishes, HeightField::HOLD),
            $bins, $hull, $mass->volumeMm3, $mass->centreOfMassMm,
            SeamEstimate::of($bins->bins, $bins->more['seam'] ?? $bins->seenArea), SlenderParts::of($coarse->mesh ?? $mesh), $coarse->mesh ?? $mesh,
            $coarse === null ? $seamSeen : array_map(static fn (int $f): float => $seamSeen[$f], $coarse->source),
        );
    }

    /** The classes a sketch is made of. */
    public const PARTS = [
        self::class, Mesh::class, Display::class, DisplayMode::class, PrintProfile::class, Marks::class, FacetSet::class, Surface::class, NormalBins::class,
        ConvexHull::class, Vec3::class, SeamEstimate::class, SlenderPart::class,
    ];

    /** What estimates need, small enough to be read at every turn of the hand: no facets. */
    public function sketch(): self
    {
        $none = new Mesh([], [], [], []);

        return $this->with($none, new Surface([], [], [], [], [], [], []), [], [], $none, []);
    }

    /**
     * A sketch with its facets again.
     *
     * @param  list<float>  $seen
     * @param  ?list<float>  $coarseSeen  null where the mesh is sliced as it is
     */
    public function completed(Mesh $mesh, Surface $facets, array $seen, Mesh $coarse, ?array $coarseSeen): self
    {
        return $this->with($mesh, $facets, $seen, $this->marks->supportWishes($facets->count()), $coarse, $coarseSeen ?? $this->marks->weighedForSeams($seen));
    }

    /**
     * @param  list<float>  $seen
     * @param  list<int>  $wishes
     * @param  list<float>  $coarseSeen
     */
    private function with(Mesh $mesh, Surface $facets, array $seen, array $wishes, Mesh $coarse, array $coarseSeen): self
    {
        return new self(
            $mesh, $this->display, $this->profile, $this->marks, $facets, $seen, self::times($facets->area, $seen),
            $wishes, self::wishedArea($facets, $wishes, HeightField::KEEP_CLEAR), self::wishedArea($facets, $wishes, HeightField::HOLD),
            $this->bins, $this->hull, $this->volumeMm3, $this->centreOfMassMm, $this->seam, $this->slender, $coarse, $coarseSeen,
        );
    }

    public function for(PrintProfile $profile): self
    {
        return new self(...['profile' => $profile] + get_object_vars($this));
    }

    /** Area a viewer sees at a time: no facet counts more than whole. */
    public function seenMm2(): float
    {
        $area = 0.0;
        foreach ($this->seen as $f => $v) {
            $area += min(1.0, $v) * $this->facets->area[$f];
        }

        return $area;
    }

    /** Area that none of the viewers sees, or that is marked to be hidden. */
    public function neverSeenMm2(): float
    {
        $area = 0.0;
        foreach ($this->seen as $f => $v) {
            $area += $v > 0.0 ? 0.0 : $this->facets->area[$f];
        }

        return $area;
    }

    /**
     * @param  list<float>  $area
     * @param  list<float>  $weight
     * @return list<float>
     */
    private static function times(array $area, array $weight): array
    {
        $product = [];
        foreach ($area as $f => $a) {
            $product[] = $a * $weight[$f];
        }

        return $product;
    }

    /**
     * @param  list<int>  $wishes
     * @return list<float> 1 where this is wished
     */
    private static function isWish(array $wishes, int $wish): array
    {
        return array_map(static fn (int $w): float => $w === $wish ? 1.0 : 0.0, $wishes);
    }

    /**
     * @param  list<int>  $wishes
     * @return list<float>
     */
    private static function wishedArea(Surface $facets, array $wishes, int $wish): array
    {
        return in_array($wish, $wishes, true) ? self::times($facets->area, self::isWish($wishes, $wish)) : [];
    }
}
