<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\Unmeasurable;

use function array_fill;
use function ceil;
use function count;
use function max;
use function min;
use function sqrt;

/**
 * What the viewers see, with what hides behind other parts: the *seen weight* of a facet is the share of the views, by
 * weight, from which its samples face the viewer and nothing lies in front.
 *
 * For each view the facets are drawn into a depth buffer; a sample is seen when its plane reaches the depth found there,
 * within a pixel. A facet has one sample, its centroid; one that is large has several, spread
 * evenly. Above MOST_FACETS what hides what is found on a simplified copy, while each facet still faces by its own normal.
 */
final class Visibility
{
    public const MOST_FACETS = 30_000;

    /** A facet above this share of the surface is sampled more than once. */
    private const SAMPLE_SHARE = 1 / 2500;

    /** Samples along the side of the largest facet. */
    private const MOST_SAMPLES = 24;

    /** A facet turned further from the viewer than this (cosine) is followed as if it were this far. */
    private const FLATTEST = 0.05;

    /** Along an axis, cells from −1 to 1 are this many twice: normals of a cell face the same views but for few. */
    private const CELLS = 16;

    /** What may lie in front of a sample and still be its own surroundings, in pixels. */
    private const LENIENT = 1.0;

    /** Times the box round the piece that the facets may cover: a figure has about one, the finest lattice that can be read twenty-five. */
    private const MOST_LAYERS = 50;

    /**
     * The seen weight of each facet, 0 to 1. What takes the first look at a piece also refuses one whose facets lie over each other
     * by the thousand: every line through it would meet them all.
     *
     * @param  ?Simplified  $simplified  the copy for a mesh above MOST_FACETS, where there is one already
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
        $simplified ??= Simplified::to($mesh, self::MOST_FACETS, $facets);
        if ($simplified !== null) {
            return self::weigh($facets, $views, ...self::openByCorners($mesh, $simplified, $views));
        }
        $samples = self::samples($mesh, $facets);

        return self::weigh($facets, $views, self::open($mesh, $facets, $views, $facets, $samples, 0.0), $samples[4]);
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
        $copy = Simplified::to($mesh, self::MOST_FACETS, $facets)?->mesh;
        $open = self::open($copy ?? $mesh, $copy === null ? $facets : Surface::ofFacets($copy), $views, $facets, [$x, $y, $z, $of], 0.0);
        [, , , $share] = self::flat($views);
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
        $simplified ??= Simplified::to($mesh, self::MOST_FACETS, $facets);
        $is = array_map(static fn (float $v): bool => $v > 0.0, $seen);
        $sets = Views::finer($display);
        foreach ($sets as $k => $views) {
            foreach (self::openTo(array_keys($is, false, true), $mesh, $facets, $views, $simplified) as $f) {
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
    private static function openTo(array $some, Mesh $mesh, Surface $facets, Views $views, ?Simplified $simplified): array
    {
        $samples = self::samples($mesh, $facets, $some);
        [$open, $first] = $simplified === null ? [self::open($mesh, $facets, $views, $facets, $samples, 0.0), $samples[4]] : self::openByCorners($mesh, $simplified, $views, $some);
        $facing = self::facing($facets, $views, $some, 0.0);
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
        $samples = self::samples($copy, $surface, $some === null ? null : self::facetsAt(self::cornersOf($some, $tri, $at), $copy));
        // a facet of a simplified copy that is just turned away may stand for one that still faces the viewer
        $open = self::open($copy, $surface, $views, $surface, $samples, -0.1);
        $corner = array_fill(0, $none + 1, 0); // the last one stands for −1
        foreach ($samples[3] as $s => $f) {
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
        [$vx, $vy, $vz, $share] = self::flat($views);
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

    /** @return array{list<float>, list<float>, list<float>, list<float>} directions and shares of the views */
    private static function flat(Views $views): array
    {
        $vx = $vy = $vz = $share = [];
        foreach ($views->all as [$view, $s]) {
            $vx[] = $view->x;
            $vy[] = $view->y;
            $vz[] = $view->z;
            $share[] = $s;
        }

        return [$vx, $vy, $vz, $share];
    }

    /**
     * Points on the facets: the centroid, or the centroids of n² equal parts of a large facet.
     *
     * @param  ?list<int>  $some  on these facets alone
     * @return array{list<float>, list<float>, list<float>, list<int>, list<int>} x, y, z and facet of each sample; the samples of
     *                                                                            the n-th facet are first[n] … first[n + 1] − 1
     */
    private static function samples(Mesh $mesh, Surface $facets, ?array $some = null): array
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $most = max(1e-300, $facets->totalAreaMm2() * self::SAMPLE_SHARE);
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
            $n = min(self::MOST_SAMPLES, (int) ceil(sqrt($area / $most)));
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

