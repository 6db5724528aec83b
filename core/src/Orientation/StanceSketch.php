<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Mesh\NormalBins;

/** What an estimate of any stance needs: no facets, so it is small enough to be read at every turn of the hand. */
final readonly class StanceSketch
{
    public function __construct(
        public NormalBins $bins,
        public ConvexHull $hull,
        public SectionMap $sections,
        public float $volumeMm3,
        public Vec3 $centreOfMassMm,
    ) {}

    /** @param  ?SectionMap  $sections  where they are known */
    public static function of(StanceBasis $basis, ?SectionMap $sections = null): self
    {
        $w = $basis->weighed;
        $bins = NormalBins::of($basis->facets, $w->seen, [
            ...($w->wishes === [] ? [] : ['clear' => $w->isWished(HeightField::KEEP_CLEAR), 'hold' => $w->isWished(HeightField::HOLD)]),
        ]);

        return new self($bins, $basis->hull, $sections ?? SectionMap::of($basis->coarse, $basis->coarseSeen), $basis->volumeMm3(), $basis->centreOfMassMm());
    }
}
