<?php

declare(strict_types=1);

namespace Wrenlo\Core\Ironing;

/** One connected face that lies level, open to above. */
final readonly class FlatTop
{
    /**
     * @param  list<list<float>>  $outlines  the outer one first, then holes; face on the left; frame of the mesh
     * @param  float  $seen  mean seen weight, 0 to 1
     * @param  bool  $isTopmost  none lies higher
     */
    public function __construct(public float $zMm, public array $outlines, public float $areaMm2, public float $seen, public bool $isTopmost) {}
}
