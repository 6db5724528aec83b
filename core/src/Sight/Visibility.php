<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\Unmeasurable;

use function array_fill;
use function count;
use function max;
use function min;

/**
 * What the viewers see, with what hides behind other parts: the *seen weight* of a facet is the share of the views, by
 * weight, from which its samples face the viewer and nothing lies in front.
 *
 * Of a mesh that is heavy to draw what hides what is found on a simplified copy, while each facet still faces by its own normal.
 */
final class Visibility
{
    private const MOST_FACETS = 30_000;

    /** Facets laid end to end may be this long, in cells of the copy: a cone of ten thousand slivers is as long as a figure of a million facets. */
    private const MOST_CELLS = 300_000;

    /** Along an axis, cells from −1 to 1 are this many twice: normals of a cell face the same views but for few. */
    private const CELLS = 16;

    /** Times the box round the piece that the facets may cover: a figure has about one, the finest lattice that can be read twenty-five. */
    private const MOST_LAYERS = 50;

    /**
     * The seen weight of each facet, 0 to 1. What takes the first look at a piece also refuses one whose facets lie over each other
     * by the thousand: every line through it would meet them all.
     *
     * @param  ?Simplified  $simplified  its `copyOf`, where there is one already
     * @return list<float>
     *
     * @throws Unmeasurable
     */
    public static function weights(Mesh $mesh, Surface $facets, Views $views, ?Simplified $simplified = null): array
    {
        $layers = $facets->totalAreaMm2() / max($mesh->bounds()->areaMm2(), 1e-12);
        if ($layers > self::MOST_LAYERS) {
            throw Unmeasurable::liesOverItself($layers);
        }
        $simplified ??= self::copyOf($mesh, $facets);
        if ($simplified !== null && self::isLarge($mesh)) {
            return self::weigh($facets, $views, ...self::openByCorners($mesh, $simplified, $views));
        }
        $samples = Samples::on($mesh, $facets);

        return self::weigh($facets, $views, self::openTo($samples, $mesh, $facets, $views, $simplified), $samples->first);
    }

    /**
     * The copy of a mesh on which what hides what is found, and slices are cut: of one with many facets, or with slivers whose length together
     * is that of many. Null where the mesh itself is light enough.
     */
    public static function copyOf(Mesh $mesh, Surface $facets): ?Simplified
    {
        return Simplified::to($mesh, self::MOST_FACETS, $facets, self::MOST_CELLS);
    }

    private static function isLarge(Mesh $mesh): bool
    {
        return $mesh->triangleCount() > self::MOST_FACETS;
    }

    /**
     * @param  Surface  $facets  that the samples lie on, of the mesh
     * @return list<int> views open to each sample, as bits
     */
    private static function openTo(Samples $samples, Mesh $mesh, Surface $facets, Views $views, ?Simplified $simplified): array
    {
        $drawn = $simplified->mesh ?? $mesh;

        return Sightlines::open($drawn, $simplified === null ? $facets : Surface::ofFacets($drawn), $views, $facets, $samples);
    }

    /**
     * The seen weight of points on the surface, one of each.
     *
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  list<int>  $of  facet that each lies on
     * @return list<float>
     */
    public static function atPoints(Mesh $mesh, Surface $facets, Views $views, array $x, array $y, array $z, array $of): array
    {
        $open = self::openTo(Samples::at($x, $y, $z, $of), $mesh, $facets, $views, self::copyOf($mesh, $facets));
        [, , , $share] = $views->flat();
        [$shareOf, $bytes] = self::sharesByByte($share);
        $seen = [];
        foreach ($open as $bits) {
            $sum = 0.0;
            for ($b = 0; $bits !== 0 && $b < $bytes; $b += 256, $bits >>= 8) {
                $sum += $shareOf[$b + ($bits & 255)];
            }
            $seen[] = min(1.0, $sum);
        }

        return $seen;
    }

