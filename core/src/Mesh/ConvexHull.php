<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use Wrenlo\Core\Geometry\Vec3;

/**
 * The convex hull of a mesh's vertices: what touches the plate in any stance.
 *
 * Points nearer than 1e-9 of the span to a face count as on it; on a hull of more than 40,000 faces, nearer than 5e-5. A flat or straight set of points gets a hull
 * without volume: its outline, as two fans back to back, so that it still can be climbed.
 *
 * Corner k lies at (x[k], y[k], z[k]); its neighbours are link[start[k]] … link[start[k + 1] − 1].
 */
final readonly class ConvexHull
{
    /** A side whose corners differ by no more than this is level. */
    private const LEVEL_MM = 1e-6;

    /**
     * @param  list<float>  $x  mm, the hull's own corners
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  list<int>  $faces  corner numbers, three a face, counter-clockwise from outside
     * @param  list<int>  $start  where each corner's neighbours begin in `link`; one longer than the corners
     * @param  list<int>  $link
     */
    private function __construct(
        public array $x, public array $y, public array $z,
        public array $faces, public array $start, public array $link,
    ) {}

    public static function of(Mesh $mesh): self
    {
        $faces = QuickHull::faces($mesh->x, $mesh->y, $mesh->z);
        $corner = $x = $y = $z = $local = [];
        foreach ($faces as $v) {
            if (! isset($corner[$v])) {
                $corner[$v] = count($x);
                $x[] = $mesh->x[$v];
                $y[] = $mesh->y[$v];
                $z[] = $mesh->z[$v];
            }
            $local[] = $corner[$v];
        }

        return self::fromFaces($x, $y, $z, $local);
    }

    /**
     * A hull that was computed before.
     *
     * @param  list<float>  $x  mm, the hull's own corners
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  list<int>  $faces
     */
    public static function fromFaces(array $x, array $y, array $z, array $faces): self
    {
        [$start, $link] = self::links($faces, count($x));

        return new self($x, $y, $z, $faces, $start, $link);
    }

    /**
     * @param  list<int>  $faces
     * @return array{list<int>, list<int>}
     */
    private static function links(array $faces, int $corners): array
    {
        $near = array_fill(0, $corners, []);
        for ($i = 0, $n = count($faces); $i < $n; $i += 3) {
            [$a, $b, $c] = [$faces[$i], $faces[$i + 1], $faces[$i + 2]];
            $near[$a][$b] = $near[$b][$a] = $near[$b][$c] = $near[$c][$b] = $near[$c][$a] = $near[$a][$c] = true;
        }
        $start = [0];
        $link = [];
        foreach ($near as $k => $others) {
            foreach ($others as $o => $_) {
                if ($o !== $k) {
                    $link[] = $o;
                }
            }
            $start[] = count($link);
        }

        return [$start, $link];
    }

    public function volumeMm3(): float
    {
        [$x, $y, $z, $faces] = [$this->x, $this->y, $this->z, $this->faces];
        $six = 0.0;
        [$ox, $oy, $oz] = [$x[0], $y[0], $z[0]];
        for ($i = 0, $n = count($faces); $i < $n; $i += 3) {
            [$a, $b, $c] = [$faces[$i], $faces[$i + 1], $faces[$i + 2]];
            [$bx, $by, $bz] = [$x[$b] - $ox, $y[$b] - $oy, $z[$b] - $oz];
            [$cx, $cy, $cz] = [$x[$c] - $ox, $y[$c] - $oy, $z[$c] - $oz];
            $six += ($x[$a] - $ox) * ($by * $cz - $bz * $cy) + ($y[$a] - $oy) * ($bz * $cx - $bx * $cz) + ($z[$a] - $oz) * ($bx * $cy - $by * $cx);
        }

        return $six / 6;
    }

    /**
     * The corner farthest along (dx, dy, dz), found by climbing from corner `from`. On a convex body no climb gets stuck but in the
     * middle of a flat side that faces straight away, where all around is level: there all corners are looked at.
     */
    public function farthest(float $dx, float $dy, float $dz, int $from = 0): int
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'start' => $start, 'link' => $link] = get_object_vars($this);
        $at = $next = $from;
        $best = $x[$at] * $dx + $y[$at] * $dy + $z[$at] * $dz;
        do {
            $moved = false;
            $lower = $best;
            for ($i = $start[$at], $end = $start[$at + 1]; $i < $end; $i++) {
                $k = $link[$i];
                $h = $x[$k] * $dx + $y[$k] * $dy + $z[$k] * $dz;
                if ($h > $best) {
                    $best = $h;
                    $next = $k;
                    $moved = true;
                } elseif ($h < $lower) {
                    $lower = $h;
                }
            }
            if ($moved) {
                $at = $next;
            }
        } while ($moved);
        if ($best - $lower > self::LEVEL_MM) {
            return $at;
        }
        foreach ($x as $k => $px) {
            $h = $px * $dx + $y[$k] * $dy + $z[$k] * $dz;
            if ($h > $best + self::LEVEL_MM) {
                $best = $h;
                $at = $k;
            }
        }

        return $at;
    }

    /**
     * The corners within `withinMm` of the lowest one along `up`.
     *
     * @return list<int>
     */
    public function lowest(Vec3 $up, int $lowestCorner, float $withinMm): array
    {
        $limit = $this->height($lowestCorner, $up) + $withinMm;
        $found = [$lowestCorner => true];
        $open = [$lowestCorner];
        while (($at = array_pop($open)) !== null) {
            for ($i = $this->start[$at]; $i < $this->start[$at + 1]; $i++) {
                $k = $this->link[$i];
                if (! isset($found[$k]) && $this->height($k, $up) <= $limit) {
                    $found[$k] = true;
                    $open[] = $k;
                }
            }
        }

        return array_keys($found);
    }

    public function height(int $corner, Vec3 $up): float
    {
        return $this->x[$corner] * $up->x + $this->y[$corner] * $up->y + $this->z[$corner] * $up->z;
    }

    /**
     * The outward normals of the hull's sides, faces of one plane (within 0.5°) taken together, largest area first.
     *
     * @return list<array{Vec3, float}> normal and area in mm²
     */
    public function sides(int $most = PHP_INT_MAX): array
    {
        [$x, $y, $z, $faces] = [$this->x, $this->y, $this->z, $this->faces];
        $sx = $sy = $sz = $total = [];
        for ($i = 0, $n = count($faces); $i < $n; $i += 3) {
            [$a, $b, $c] = [$faces[$i], $faces[$i + 1], $faces[$i + 2]];
            [$ux, $uy, $uz] = [$x[$b] - $x[$a], $y[$b] - $y[$a], $z[$b] - $z[$a]];
            [$vx, $vy, $vz] = [$x[$c] - $x[$a], $y[$c] - $y[$a], $z[$c] - $z[$a]];
            [$cx, $cy, $cz] = [0.5 * ($uy * $vz - $uz * $vy), 0.5 * ($uz * $vx - $ux * $vz), 0.5 * ($ux * $vy - $uy * $vx)];
            $area = sqrt($cx * $cx + $cy * $cy + $cz * $cz);
            if ($area <= 0.0) {
                continue;
            }
            $key = (int) round(115 * $cx / $area) << 20 | ((int) round(115 * $cy / $area) + 512) << 10 | (int) round(115 * $cz / $area) + 512;
            $sx[$key] = ($sx[$key] ?? 0.0) + $cx;
            $sy[$key] = ($sy[$key] ?? 0.0) + $cy;
            $sz[$key] = ($sz[$key] ?? 0.0) + $cz;
            $total[$key] = ($total[$key] ?? 0.0) + $area;
        }
        arsort($total);
        $sides = [];
        foreach (array_slice($total, 0, $most, true) as $key => $area) {
            $sides[] = [(new Vec3($sx[$key] / $area, $sy[$key] / $area, $sz[$key] / $area))->unit(), $area];
        }

        return $sides;
    }
}
