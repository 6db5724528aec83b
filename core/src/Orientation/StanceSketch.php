<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Mesh\NormalBins;
use Wrenlo\Core\Thin\SlenderPart;
use Wrenlo\Core\Thin\SlenderParts;

/** What an estimate of any stance needs: no facets, so it is small enough to be read at every turn of the hand. */
final readonly class StanceSketch
{
    /** @param  list<SlenderPart>  $slender  its slender parts, narrowest first */
    public function __construct(
        public NormalBins $bins,
        public ConvexHull $hull,
        public SeamEstimate $seam,
        public array $slender,
        public float $volumeMm3,
        public Vec3 $centreOfMassMm,
    ) {}

    /** @param  ?list<SlenderPart>  $slender  where they are known */
    public static function of(StanceBasis $basis, ?array $slender = null): self
    {
        $w = $basis->weighed;
        $bins = NormalBins::of($basis->facets, $w->seen, [
            ...($w->wishes === [] ? [] : ['clear' => $w->isWished(HeightField::KEEP_CLEAR), 'hold' => $w->isWished(HeightField::HOLD)]),
            ...($w->seenForSeams === $w->seen ? [] : ['seam' => $w->seenForSeams]),
        ]);

        return new self(
            $bins, $basis->hull, SeamEstimate::of($bins->bins, $bins->more['seam'] ?? $bins->seenArea), $slender ?? SlenderParts::of($basis->coarse),
            $basis->volumeMm3(), $basis->centreOfMassMm(),
        );
    }
}
