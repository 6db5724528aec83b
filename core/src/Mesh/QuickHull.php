<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use function abs;
use function array_diff;
use function array_keys;
use function array_push;
use function array_search;
use function array_values;
use function count;
use function max;
use function min;
use function sqrt;

/**
 * Convex hull of points by quickhull [Barber, Dobkin, Huhdanpaa, ACM TOMS 22(4), 1996], faces as triangles.
 *
 * One run an object, thrown away after it. Lists named f… run over the faces ever made, p… over the points.
 */
final class QuickHull
{
    /** Once the hull has this many faces (a fine sphere has every vertex on its hull) … */
    private const MANY_FACES = 40_000;

    /** … points that stand out by less than this share of the span are left out: 5 µm on 100 mm. */
    private const COARSE = 5e-5;

    private float $eps;

    private float $coarse;

    private int $living = 0;

    /** @var list<int> the corners of face f and the faces over its edges ab, bc, ca */
    private array $fa = [];

    /** @var list<int> */
    private array $fb = [];

    /** @var list<int> */
    private array $fc = [];

    /** @var array<int, array{int, int, int}> */
    private array $fNext = [];

    /** @var list<float> plane of face f: unit normal and offset */
    private array $fx = [];

    /** @var list<float> */
    private array $fy = [];

    /** @var list<float> */
    private array $fz = [];

    /** @var list<float> */
    private array $fd = [];

    /** @var array<int, list<int>> points in front of a living face; none for a dead one */
    private array $outside = [];

    /** @var list<bool> */
    private array $alive = [];

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z
     */
    private function __construct(private readonly array $x, private readonly array $y, private readonly array $z)
    {
        $span = max(max($x) - min($x), max($y) - min($y), max($z) - min($z));
        $this->eps = 1e-9 * $span;
        $this->coarse = self::COARSE * $span;
    }

    /**
     * @param  list<float>  $x  mm
     * @param  list<float>  $y  mm
     * @param  list<float>  $z  mm
     * @return list<int> point numbers, three a face, counter-clockwise from outside
     */
    public static function faces(array $x, array $y, array $z): array
    {
        $hull = new self($x, $y, $z);
        [$a, $b, $c, $d] = $hull->simplex();
        if ($d < 0) {
            return $hull->flat($a, $b, $c);
        }
        $hull->begin($a, $b, $c, $d);
        $hull->grow();
        $faces = [];
        foreach ($hull->alive as $f => $lives) {
            if ($lives) {
                array_push($faces, $hull->fa[$f], $hull->fb[$f], $hull->fc[$f]);
            }
        }

        return $faces;
    }

    /** @return array{int, int, int, int} four points that span the most; −1 where points run out (straight or flat set) */
    private function simplex(): array
    {
        ['x' => $x, 'y' => $y, 'z' => $z] = get_object_vars($this);
        $ends = [];
        foreach ([$x, $y, $z] as $axis) {
            $ends[] = (int) array_search(min($axis), $axis, true);
            $ends[] = (int) array_search(max($axis), $axis, true);
        }
        [$a, $b, $far] = [$ends[0], $ends[1], -1.0];
        foreach ($ends as $i) {
            foreach ($ends as $j) {
                $d = ($x[$i] - $x[$j]) ** 2 + ($y[$i] - $y[$j]) ** 2 + ($z[$i] - $z[$j]) ** 2;
                if ($d > $far) {
                    [$a, $b, $far] = [$i, $j, $d];
                }
            }
        }
        [$ux, $uy, $uz] = [$x[$b] - $x[$a], $y[$b] - $y[$a], $z[$b] - $z[$a]];
        [$c, $most] = [-1, $this->eps ** 2 * max($far, 1e-300)];
        foreach ($x as $i => $px) {
            [$vx, $vy, $vz] = [$px - $x[$a], $y[$i] - $y[$a], $z[$i] - $z[$a]];
            $off = ($uy * $vz - $uz * $vy) ** 2 + ($uz * $vx - $ux * $vz) ** 2 + ($ux * $vy - $uy * $vx) ** 2;
            if ($off > $most) {
                [$c, $most] = [$i, $off];
            }
        }
        if ($c < 0) {
            return [$a, $b, -1, -1];
        }
        [$nx, $ny, $nz, $nd] = $this->plane($a, $b, $c);
        [$d, $most] = [-1, $this->eps];
        foreach ($x as $i => $px) {
            $off = abs($nx * $px + $ny * $y[$i] + $nz * $z[$i] - $nd);
            if ($off > $most) {
                [$d, $most] = [$i, $off];
            }
        }

        return [$a, $b, $c, $d];
    }

