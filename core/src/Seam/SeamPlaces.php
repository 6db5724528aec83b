<?php

declare(strict_types=1);

namespace Wrenlo\Core\Seam;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Section;

use function abs;
use function atan2;
use function ceil;
use function count;
use function intdiv;
use function max;
use function min;
use function sqrt;

/**
 * Where outlines may begin: places about SPACING_MM apart along every outline of every layer, each with what viewers see of it and how sharply
 * the outline turns there.
 *
 * Flat lists: the places of outline l are first[l] … first[l + 1] − 1, in the order of the outline, `spacing[l]` mm apart along it.
 */
final readonly class SeamPlaces
{
    public const SPACING_MM = 0.5;

    /** The turn of an outline is measured over this much of it to either side of a place, mm: about a bead. */
    private const CORNER_MM = 0.5;

    /**
     * @param  list<int>  $layer  of each outline, from below
     * @param  list<int>  $first
     * @param  list<float>  $spacing
     * @param  list<bool>  $isHole
     * @param  list<float>  $x  of each place, frame of the mesh
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  list<float>  $turn  radians, positive where the outline turns to the left: a corner that points out
     * @param  list<float>  $seen  seen weight
     * @param  list<float>  $weight  the same as marks would have it
     */
    private function __construct(
        public array $layer, public array $first, public array $spacing, public array $isHole,
        public array $x, public array $y, public array $z, public array $turn, public array $seen, public array $weight,
    ) {}

    public function outlines(): int
    {
        return count($this->layer);
    }

    /**
     * @param  Mesh  $mesh  standing on the plate
     * @param  Surface  $facets  its facets
     * @param  Views  $views  of the viewers, in that frame
     * @param  iterable<Section>  $sections  of that mesh
     * @param  list<float>  $said  weight of each facet that marks say, −1 where they say nothing; empty for no marks
     */
    public static function of(Mesh $mesh, Surface $facets, Views $views, iterable $sections, array $said = []): self
    {
        $layer = $first = $spacing = $isHole = $x = $y = $z = $turn = $facet = [];
        foreach ($sections as $section) {
            foreach ($section->points as $o => $points) {
                [$px, $py, $pf, $step] = self::along($points, $section->facets[$o]);
                $layer[] = $section->number;
                $first[] = count($x);
                $spacing[] = $step;
                $isHole[] = Outline::area($points) < 0.0;
                foreach (self::turns($px, $py, $step) as $i => $by) {
                    $x[] = $px[$i];
                    $y[] = $py[$i];
                    $z[] = $section->zMm;
                    $facet[] = $pf[$i];
                    $turn[] = $by;
                }
            }
        }
        $first[] = count($x);
        $seen = Visibility::atPoints($mesh, $facets, $views, $x, $y, $z, $facet);

        return new self(layer: $layer, first: $first, spacing: $spacing, isHole: $isHole, x: $x, y: $y, z: $z, turn: $turn, seen: $seen, weight: $said === [] ? $seen : array_map(static fn (float $v, int $f): float => $said[$f] >= 0.0 ? $said[$f] : $v, $seen, $facet));
    }

    /**
     * @param  list<float>  $p
     * @param  list<int>  $facets  of its pieces
     * @return array{list<float>, list<float>, list<int>, float} x, y and facet of the places, the first half a step from the first point; the step, mm
     */
    private static function along(array $p, array $facets): array
    {
        $n = intdiv(count($p), 2);
        $pieces = [];
        $length = 0.0;
        $p[] = $p[0];
        $p[] = $p[1];
        for ($i = 0; $i < 2 * $n; $i += 2) {
            $dx = (float) $p[$i + 2] - (float) $p[$i];
            $dy = (float) $p[$i + 3] - (float) $p[$i + 1];
            $pieces[] = $mm = sqrt($dx * $dx + $dy * $dy);
            $length += $mm;
        }
        $count = max(1, (int) ceil($length / self::SPACING_MM - 1e-9));
        $step = $length / $count;
        $x = $y = $facet = [];
        $i = 0;
        $gone = 0.0; // to where piece i begins
        $l = (float) $pieces[0];
        for ($k = 0; $k < $count; $k++) {
            $at = ($k + 0.5) * $step;
            while ($gone + $l < $at && $i + 1 < $n) {
                $gone += $l;
                $l = (float) $pieces[++$i];
            }
            $t = $l > 0.0 ? ($at - $gone) / $l : 0.0;
            $t = $t < 1.0 ? $t : 1.0;
            $j = 2 * $i;
            $x[] = $p[$j] + $t * ($p[$j + 2] - $p[$j]);
            $y[] = $p[$j + 1] + $t * ($p[$j + 3] - $p[$j + 1]);
            $facet[] = $facets[$i];
        }

        return [$x, $y, $facet, $step];
    }

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @return list<float>
     */
    private static function turns(array $x, array $y, float $spacing): array
    {
        $n = count($x);
        if ($n < 4) {
            return array_fill(0, $n, 0.0);
        }
        $reach = max(1, min(intdiv($n - 1, 2), (int) ceil(self::CORNER_MM / max($spacing, 1e-9))));
        $turn = [];
        for ($k = 0; $k < $n; $k++) {
            $a = ($k - $reach + $n) % $n;
            $b = ($k + $reach) % $n;
            $ux = $x[$k] - $x[$a];
            $uy = $y[$k] - $y[$a];
            $vx = $x[$b] - $x[$k];
            $vy = $y[$b] - $y[$k];
            $turn[] = atan2($ux * $vy - $uy * $vx, $ux * $vx + $uy * $vy);
        }

        return $turn;
    }

    /**
     * What a start at a place costs, in seen weights: a corner that points in swallows most of a blob, one that points out breaks the line of it
     * a little, a smooth face shows it all (common practice, no source for the figures).
     */
    public function cost(int $place): float
    {
        $turn = $this->turn[$place];
        $sharp = min(1.0, abs($turn) / (M_PI / 3));

        return $this->weight[$place] * (1 - ($turn < 0.0 ? 0.3 : 0.1) * $sharp);
    }
}
