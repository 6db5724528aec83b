<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;

use function ceil;
use function count;
use function min;
use function sqrt;

/**
 * A surface laid out as one long strip, facet after facet along a curve, and cut into stretches of equal area. A facet larger than
 * half a stretch lies there in n² equal parts, row by row, so that a stretch is a small place and not a sample of all the facet.
 */
final class AreaLayout
{
    /** Parts along the side of the largest facet. */
    private const MOST_PARTS = 64;

    public readonly int $strata;

    public readonly float $stratumMm2;

    /** @var list<int> by part: facet, how many parts a side of it has, row and place in the row */
    private array $facet = [];

    /** @var list<int> */
    private array $sides = [];

    /** @var list<int> */
    private array $row = [];

    /** @var list<int> */
    private array $place = [];

    /** @var list<float> area up to the end of each part, mm² */
    private array $until = [];

    private int $at = 0;

    /** @param  list<int>  $order  facets along the curve */
    public function __construct(private readonly Mesh $mesh, Surface $facets, array $order, int $strata)
    {
        $most = $facets->totalAreaMm2() / $strata / 2;
        $sum = 0.0;
        foreach ($order as $f) {
            $area = $facets->area[$f];
            if ($area <= 0.0) {
                continue;
            }
            $n = $area <= $most ? 1 : (int) min(self::MOST_PARTS, ceil(sqrt($area / $most)));
            for ($i = 0; $i < $n; $i++) {
                for ($j = 0; $j < 2 * ($n - $i) - 1; $j++) {
                    $this->facet[] = $f;
                    $this->sides[] = $n;
                    $this->row[] = $i;
                    $this->place[] = $j;
                    $this->until[] = $sum += $area / ($n * $n);
                }
            }
        }
        $this->strata = $this->facet === [] ? 0 : $strata;
        $this->stratumMm2 = $sum / $strata;
    }

    /** Positions must come in order; from here on they begin anew. */
    public function rewind(): void
    {
        $this->at = 0;
    }

    /**
     * The point at a share of a stretch's length, and at (u, v) within the part that lies there (each 0 to 1).
     *
     * @return array{int, float, float, float} facet, and x, y, z in mm
     */
    public function at(int $stratum, float $share, float $u, float $v): array
    {
        $position = ($stratum + $share) * $this->stratumMm2;
        $last = count($this->until) - 1;
        while ($this->at < $last && $this->until[$this->at] <= $position) {
            $this->at++;
        }
        if ($u + $v > 1.0) {
            $u = 1.0 - $u;
            $v = 1.0 - $v;
        }
        $n = $this->sides[$this->at];
        $place = $this->place[$this->at];
        // row i of a facet cut into n² parts: upright parts at even places, upside down ones at odd places
        $b = $place % 2 === 0 ? ($this->row[$this->at] + $u) / $n : ($this->row[$this->at] + 1 - $u) / $n;
        $c = $place % 2 === 0 ? (intdiv($place, 2) + $v) / $n : (intdiv($place, 2) + 1 - $v) / $n;
        $a = 1 - $b - $c;
        $f = $this->facet[$this->at];
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($this->mesh);
        [$p, $q, $r] = [$tri[3 * $f], $tri[3 * $f + 1], $tri[3 * $f + 2]];

        return [$f, $a * $x[$p] + $b * $x[$q] + $c * $x[$r], $a * $y[$p] + $b * $y[$q] + $c * $y[$r], $a * $z[$p] + $b * $z[$q] + $c * $z[$r]];
    }
}
