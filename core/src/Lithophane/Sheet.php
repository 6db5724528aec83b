<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use Closure;

/**
 * A part of a body's surface: rows of points with facets between each row and the next, wound so that, with rows from the top and points from the left, the
 * outside is towards the viewer. Rows next to each other have as many points, or one of them has two (the ends of a straight edge) or one (a pole).
 */
final readonly class Sheet
{
    /**
     * @param  list<int>  $lengths  points of each row
     * @param  Closure(int): list<float>  $row  x, y, z of its points in a row, mm
     * @param  bool  $isClosed  the last point of a row is followed by its first
     */
    public function __construct(public array $lengths, public bool $isClosed, public Closure $row) {}

    public function facets(): int
    {
        $sum = 0;
        for ($i = 1, $n = count($this->lengths); $i < $n; $i++) {
            [$a, $b] = [$this->lengths[$i - 1], $this->lengths[$i]];
            $open = $this->isClosed ? 0 : 1;
            $sum += ($a > 1 ? $a - $open : 0) + ($b > 1 ? $b - $open : 0);
        }

        return $sum;
    }
}
