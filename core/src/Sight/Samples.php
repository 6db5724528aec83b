<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;

use function array_keys;
use function ceil;
use function count;
use function intdiv;
use function max;
use function min;
use function sqrt;

/** Points on facets that are looked for: the centroid, or the centroids of n² equal parts of a large facet. */
final readonly class Samples
{
    /** A facet above this share of the surface has more than one. */
    private const SHARE = 1 / 2500;

    /** Along the side of the largest facet. */
    private const MOST = 24;

    /**
     * @param  list<float>  $x  mm, file frame
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  list<int>  $of  facet of each
     * @param  list<int>  $first  those of the n-th facet are first[n] … first[n + 1] − 1; empty where points were given
     */
    private function __construct(public array $x, public array $y, public array $z, public array $of, public array $first) {}

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  list<int>  $of
     */
    public static function at(array $x, array $y, array $z, array $of): self
    {
        return new self($x, $y, $z, $of, []);
    }

    /** @param  ?list<int>  $some  on these facets alone */
    public static function on(Mesh $mesh, Surface $facets, ?array $some = null): self
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $most = max(1e-300, $facets->totalAreaMm2() * self::SHARE);
        $sx = $sy = $sz = $of = $first = [];
        foreach ($some ?? array_keys($facets->area) as $f) {
            $area = $facets->area[$f];
            $first[] = count($of);
            if ($area <= $most) {
                $sx[] = $facets->cx[$f];
                $sy[] = $facets->cy[$f];
                $sz[] = $facets->cz[$f];
                $of[] = $f;

                continue;
            }
            $n = min(self::MOST, (int) ceil(sqrt($area / $most)));
            [$a, $b, $c] = [$tri[3 * $f], $tri[3 * $f + 1], $tri[3 * $f + 2]];
            for ($i = 0; $i < $n; $i++) {
                for ($j = 0; $j < 2 * ($n - $i) - 1; $j++) {
                    // row i of a triangle cut into n² parts: upright parts at even j, upside down ones at odd j
                    $u = ($i + ($j % 2 === 0 ? 1 / 3 : 2 / 3)) / $n;
                    $v = (intdiv($j, 2) + ($j % 2 === 0 ? 1 / 3 : 2 / 3)) / $n;
                    $w = 1 - $u - $v;
                    $sx[] = $w * $x[$a] + $u * $x[$b] + $v * $x[$c];
                    $sy[] = $w * $y[$a] + $u * $y[$b] + $v * $y[$c];
                    $sz[] = $w * $z[$a] + $u * $z[$b] + $v * $z[$c];
                    $of[] = $f;
                }
            }
        }
        $first[] = count($of);

        return new self($sx, $sy, $sz, $of, $first);
    }
}