    /**
     * Whether anybody sees a facet at all: those that no view of a few sees are looked for from four times as many. From 48 views alone
     * the area that nobody sees comes out a tenth too large where folds are deep.
     *
     * @param  list<float>  $seen  weights from Views::of the display
     * @param  ?callable(float): void  $progress
     * @return array<int, bool>
     */
    public static function isEverSeen(Mesh $mesh, Surface $facets, Display $display, array $seen, ?Simplified $simplified = null, ?callable $progress = null): array
    {
        $simplified ??= self::copyOf($mesh, $facets);
        $is = array_map(static fn (float $v): bool => $v > 0.0, $seen);
        $sets = Views::finer($display);
        foreach ($sets as $k => $views) {
            foreach (self::seenOf(array_keys($is, false, true), $mesh, $facets, $views, $simplified) as $f) {
                $is[$f] = true;
            }
            $progress && $progress(($k + 1) / count($sets));
        }

        return $is;
    }

    /**
     * Which of some facets any of the views sees.
     *
     * @param  list<int>  $some
     * @return list<int>
     */
    private static function seenOf(array $some, Mesh $mesh, Surface $facets, Views $views, ?Simplified $simplified): array
    {
        if ($simplified !== null && self::isLarge($mesh)) {
            [$open, $first] = self::openByCorners($mesh, $simplified, $views, $some);
        } else {
            $samples = Samples::on($mesh, $facets, $some);
            [$open, $first] = [self::openTo($samples, $mesh, $facets, $views, $simplified), $samples->first];
        }
        $facing = Sightlines::facing($facets, $views, $some);
        $seen = [];
        foreach ($some as $n => $f) {
            for ($s = $first[$n]; $s < $first[$n + 1]; $s++) {
                if ($open[$s] & $facing[$f]) {
                    $seen[] = $f;

                    break;
                }
            }
        }

        return $seen;
    }

    /**
     * Views open to each facet of a mesh that is too large to be drawn: those that are open to all its corners
     * on the copy; a view is open to a corner when it is to a facet there.
     *
     * @param  ?list<int>  $some  these facets alone
     * @return array{list<int>, list<int>} bits of each facet, and where each begins (one a facet)
     */
    private static function openByCorners(Mesh $mesh, Simplified $simplified, Views $views, ?array $some = null): array
    {
        $copy = $simplified->mesh;
        $surface = Surface::ofFacets($copy);
        $none = $copy->vertexCount();
        ['vertex' => $at] = get_object_vars($simplified);
        $tri = $mesh->tri;
        $samples = Samples::on($copy, $surface, $some === null ? null : self::facetsAt(self::cornersOf($some, $tri, $at), $copy));
        // a facet of a simplified copy that is just turned away may stand for one that still faces the viewer
        $open = Sightlines::open($copy, $surface, $views, $surface, $samples, -0.1);
        $corner = array_fill(0, $none + 1, 0); // the last one stands for −1
        foreach ($samples->of as $s => $f) {
            $bits = $open[$s];
            $corner[$copy->tri[3 * $f]] |= $bits;
            $corner[$copy->tri[3 * $f + 1]] |= $bits;
            $corner[$copy->tri[3 * $f + 2]] |= $bits;
        }
        $some ??= range(0, intdiv(count($tri), 3) - 1);
        $ofFacet = array_fill(0, count($some), 0);
        foreach ($some as $n => $f) {
            $i = 3 * $f;
            $a = $corner[$at[$tri[$i]] < 0 ? $none : $at[$tri[$i]]];
            $b = $corner[$at[$tri[$i + 1]] < 0 ? $none : $at[$tri[$i + 1]]];
            $c = $corner[$at[$tri[$i + 2]] < 0 ? $none : $at[$tri[$i + 2]]];
            $ofFacet[$n] = $a & $b & $c;
        }

        /** @var list<int> $ofFacet */
        return [$ofFacet, range(0, count($ofFacet))];
    }

    /**
     * @param  list<int>  $facets
     * @param  list<int>  $tri
     * @param  list<int>  $at  vertex of the copy for each vertex
     * @return array<int, true> vertices of the copy
     */
    private static function cornersOf(array $facets, array $tri, array $at): array
    {
        $corners = [];
        foreach ($facets as $f) {
            $corners[$at[$tri[3 * $f]]] = $corners[$at[$tri[3 * $f + 1]]] = $corners[$at[$tri[3 * $f + 2]]] = true;
        }

        return $corners;
    }

