<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function array_fill;
use function array_sum;
use function count;
use function intdiv;
use function sqrt;

/**
 * Flat patches of a surface in the file frame: one a facet, or one a bin of facets that look the same way.
 *
 * Everything a stance is judged by in the fast pass is a sum over patches, so the same kernel
 * (`Orientation\StanceSums`) serves facets (exact) and bins (fast).
 */
final readonly class Surface
{
    /**
     * All lists run over the patches.
     *
     * @param  list<float>  $nx  unit outward normal; 0,0,0 for a patch without area
     * @param  list<float>  $ny
     * @param  list<float>  $nz
     * @param  list<float>  $area  mm²
     * @param  list<float>  $cx  area centroid, mm
     * @param  list<float>  $cy
     * @param  list<float>  $cz
     * @param  list<float>  $spread  half-width of the normals gathered in a patch, radians; empty when each has one normal
     */
    public function __construct(
        public array $nx, public array $ny, public array $nz,
        public array $area,
        public array $cx, public array $cy, public array $cz,
        public array $spread = [],
    ) {}

    /** One patch a facet, in facet order. */
    public static function ofFacets(Mesh $mesh): self
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $nx = $ny = $nz = $area = $cx = $cy = $cz = array_fill(0, intdiv(count($tri), 3), 0.0); // filled in place: quicker than lists that grow
        for ($i = 0, $f = 0, $n = count($tri); $i < $n; $i += 3, $f++) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            $ax = $x[$a];
            $ay = $y[$a];
            $az = $z[$a];
            $ux = $x[$b] - $ax;
            $uy = $y[$b] - $ay;
            $uz = $z[$b] - $az;
            $vx = $x[$c] - $ax;
            $vy = $y[$c] - $ay;
            $vz = $z[$c] - $az;
            $px = $uy * $vz - $uz * $vy;
            $py = $uz * $vx - $ux * $vz;
            $pz = $ux * $vy - $uy * $vx;
            $twice = sqrt($px * $px + $py * $py + $pz * $pz);
            $inv = $twice > 0.0 ? 1 / $twice : 0.0;
            $nx[$f] = $px * $inv;
            $ny[$f] = $py * $inv;
            $nz[$f] = $pz * $inv;
            $area[$f] = 0.5 * $twice;
            $cx[$f] = $ax + ($ux + $vx) / 3;
            $cy[$f] = $ay + ($uy + $vy) / 3;
            $cz[$f] = $az + ($uz + $vz) / 3;
        }

        return new self($nx, $ny, $nz, $area, $cx, $cy, $cz);
    }

    public function count(): int
    {
        return count($this->area);
    }

    public function totalAreaMm2(): float
    {
        return array_sum($this->area);
    }

    /** |Σ A·n|: zero for a closed surface, the area of the hole for one with a flat hole. */
    public function openAreaMm2(): float
    {
        $x = $y = $z = 0.0;
        foreach ($this->area as $f => $a) {
            $x += $a * $this->nx[$f];
            $y += $a * $this->ny[$f];
            $z += $a * $this->nz[$f];
        }

        return sqrt($x * $x + $y * $y + $z * $z);
    }
}