    /** @return array{float, float, float, float} unit normal and offset of the plane through three points */
    private function plane(int $a, int $b, int $c): array
    {
        [$ax, $ay, $az] = [$this->x[$a], $this->y[$a], $this->z[$a]];
        [$ux, $uy, $uz] = [$this->x[$b] - $ax, $this->y[$b] - $ay, $this->z[$b] - $az];
        [$vx, $vy, $vz] = [$this->x[$c] - $ax, $this->y[$c] - $ay, $this->z[$c] - $az];
        $nx = $uy * $vz - $uz * $vy;
        $ny = $uz * $vx - $ux * $vz;
        $nz = $ux * $vy - $uy * $vx;
        $inv = 1 / (sqrt($nx * $nx + $ny * $ny + $nz * $nz) ?: 1.0);
        $nx *= $inv;
        $ny *= $inv;
        $nz *= $inv;

        return [$nx, $ny, $nz, $nx * $ax + $ny * $ay + $nz * $az];
    }

    /** @param  array{int, int, int}  $next the faces over ab, bc, ca */
    private function addFace(int $a, int $b, int $c, array $next): int
    {
        $this->fa[] = $a;
        $this->fb[] = $b;
        $this->fc[] = $c;
        [$this->fx[], $this->fy[], $this->fz[], $this->fd[]] = $this->plane($a, $b, $c);
        $this->fNext[] = $next;
        $this->outside[] = [];
        $this->alive[] = true;
        $this->living++;

        return count($this->fa) - 1;
    }

    private function begin(int $a, int $b, int $c, int $d): void
    {
        [$nx, $ny, $nz, $nd] = $this->plane($a, $b, $c);
        if ($nx * $this->x[$d] + $ny * $this->y[$d] + $nz * $this->z[$d] > $nd) {
            [$b, $c] = [$c, $b];
        }
        $this->addFace($a, $b, $c, [1, 2, 3]);
        $this->addFace($b, $a, $d, [0, 3, 2]);
        $this->addFace($c, $b, $d, [0, 1, 3]);
        $this->addFace($a, $c, $d, [0, 2, 1]);
        $this->share(array_keys($this->x), [0, 1, 2, 3]);
    }

    /**
     * Gives each point to the first face it lies in front of; the rest are inside for good.
     *
     * @param  list<int>  $points
     * @param  list<int>  $faces
     */
    private function share(array $points, array $faces): void
    {
        ['x' => $x, 'y' => $y, 'z' => $z] = get_object_vars($this);
        $eps = $this->eps;
        foreach ($faces as $f) {
            [$nx, $ny, $nz, $limit] = [$this->fx[$f], $this->fy[$f], $this->fz[$f], $this->fd[$f] + $eps];
            $mine = $rest = [];
            foreach ($points as $p) {
                if ($nx * $x[$p] + $ny * $y[$p] + $nz * $z[$p] > $limit) {
                    $mine[] = $p;
                } else {
                    $rest[] = $p;
                }
            }
            $this->outside[$f] = $mine;
            $points = $rest;
        }
    }

    private function grow(): void
    {
        ['x' => $x, 'y' => $y, 'z' => $z] = get_object_vars($this);
        for ($f = 0; $f < count($this->fa); $f++) {
            while ($this->outside[$f] !== []) {
                [$nx, $ny, $nz] = [$this->fx[$f], $this->fy[$f], $this->fz[$f]];
                $most = -INF;
                $eye = $this->outside[$f][0];
                foreach ($this->outside[$f] as $p) {
                    $h = $nx * $x[$p] + $ny * $y[$p] + $nz * $z[$p];
                    if ($h > $most) {
                        $most = $h;
                        $eye = $p;
                    }
                }
                if ($this->living > self::MANY_FACES && $most - $this->fd[$f] < $this->coarse) {
                    $this->outside[$f] = [];
                } else {
                    $this->addPoint($eye, $f);
                }
            }
        }
    }