    /**
     * @param  array<int, true>  $vertices
     * @return list<int> facets with one of them
     */
    private static function facetsAt(array $vertices, Mesh $mesh): array
    {
        $found = [];
        foreach ($mesh->tri as $i => $v) {
            if (isset($vertices[$v])) {
                $found[intdiv($i, 3)] = true;
            }
        }

        return array_keys($found);
    }

    /**
     * @param  list<int>  $open  views open to each sample
     * @param  list<int>  $first  the samples of facet f are first[f] … first[f + 1] − 1
     * @return list<float>
     */
    private static function weigh(Surface $facets, Views $views, array $open, array $first): array
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($facets);
        [$vx, $vy, $vz, $share] = $views->flat();
        [$shareOf, $bytes] = self::sharesByByte($share);
        $facing = $doubtful = [];
        $seen = array_fill(0, count($nx), 0.0);
        foreach ($nx as $f => $x) {
            $from = $first[$f];
            $to = $first[$f + 1];
            $any = 0;
            for ($s = $from; $s < $to; $s++) {
                $any |= $open[$s];
            }
            if ($any === 0) {
                continue;
            }
            $y = $ny[$f];
            $z = $nz[$f];
            // what all normals of this cell face, and views that only some of them do
            $cell = ((int) (self::CELLS * $x + self::CELLS) << 20) | ((int) (self::CELLS * $y + self::CELLS) << 10) | (int) (self::CELLS * $z + self::CELLS);
            if (! isset($facing[$cell])) {
                [$facing[$cell], $doubtful[$cell]] = self::facedFrom($cell, $vx, $vy, $vz);
            }
            $faced = $facing[$cell];
            foreach ($doubtful[$cell] as $k) {
                if ($x * $vx[$k] + $y * $vy[$k] + $z * $vz[$k] > 0.0) {
                    $faced |= 1 << $k;
                }
            }
            $sum = 0.0;
            for ($s = $from; $s < $to; $s++) {
                $bits = $faced & $open[$s];
                for ($b = 0; $bits !== 0 && $b < $bytes; $b += 256, $bits >>= 8) {
                    $sum += $shareOf[$b + ($bits & 255)];
                }
            }
            $seen[$f] = min(1.0, $sum / ($to - $from));
        }

        /** @var list<float> $seen */
        return $seen;
    }

    /**
     * Of a cell of normals: views that all of them face, as bits, and views that some may face and others not.
     *
     * @param  list<float>  $vx
     * @param  list<float>  $vy
     * @param  list<float>  $vz
     * @return array{int, list<int>}
     */
    private static function facedFrom(int $cell, array $vx, array $vy, array $vz): array
    {
        $middle = static fn (int $n): float => (($n & 1023) + 0.5) / self::CELLS - 1;
        [$x, $y, $z] = [$middle($cell >> 20), $middle($cell >> 10), $middle($cell)];
        $reach = 0.87 / self::CELLS; // half the diagonal of a cell, and a little more
        $bits = 0;
        $doubtful = [];
        foreach ($vx as $k => $v) {
            $c = $x * $v + $y * $vy[$k] + $z * $vz[$k];
            if ($c > $reach) {
                $bits |= 1 << $k;
            } elseif ($c > -$reach) {
                $doubtful[] = $k;
            }
        }

        return [$bits, $doubtful];
    }

    /**
     * The shares of any eight views that follow one another, added up: a facet costs its bytes and not its bits.
     *
     * @param  list<float>  $share
     * @return array{list<float>, int} the sum for byte b of the bits at 256 · b + byte, and how many there are
     */
    private static function sharesByByte(array $share): array
    {
        $sums = [];
        for ($from = 0; $from < count($share); $from += 8) {
            for ($byte = 0; $byte < 256; $byte++) {
                $sum = 0.0;
                for ($k = 0; $k < 8; $k++) {
                    $sum += ($byte >> $k) & 1 ? $share[$from + $k] ?? 0.0 : 0.0;
                }
                $sums[] = $sum;
            }
        }

        return [$sums, count($sums)];
    }
}
