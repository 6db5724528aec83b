<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Mesh\Surface;

/** What each facet of a mesh weighs for its viewers, and what is wished of supports there. All lists by facet. */
final readonly class WeighedFacets
{
    /**
     * @param  list<float>  $seen  seen weight, 0 to 1; above 1 where it is marked to be shown
     * @param  list<float>  $seenForSeams  the same where seams are concerned
     * @param  list<float>  $seenArea  mm², weight × area
     * @param  list<int>  $wishes  of supports (HeightField); empty where nobody wishes anything
     * @param  list<float>  $clearArea  area where no support may touch; empty where there is none
     * @param  list<float>  $holdArea  area to be held; empty where there is none
     */
    private function __construct(
        public array $seen, public array $seenForSeams, public array $seenArea, public array $wishes, public array $clearArea, public array $holdArea,
    ) {}

    /** @param  list<float>  $seen  by viewers alone, 0 to 1 */
    public static function of(Surface $facets, array $seen, Marks $marks): self
    {
        $weighed = $marks->weighed($seen);
        $wishes = $marks->supportWishes($facets->count());

        return new self(
            $weighed, $marks->weighedForSeams($weighed), self::times($facets->area, $weighed), $wishes,
            self::wishedArea($facets, $wishes, HeightField::KEEP_CLEAR), self::wishedArea($facets, $wishes, HeightField::HOLD),
        );
    }

    /** @return list<float> 1 where this is wished; empty where nothing is */
    public function isWished(int $wish): array
    {
        return array_map(static fn (int $w): float => $w === $wish ? 1.0 : 0.0, $this->wishes);
    }

    /**
     * @param  list<float>  $area
     * @param  list<float>  $weight
     * @return list<float>
     */
    private static function times(array $area, array $weight): array
    {
        $product = $area; // filled anew: quicker than a list that grows
        foreach ($area as $f => $a) {
            $product[$f] = $a * $weight[$f];
        }

        return $product;
    }

    /**
     * @param  list<int>  $wishes
     * @return list<float>
     */
    private static function wishedArea(Surface $facets, array $wishes, int $wish): array
    {
        if (! in_array($wish, $wishes, true)) {
            return [];
        }
        $area = [];
        foreach ($facets->area as $f => $a) {
            $area[] = $wishes[$f] === $wish ? $a : 0.0;
        }

        return $area;
    }
}
