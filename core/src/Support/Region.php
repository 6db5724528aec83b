<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** A place that needs holding. Plate frame, mm from the plate. */
final readonly class Region
{
    /**
     * @param  list<int>  $facets  that hang; none where a tip is steep all round
     * @param  float  $areaMm2  of those facets; of an island without any, of its first layer
     * @param  float  $seen  mean share of the viewers that see it, by area
     * @param  array{float, float, float}  $atMm  its lowest place
     * @param  ?float  $spanMm  longest line across, of a bridge
     * @param  ?float  $acrossDeg  which way those lines run, from +X
     * @param  array{float, float, float}  $fileMm  its lowest place in the frame of the file
     * @param  float  $leanDeg  how far it leans from the vertical, mean by area
     */
    public function __construct(
        public RegionKind $kind, public array $facets, public float $areaMm2, public float $zMinMm, public float $zMaxMm, public float $seen, public array $atMm,
        public ?float $spanMm = null, public ?float $acrossDeg = null, public array $fileMm = [0.0, 0.0, 0.0], public float $leanDeg = 90.0,
    ) {}

    /**
     * The same on a piece that stands in the middle of the plate, held above it or not.
     *
     * @param  array{float, float}  $middle  of the piece, where it was reckoned
     * @param  array{float, float, float}  $fileMm
     */
    public function setDown(float $byMm, array $middle, array $fileMm): self
    {
        [$x, $y, $z] = $this->atMm;

        return new self(
            kind: $this->kind, facets: $this->facets, areaMm2: $this->areaMm2, zMinMm: $this->zMinMm + $byMm, zMaxMm: $this->zMaxMm + $byMm, seen: $this->seen,
            atMm: [$x - $middle[0], $y - $middle[1], $z + $byMm], spanMm: $this->spanMm, acrossDeg: $this->acrossDeg, fileMm: $fileMm, leanDeg: $this->leanDeg,
        );
    }

    /** Stays the same while kind and place in the file do. */
    public function key(): string
    {
        return vsprintf($this->kind->value.' %.1f %.1f %.1f', $this->fileMm);
    }

    public function isSpared(float $bridgeMm, float $smallMm2): bool
    {
        return $this->kind->isSpared($this->areaMm2, $this->spanMm, $bridgeMm, $smallMm2);
    }

    /** @return array<string, mixed> the keys of `wrenlo:overhangs --json` */
    public function toArray(): array
    {
        return [
            'key' => $this->key(), 'kind' => $this->kind->value, 'area_mm2' => $this->areaMm2, 'z_min_mm' => $this->zMinMm, 'z_max_mm' => $this->zMaxMm, 'seen' => $this->seen, 'facets' => count($this->facets),
            'at_mm' => $this->atMm, 'at_file_mm' => $this->fileMm, 'span_mm' => $this->spanMm, 'across_deg' => $this->acrossDeg, 'lean_deg' => $this->leanDeg,
        ];
    }
}
