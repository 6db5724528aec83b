<?php

declare(strict_types=1);

namespace Wrenlo\Core\Ironing;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Overlay;
use Wrenlo\Core\Slice\Slicer;

use function count;
use function intdiv;

/**
 * The faces of a standing piece that lie level and face up: facets within FLAT_DEG of level and SAME_MM of one another in height, less what stands
 * on them, put together where they touch.
 */
final class FlatTops
{
    public const FLAT_DEG = 0.5;

    /** Faces this near to one another in height are one, mm: far less than a layer. */
    private const SAME_MM = 0.02;

    /** What is smaller is not worth a stroke, mm². */
    public const LEAST_MM2 = 4.0;

    /**
     * @param  Mesh  $mesh  standing on the plate
     * @param  list<float>  $seen  weight of each facet
     * @return list<FlatTop> highest first
     */
    public static function of(Mesh $mesh, Surface $facets, array $seen): array
    {
        $levels = self::levels($mesh, $facets);
        if ($levels === []) {
            return [];
        }
        $above = self::above($mesh, array_keys($levels));
        $found = [];
        foreach (array_values($levels) as $n => [$z, $own]) {
            foreach (self::pieces(Overlay::boundary(self::border($mesh, $own), $above[$n])) as $outlines) {
                $area = 0.0;
                foreach ($outlines as $o) {
                    $area += Outline::area($o);
                }
                if ($area >= self::LEAST_MM2) {
                    $found[] = [$z, $outlines, $area, self::seenOn($outlines[0], $own, $facets, $seen)];
                }
            }
        }
        $found = array_reverse($found);
        $top = $found[0][0] ?? 0.0;

        return array_map(static fn (array $t): FlatTop => new FlatTop($t[0], $t[1], $t[2], $t[3], $t[0] >= $top - self::SAME_MM), $found);
    }

    /** @return array<string, array{float, list<int>}> name → height, and the level facets that lie there; from below */
    private static function levels(Mesh $mesh, Surface $facets): array
    {
        $flat = cos(deg2rad(self::FLAT_DEG));
        $at = [];
        foreach ($facets->nz as $f => $nz) {
            if ($nz >= $flat && $facets->area[$f] > 0.0) {
                $at[$f] = $facets->cz[$f];
            }
        }
        asort($at);
        /** @var array<string, array{float, list<int>}> $levels */
        $levels = [];
        $key = 'z';
        $z = -INF;
        foreach ($at as $f => $h) {
            if ($h > $z + self::SAME_MM) {
                $key = sprintf('z%.6f', $h);
                $levels[$key] = [$h, []];
            }
            $z = $h;
            $levels[$key] = [$h, [...($levels[$key][1] ?? []), $f]];
        }

        return $levels;
    }

    /**
     * @param  list<string>  $levels
     * @return list<list<list<float>>> outlines of what stands just above each
     */
    private static function above(Mesh $mesh, array $levels): array
    {
        $low = $mesh->bounds()->min->z;
        $found = [];
        foreach (Slicer::at($mesh, Rotation::bringingUp(new Vec3(0.0, 0.0, 1.0)), array_map(static fn (string $z): float => (float) substr($z, 1) + self::SAME_MM - $low, $levels))->sections() as $section) {
            $found[] = $section->points;
        }

        return $found;
    }

    /**
     * Edges of these facets that no other of them has, chained.
     *
     * @param  list<int>  $facets
     * @return list<list<float>>
     */
    private static function border(Mesh $mesh, array $facets): array
    {
        $n = $mesh->vertexCount();
        $edges = [];
        foreach ($facets as $f) {
            for ($k = 0; $k < 3; $k++) {
                $a = $mesh->tri[3 * $f + $k];
                $b = $mesh->tri[3 * $f + ($k + 1) % 3];
                if (isset($edges[$b * $n + $a])) {
                    unset($edges[$b * $n + $a]);
                } else {
                    $edges[$a * $n + $b] = true;
                }
            }
        }
        $from = [];
        foreach ($edges as $key => $_) {
            $from[intdiv($key, $n)][] = $key % $n;
        }
        $outlines = [];
        foreach (array_keys($from) as $start) {
            while (($from[$start] ?? []) !== []) {
                $points = [];
                for ($v = $start; ($from[$v] ?? []) !== [];) {
                    $points[] = $mesh->x[$v];
                    $points[] = $mesh->y[$v];
                    $v = array_pop($from[$v]);
                }
                if (count($points) >= 6) {
                    $outlines[] = $points;
                }
            }
        }

        return $outlines;
    }

    /**
     * Outer outlines, each with the holes in it.
     *
     * @param  list<list<float>>  $outlines  clean
     * @return list<list<list<float>>>
     */
    private static function pieces(array $outlines): array
    {
        $areas = array_map(Outline::area(...), $outlines);
        $pieces = [];
        foreach ($areas as $k => $area) {
            if ($area > 0.0) {
                $pieces[$k] = [$outlines[$k]];
            }
        }
        foreach ($areas as $k => $area) {
            if ($area >= 0.0) {
                continue;
            }
            $in = null;
            foreach (array_keys($pieces) as $o) {
                if (self::isIn($outlines[$o], $outlines[$k][0], $outlines[$k][1]) && ($in === null || $areas[$o] < $areas[$in])) {
                    $in = $o;
                }
            }
            if ($in !== null) {
                $pieces[$in][] = $outlines[$k];
            }
        }

        return array_values($pieces);
    }

    /** @param  list<float>  $p */
    private static function isIn(array $p, float $x, float $y): bool
    {
        $in = false;
        $n = count($p);
        for ($i = 0, $j = $n - 2; $i < $n; $j = $i, $i += 2) {
            if (($p[$i + 1] > $y) !== ($p[$j + 1] > $y) && $x < ($p[$j] - $p[$i]) * ($y - $p[$i + 1]) / ($p[$j + 1] - $p[$i + 1]) + $p[$i]) {
                $in = ! $in;
            }
        }

        return $in;
    }

    /**
     * @param  list<float>  $outer
     * @param  list<int>  $own
     * @param  list<float>  $seen
     */
    private static function seenOn(array $outer, array $own, Surface $facets, array $seen): float
    {
        $sum = $area = 0.0;
        foreach ($own as $f) {
            if (self::isIn($outer, $facets->cx[$f], $facets->cy[$f])) {
                $sum += $facets->area[$f] * $seen[$f];
                $area += $facets->area[$f];
            }
        }

        return $area > 0.0 ? min(1.0, $sum / $area) : 0.0;
    }
}