        return [$sx, $sy, $sz, $of, $first];
    }

    /**
     * Bit k of a sample is set when nothing lies between it and view k.
     *
     * @param  Mesh  $mesh  what is drawn, with its facets
     * @param  Surface  $lieOn  what the samples lie on
     * @param  array{0: list<float>, 1: list<float>, 2: list<float>, 3: list<int>, 4?: list<int>}  $samples
     * @param  float  $turnedAway  cosine to the viewer at which a facet is taken to face away
     * @return list<int>
     */
    private static function open(Mesh $mesh, Surface $facets, Views $views, Surface $lieOn, array $samples, float $turnedAway): array
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($lieOn);
        [$sx, $sy, $sz, $of] = $samples;
        $backToo = ! self::isClosed($facets);
        $facing = self::facing($lieOn, $views, $of, $turnedAway);
        $open = array_fill(0, count($of), 0);
        foreach ($views->all as $k => [$view]) {
            $right = self::across($view);
            $up = $view->cross($right);
            $drawn = DepthBuffer::drawn($mesh, $facets, $view, $right, $up, $backToo);
            $depths = $drawn->depths;
            $width = $drawn->width;
            $pixel = $drawn->pixelMm;
            $minU = $drawn->minU;
            $minV = $drawn->minV;
            $ax = $view->x;
            $ay = $view->y;
            $az = $view->z;
            $bx = $right->x;
            $by = $right->y;
            $bz = $right->z;
            $cx = $up->x;
            $cy = $up->y;
            $cz = $up->z;
            $inv = 1 / $pixel;
            $lenient = $pixel * self::LENIENT; // a copy may be a little smaller than what lies on it
            $bit = 1 << $k;
            foreach ($of as $s => $f) {
                if (($facing[$f] & $bit) === 0) {
                    continue;
                }
                $x = (float) $sx[$s];
                $y = (float) $sy[$s];
                $z = (float) $sz[$s];
                $n = (float) $nx[$f];
                $m = (float) $ny[$f];
                $o = (float) $nz[$f];
                $c = $n * $ax + $m * $ay + $o * $az;
                $u = ($x * $bx + $y * $by + $z * $bz - $minU) * $inv;
                $v = ($x * $cx + $y * $cy + $z * $cz - $minV) * $inv;
                $col = (int) $u;
                $row = (int) $v;
                // the plane of the facet, followed from the sample to the pixel centre
                $steep = $pixel / ($c > self::FLATTEST ? $c : self::FLATTEST);
                $own = $x * $ax + $y * $ay + $z * $az - $steep * (($col + 0.5 - $u) * ($n * $bx + $m * $by + $o * $bz) + ($row + 0.5 - $v) * ($n * $cx + $m * $cy + $o * $cz));
                if ($own >= ($depths[$row * $width + $col] ?? -INF) - $lenient) {
                    $open[$s] |= $bit;
                }
            }
        }

        /** @var list<int> $open */
        return $open;
    }

    /**
     * Views that facets with samples are turned to, as bits.
     *
     * @param  list<int>  $of  facet of each sample
     * @return array<int, int> by facet
     */
    private static function facing(Surface $facets, Views $views, array $of, float $turnedAway): array
    {
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($facets);
        [$vx, $vy, $vz] = self::flat($views);
        $count = count($vx);
        $facing = array_fill(0, count($nx), -1);
        foreach ($of as $f) {
            if ($facing[$f] >= 0) {
                continue;
            }
            $x = (float) $nx[$f];
            $y = (float) $ny[$f];
            $z = (float) $nz[$f];
            $bits = 0;
            for ($k = 0; $k < $count; $k++) {
                if ($x * (float) $vx[$k] + $y * (float) $vy[$k] + $z * (float) $vz[$k] > $turnedAway) {
                    $bits |= 1 << $k;
                }
            }
            $facing[$f] = $bits;
        }

        return $facing;
    }

    private static function across(Vec3 $view): Vec3
    {
        return $view->cross(abs($view->z) < 0.9 ? new Vec3(0, 0, 1) : new Vec3(1, 0, 0))->unit();
    }

    /** The facets of a closed surface cancel as vectors. */
    private static function isClosed(Surface $facets): bool
    {
        $x = $y = $z = 0.0;
        foreach ($facets->area as $f => $a) {
            $x += $a * $facets->nx[$f];
            $y += $a * $facets->ny[$f];
            $z += $a * $facets->nz[$f];
        }

        return sqrt($x * $x + $y * $y + $z * $z) < 0.002 * $facets->totalAreaMm2();
    }
}
