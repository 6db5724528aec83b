<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;

use function count;
use function floor;
use function max;
use function min;
use function sqrt;

/** The middles of facets in the cells of a grid, to find the one nearest to a place. */
final readonly class CentreGrid
{
    /** A facet found for a mirrored place has to look there to within this cosine. */
    private const SAME_WAY = 0.5;

    /**
     * @param  array<int, list<int>>  $cells
     * @param  array{float, float, float}  $low
     */
    private function __construct(private Surface $facets, private array $cells, private array $low, public float $cellMm) {}

    public static function of(Surface $facets): self
    {
        ['cx' => $cx, 'cy' => $cy, 'cz' => $cz] = get_object_vars($facets);
        $low = [min($cx), min($cy), min($cz)];
        // so wide that a facet of mean size and its neighbours lie within a cell
        $cell = max(2 * sqrt($facets->totalAreaMm2() / count($cx)), 1e-9, (max($cx) - $low[0]) / 1e6, (max($cy) - $low[1]) / 1e6, (max($cz) - $low[2]) / 1e6);
        $cells = [];
        foreach ($cx as $f => $x) {
            $cells[self::key((int) (($x - $low[0]) / $cell), (int) (($cy[$f] - $low[1]) / $cell), (int) (($cz[$f] - $low[2]) / $cell))][] = $f;
        }

        return new self($facets, $cells, $low, $cell);
    }

    /**
     * The facet whose middle is nearest, within a cell's width, and which looks the way this normal does mirrored across axis `k`; −1 for none.
     */
    public function to(float $x, float $y, float $z, Vec3 $normal, int $k): int
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz, 'cx' => $cx, 'cy' => $cy, 'cz' => $cz] = get_object_vars($this->facets);
        $way = $normal->toArray();
        $way[$k] = -$way[$k];
        $i = (int) floor(($x - $this->low[0]) / $this->cellMm);
        $j = (int) floor(($y - $this->low[1]) / $this->cellMm);
        $l = (int) floor(($z - $this->low[2]) / $this->cellMm);
        [$best, $found] = [$this->cellMm ** 2, -1];
        for ($a = $i - 1; $a <= $i + 1; $a++) {
            for ($b = $j - 1; $b <= $j + 1; $b++) {
                for ($c = $l - 1; $c <= $l + 1; $c++) {
                    foreach ($this->cells[self::key($a, $b, $c)] ?? [] as $f) {
                        $d = ($cx[$f] - $x) ** 2 + ($cy[$f] - $y) ** 2 + ($cz[$f] - $z) ** 2;
                        if ($d < $best && $nx[$f] * $way[0] + $ny[$f] * $way[1] + $nz[$f] * $way[2] > self::SAME_WAY) {
                            [$best, $found] = [$d, $f];
                        }
                    }
                }
            }
        }

        return $found;
    }

    private static function key(int $i, int $j, int $l): int
    {
        return ($i + 1 << 42) | ($j + 1 << 21) | ($l + 1);
    }
}
