<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Motion\PrintSums;

use function sqrt;

/**
 * Everything about a stance that is a sum over patches of the surface. Over facets the sums are exact; over normal
 * bins they are an estimate that costs a fiftieth.
 *
 * With n_z the patch normal along `up`, A its area, h its centroid's height above the lowest point, v its seen weight:
 */
final readonly class StanceSums
{
    /** What is to be held but steeper than this (|n_z|) is a wall. */
    private const WALL = 0.02;

    /** Flat patches nearer in height than this are added up. */
    public const FLAT_MM = 0.05;

    /**
     * @param  array<int, float>  $flatMm2At
     * @param  list<float>  $shallowMm2
     */
    public function __construct(
        /** Σ A over n_z < −sin(limit), what lies on the plate included */
        public float $overhangMm2,
        /** the same without what lies on the plate, weighted by v */
        public float $seenOverhangMm2,
        /** Σ A·|n_z|·h over the overhang: supports straight down to the plate */
        public float $supportToPlateMm3,
        /** Σ A·|n_z| over non-flat patches */
        public float $slopeMm2,
        /** Σ A over non-flat patches */
        public float $nonFlatMm2,
        /** Σ v·A·|n_z| over non-flat patches */
        public float $seenSlopeMm2,
        /** Σ v·A over non-flat patches */
        public float $seenNonFlatMm2,
        /** Σ A over non-flat patches with terraces above 0.4 mm */
        public float $terraceMm2,
        /** the same, weighted by v */
        public float $seenTerraceMm2,
        /** Σ A over flat patches that face up */
        public float $flatUpMm2,
        /** Σ A over flat patches on the plate */
        public float $contactMm2,
        /** Σ A·√(1−n_z²): wall length over all layers, times the layer height */
        public float $wallMm2,
        /** Σ A·|n_z|: the tops and bottoms as seen from above and below */
        public float $skinMm2,
        /** Σ A over the overhang above the plate, where no support may touch */
        public float $markedMm2 = 0.0,
        /** Σ A over flat patches, whichever way they face, by height of the solid they bound, in FLAT_MM from the lowest point */
        public array $flatMm2At = [],
        /** Σ A·max(0, |n_z| − τ·√(1−n_z²)) over non-flat patches, for each τ of PrintSums::SLOPES: what of a slope lies clear of a wall */
        public array $shallowMm2 = [0.0, 0.0, 0.0],
    ) {}

    /**
     * @param  list<float>  $seenArea  v·A of each patch, mm²
     * @param  list<float>  $clear  A of each patch where no support may touch; empty where there is none
     * @param  list<float>  $hold  A of each patch to be held wherever it faces down; empty where there is none
     * @param  float  $lowest  height of the lowest vertex along `up`, file frame, mm
     */
    public static function along(Surface $patches, array $seenArea, Vec3 $up, float $lowest, StanceRules $rules, array $clear = [], array $hold = []): self
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz, 'area' => $area, 'cx' => $cx, 'cy' => $cy, 'cz' => $cz] = get_object_vars($patches);
        [$ux, $uy, $uz] = $up->toArray();
        $overhang = -$rules->overhangSine();
        // a bin whose normals lie on both sides of the limit counts in part; a facet never does (no spread)
        $spread = $patches->spread;
        $across = cos(deg2rad($rules->limitDeg));
        $reach = $spread === [] ? 0.0 : $across * max($spread);
        $flat = StanceRules::flatCosine();
        $broad = $rules->terraceCosine();
        $plate = $lowest + StanceRules::PLATE_MM;
        $overhangA = $seenOverhang = $support = $slope = $nonFlat = $seenSlope = $seenNonFlat = 0.0;
        $terrace = $seenTerrace = $flatUp = $contact = $wall = $skin = $marked = 0.0;
        $flats = [];
        [$tau1, $tau2, $tau3] = PrintSums::SLOPES;
        $shallow1 = $shallow2 = $shallow3 = 0.0;
        $isClear = $clear !== [];
        $isHeld = $hold !== [];
        foreach ($area as $f => $a) {
            $c = $nx[$f] * $ux + $ny[$f] * $uy + $nz[$f] * $uz;
            if ($c < $overhang + $reach) {
                $share = $c < $overhang ? 1.0 : 0.0;
                if ($c > $overhang - $reach) {
                    $w = $across * $spread[$f];
                    $off = $overhang - $c;
                    if ($w > 0.0 && $off < $w && $off > -$w) {
                        $share = 0.5 + 0.5 * $off / $w;
                    }
                }
                $overhangA += $share * $a;
                $h = $cx[$f] * $ux + $cy[$f] * $uy + $cz[$f] * $uz;
                $support -= $share * $a * $c * ($h - $lowest);
                if ($h > $plate) {
                    $seenOverhang += $share * $seenArea[$f];
                    if ($isClear) {
                        $marked += $share * $clear[$f];
                    }
                } elseif ($c < -$flat) {
                    $contact += $a;
                }
            }
            if ($isHeld && $c >= $overhang && $c < -self::WALL && $hold[$f] > 0.0) {
                $h = $cx[$f] * $ux + $cy[$f] * $uy + $cz[$f] * $uz;
                if ($h > $plate) {
                    $overhangA += $hold[$f];
                    $support -= $hold[$f] * $c * ($h - $lowest);
                    $seenOverhang += $seenArea[$f] * $hold[$f] / $a;
                }
            }
            $m = $c < 0.0 ? -$c : $c;
            $p = $a * $m;
            $skin += $p;
            if ($m > $flat) {
                if ($c > 0.0) {
                    $flatUp += $a;
                }
                // the solid it bounds lies under what faces up, over what faces down
                $at = (int) max(0.0, ($cx[$f] * $ux + $cy[$f] * $uy + $cz[$f] * $uz - $lowest) / self::FLAT_MM + ($c > 0.0 ? -0.5 : 0.5));
                $flats[$at] = ($flats[$at] ?? 0.0) + $a;

                continue;
            }
            $v = $seenArea[$f];
            $slope += $p;
            $nonFlat += $a;
            $seenSlope += $v * $m;
            $seenNonFlat += $v;
            $steep = $a * sqrt(1.0 - $m * $m);
            $wall += $steep;
            if ($p > $tau1 * $steep) {
                $shallow1 += $p - $tau1 * $steep;
                if ($p > $tau2 * $steep) {
                    $shallow2 += $p - $tau2 * $steep;
                    if ($p > $tau3 * $steep) {
                        $shallow3 += $p - $tau3 * $steep;
                    }
                }
            }
            if ($m > $broad) {
                $terrace += $a;
                $seenTerrace += $v;
            }
        }

        return new self(
            overhangMm2: $overhangA, seenOverhangMm2: $seenOverhang, supportToPlateMm3: $support, slopeMm2: $slope, nonFlatMm2: $nonFlat, seenSlopeMm2: $seenSlope, seenNonFlatMm2: $seenNonFlat,
            terraceMm2: $terrace, seenTerraceMm2: $seenTerrace, flatUpMm2: $flatUp, contactMm2: $contact, wallMm2: $wall, skinMm2: $skin, markedMm2: $marked,
            flatMm2At: $flats, shallowMm2: [$shallow1, $shallow2, $shallow3],
        );
    }

    /** Area mean of the step t·|n_z| over non-flat facets. */
    public function stepMeanMm(float $layerMm): float
    {
        return $this->nonFlatMm2 > 0 ? $layerMm * $this->slopeMm2 / $this->nonFlatMm2 : 0.0;
    }

    /** Area mean of v·t·|n_z| over non-flat facets: what is not seen counts as smooth. At most `stepMeanMm`, where nothing is marked to be shown. */
    public function seenStepMeanMm(float $layerMm): float
    {
        return $this->nonFlatMm2 > 0 ? $layerMm * $this->seenSlopeMm2 / $this->nonFlatMm2 : 0.0;
    }

    /** Mean step of what is seen: every non-flat facet counts with its area times its seen weight. */
    public function seenStepMm(float $layerMm): float
    {
        return $this->seenNonFlatMm2 > 0 ? $layerMm * $this->seenSlopeMm2 / $this->seenNonFlatMm2 : 0.0;
    }
}
