<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** A part of a layer with nothing under it: printed into the air unless something holds it. Plate frame, mm. */
final readonly class Island
{
    /**
     * @param  int  $layer  counted from 0
     * @param  float  $zMm  underside of that layer
     * @param  float  $areaMm2  of the part in that layer
     * @param  float  $xMm  a place in it
     */
    public function __construct(public int $layer, public float $zMm, public float $areaMm2, public float $xMm, public float $yMm) {}

    /** @return array{at_mm: array{float, float, float}, area_mm2: float} */
    public function toArray(): array
    {
        return ['at_mm' => [$this->xMm, $this->yMm, $this->zMm], 'area_mm2' => $this->areaMm2];
    }

    public function lifted(float $byMm): self
    {
        return new self($this->layer, $this->zMm + $byMm, $this->areaMm2, $this->xMm, $this->yMm);
    }
}
