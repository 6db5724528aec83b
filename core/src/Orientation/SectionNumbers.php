<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Motion\PrintSums;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Slices;
use Wrenlo\Core\Thin\Members;
use Wrenlo\Core\Thin\Regions;

/** What cross-sections tell of a stance. */
final readonly class SectionNumbers
{
    use NamedNumbers;

    public function __construct(
        /** seam that is seen when every outline begins where it is seen least */
        public float $seenSeamMm,
        /** smallest section that carries a part of the piece */
        public float $weakestMemberMm2,
        /** what lies within 0.6 mm of the outlines, as a share of their length times 0.6 mm: below 1 where outlines bend or the piece is thin */
        public float $band06Share,
        /** the same within 1.2 mm */
        public float $band12Share,
        /** the same within 2.4 mm */
        public float $band24Share,
    ) {}

    /** @param  ?Members  $members  of the same slices and regions, where they are known */
    public static function of(Slices $slices, ?Regions $regions = null, ?Members $members = null): self
    {
        $regions ??= Regions::of($slices);

        return new self($slices->seenSeamMm(), ($members ?? Members::of($slices, $regions))->weakestMm2(), ...self::bands($slices, $regions));
    }

    /**
     * Moved inwards by d an outline of length L that turns by T is L − d·T long, and A − d·L + d²·T/2 is left of its area A, until
     * nothing is left: exact for every outline until parts of it meet (Steiner's formula, read inwards).
     *
     * @return list<float>
     */
    private static function bands(Slices $slices, Regions $regions): array
    {
        $inside = [0.0, 0.0, 0.0];
        $along = 0.0;
        foreach ($regions->outline as $r => $outline) {
            $length = $slices->length[$outline];
            $turning = Outline::turning($slices->points[$outline]);
            foreach ($regions->holes[$r] ?? [] as $hole) {
                $length += $slices->length[$hole];
                $turning += Outline::turning($slices->points[$hole]);
            }
            $area = $regions->area[$r];
            $along += $length;
            $isLeft = true;
            foreach (PrintSums::BANDS_MM as $k => $d) {
                $band = $d * $length - $d * $d * $turning / 2;
                // until all is taken, or the outline has shrunk to nothing
                $isLeft = $isLeft && $band < $area && $length > $d * $turning;
                $inside[$k] += $isLeft ? $band : $area;
            }
        }

        return array_map(static fn (float $v, float $d): float => $along > 0.0 ? $v / ($d * $along) : 1.0, $inside, PrintSums::BANDS_MM);
    }
}
