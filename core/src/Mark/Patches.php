<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

use function array_fill;
use function arsort;
use function cos;
use function count;
use function deg2rad;

/** The surface taken apart into patches that look one way to within an angle, largest first: the stops when marks are set by keyboard. */
final readonly class Patches
{
    /**
     * @param  list<int>  $label  patch of each facet, 0 the largest
     * @param  list<float>  $areaMm2  of each patch
     * @param  list<int>  $seed  a facet of each patch: its largest
     */
    private function __construct(public array $label, public array $areaMm2, public array $seed) {}

    public static function of(Surface $facets, Neighbours $beyond, float $deg = Picker::PATCH_DEG): self
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz, 'area' => $area] = get_object_vars($facets);
        $next = $beyond->of;
        $least = cos(deg2rad($deg)) - 1e-9;
        $bySize = $area;
        arsort($bySize);
        $label = array_fill(0, count($area), -1);
        $sum = $seed = [];
        foreach ($bySize as $first => $_) {
            if ($label[$first] >= 0) {
                continue;
            }
            $patch = count($seed);
            $seed[] = $first;
            $label[$first] = $patch;
            [$x, $y, $z] = [$nx[$first], $ny[$first], $nz[$first]];
            $total = 0.0;
            $edge = [$first];
            for ($k = 0; $k < count($edge); $k++) {
                $f = $edge[$k];
                $total += $area[$f];
                foreach ([$next[3 * $f], $next[3 * $f + 1], $next[3 * $f + 2]] as $g) {
                    if ($g >= 0 && $label[$g] < 0 && $least <= $nx[$g] * $x + $ny[$g] * $y + $nz[$g] * $z) {
                        $label[$g] = $patch;
                        $edge[] = $g;
                    }
                }
            }
            $sum[] = $total;
        }
        arsort($sum);
        $rank = [];
        foreach ($sum as $patch => $_) {
            $rank[$patch] = count($rank);
        }

        return new self(
            array_map(static fn (int $p): int => $rank[$p], $label), array_values($sum),
            array_map(static fn (int $p): int => $seed[$p], array_keys($sum)),
        );
    }
}