    private function addPoint(int $eye, int $from): void
    {
        [$visible, $horizon] = $this->visibleFrom($eye, $from);
        $startAt = $endAt = [];
        $first = count($this->fa);
        foreach ($horizon as $k => [$a, $b]) {
            $startAt[$a] = $endAt[$b] = $first + $k;
        }
        if (count($startAt) !== count($horizon) || count($endAt) !== count($horizon)) {
            // Rounding made the rim cross itself: the point is within the tolerance of the hull. Leave it out.
            $this->outside[$from] = array_values(array_diff($this->outside[$from], [$eye]));

            return;
        }
        $points = $fresh = [];
        foreach ($visible as $f) {
            foreach ($this->outside[$f] as $p) {
                if ($p !== $eye) {
                    $points[] = $p;
                }
            }
            $this->outside[$f] = [];
            $this->alive[$f] = false;
            $this->living--;
        }
        foreach ($horizon as [$a, $b, $beyond, $edge]) {
            $f = $this->addFace($a, $b, $eye, [$beyond, $startAt[$b], $endAt[$a]]);
            $this->fNext[$beyond][$edge] = $f;
            $fresh[] = $f;
        }
        $this->share($points, $fresh);
    }

    /**
     * @return array{list<int>, list<array{int, int, int, int}>} the faces the point sees, and the rim: corners a → b, the
     *                                                           unseen face beyond, and which of its edges it is
     */
    private function visibleFrom(int $eye, int $from): array
    {
        [$px, $py, $pz] = [$this->x[$eye], $this->y[$eye], $this->z[$eye]];
        $isVisible = [$from => true];
        $visible = [$from];
        $rim = [];
        for ($i = 0; $i < count($visible); $i++) {
            $f = $visible[$i];
            $corners = [$this->fa[$f], $this->fb[$f], $this->fc[$f]];
            foreach ($this->fNext[$f] as $e => $g) {
                if (! isset($isVisible[$g])) {
                    $isVisible[$g] = $this->fx[$g] * $px + $this->fy[$g] * $py + $this->fz[$g] * $pz > $this->fd[$g] + $this->eps;
                    if ($isVisible[$g]) {
                        $visible[] = $g;
                    }
                }
                if (! $isVisible[$g]) {
                    $a = $corners[$e];
                    $rim[] = [$a, $corners[($e + 1) % 3], $g, $this->edgeEndingAt($g, $a)];
                }
            }
        }

        return [$visible, $rim];
    }

    /** Which edge of face g ends at corner a (0: ab, 1: bc, 2: ca). */
    private function edgeEndingAt(int $g, int $a): int
    {
        return $this->fb[$g] === $a ? 0 : ($this->fc[$g] === $a ? 1 : 2);
    }

    /** @return list<int> the outline of a flat set of points, as a fan and its back; of a straight one, its two ends */
    private function flat(int $a, int $b, int $c): array
    {
        if ($c < 0) {
            return [$a, $b, $b];
        }
        [$nx, $ny, $nz] = $this->plane($a, $b, $c);
        [$ux, $uy, $uz] = [$this->x[$b] - $this->x[$a], $this->y[$b] - $this->y[$a], $this->z[$b] - $this->z[$a]];
        $flat = [];
        foreach ($this->x as $i => $px) {
            [$py, $pz] = [$this->y[$i], $this->z[$i]];
            $flat[] = [
                $ux * $px + $uy * $py + $uz * $pz,
                ($ny * $uz - $nz * $uy) * $px + ($nz * $ux - $nx * $uz) * $py + ($nx * $uy - $ny * $ux) * $pz,
            ];
        }
        $rim = Polygon::hull($flat);
        $faces = [];
        for ($k = 1; $k < count($rim) - 1; $k++) {
            array_push($faces, $rim[0], $rim[$k], $rim[$k + 1], $rim[0], $rim[$k + 1], $rim[$k]);
        }

        return $faces;
    }
}
