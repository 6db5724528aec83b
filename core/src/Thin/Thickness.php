<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\TriangleIndex;

use function array_fill;
use function ceil;
use function count;
use function min;
use function sqrt;

/**
 * Local thickness over the surface: from a point on it straight inwards to where that line leaves the solid.
 *
 * The points are spread by area. The surface is laid out along the curve of `TriangleIndex`, large facets in parts, and cut
 * into STRATA stretches of equal area. A first ray in each tells where it is thin; then each stretch gets rays of its own,
 * more where it or a neighbour is thin, each counting for an equal share of the stretch. The first rays are not counted: what
 * decides where to look closer must not weigh in what is found there (two-phase sampling). No chance is involved: the points follow
 * a sequence of low discrepancy [Roberts' R₃, from memory], so the same mesh gives the same numbers.
 *
 * Where the line meets nothing (a hole in the surface) the thickness is not known; where it leaves through a wall that does not
 * face the one it came from, beside a sharp edge, there is no wall to speak of: INF in both cases, only the first is unknown.
 */
final readonly class Thickness
{
    public const STRATA = 4_000;

    /** Rays that are counted, where the surface is large enough to hold them. */
    public const SAMPLES = 20_000;

    /** Thinner than this, and it is looked at more closely: four lines of a common nozzle, mm. */
    private const CLOSER_MM = 2.0;

    private const LEAST_PER_STRATUM = 2;

    private const MOST_PER_STRATUM = 16;

    private const MOST_CROSSED = 64;

    /** Walls face each other when their outward normals are within 45° of opposite (as shared/judge/thin.py reads it). */
    private const FACING = -M_SQRT1_2;

    /** Steps of the sequence along the curve and over a facet: 1/g, 1/g², 1/g³ with g⁴ = g + 1. */
    private const STEP = [0.8191725133961645, 0.6710436067037893, 0.5497004779019703];

    /**
     * @param  list<float>  $sampleMm  by sample; INF where there is no opposite wall
     * @param  list<float>  $sampleMm2  the area each stands for
     * @param  list<int>  $sampleFacet
     * @param  list<float>  $sampleAt  x, y, z of each, file frame
     * @param  list<int>  $first  the samples of stretch s are first[s] … first[s + 1] − 1
     * @param  list<float>  $mm  by facet, for a tint: the thinnest of its samples, or the nearest along the curve
     */
    private function __construct(
        public array $sampleMm, public array $sampleMm2, public array $sampleFacet, public array $sampleAt, private array $first, public array $mm,
        /** share of the surface on facets that hold a sample */
        public float $sampledShare,
        /** share of the surface whose thickness is known */
        public float $knownShare,
    ) {}

    public function samples(): int
    {
        return count($this->sampleMm);
    }

    /** @param  ?callable(float): void  $progress share done; may throw to stop */
    public static function of(Mesh $mesh, Surface $facets, ?callable $progress = null): self
    {
        $index = TriangleIndex::of($mesh);
        $layout = new AreaLayout($mesh, $facets, $index->order, self::STRATA);
        $strata = $layout->strata;
        $isThin = array_fill(0, $strata + 2, false); // shifted by one, so that both ends have a neighbour
        $n = 0;
        for ($s = 0; $s < $strata; $s++) {
            [$f, $x, $y, $z] = $layout->at($s, self::part($n, 0), self::part($n, 1), self::part($n, 2));
            $isThin[$s + 1] = self::through($index, $facets, $f, $x, $y, $z) < self::CLOSER_MM;
            $n++;
            if ($progress && $s % 500 === 0) {
                $progress(0.15 * $s / $strata);
            }
        }
        $isClose = [];
        for ($s = 0; $s < $strata; $s++) {
            $isClose[] = $isThin[$s] || $isThin[$s + 1] || $isThin[$s + 2];
        }
        $close = count(array_filter($isClose));
        $perClose = $close === 0 ? 0 : (int) min(self::MOST_PER_STRATUM, max(self::LEAST_PER_STRATUM, ceil((self::SAMPLES - self::LEAST_PER_STRATUM * ($strata - $close)) / $close)));
        $mm = $area = $of = $at = $first = [];
        $known = 0.0;
        $layout->rewind();
        for ($s = 0; $s < $strata; $s++) {
            $first[] = count($mm);
            $rays = $isClose[$s] ? $perClose : self::LEAST_PER_STRATUM;
            for ($k = 0; $k < $rays; $k++, $n++) {
                [$f, $x, $y, $z] = $layout->at($s, ($k + self::part($n, 0)) / $rays, self::part($n, 1), self::part($n, 2));
                $t = self::through($index, $facets, $f, $x, $y, $z);
                $known += $t < 0 ? 0.0 : $layout->stratumMm2 / $rays;
                $mm[] = $t < 0 ? INF : $t;
                $area[] = $layout->stratumMm2 / $rays;
                $of[] = $f;
                $at[] = $x;
                $at[] = $y;
                $at[] = $z;
            }
            if ($progress && $s % 200 === 0) {
                $progress(0.15 + 0.85 * $s / $strata);
            }
        }
        $first[] = count($mm);

        return new self($mm, $area, $of, $at, $first, self::byFacet($index->order, $mm, $of), self::shareOf($facets, $of), $known / max($facets->totalAreaMm2(), 1e-300));
    }

    /** Area between two thicknesses, the lower one included, mm². */
    public function areaMm2(float $fromMm, float $toMm): float
    {
        $sum = 0.0;
        foreach ($this->sampleMm as $k => $t) {
            $sum += $t >= $fromMm && $t < $toMm ? $this->sampleMm2[$k] : 0.0;
        }

        return $sum;
    }

    /**
     * The standard error of `areaMm2`: each stretch adds (area of the stretch)² · p (1 − p) / (rays − 1), with p its share of rays
     * between the two. As if the rays of a stretch fell at random: they are spread more evenly than that, so it is rather less.
     */
    public function errorMm2(float $fromMm, float $toMm): float
    {
        $variance = 0.0;
        for ($s = 0, $strata = count($this->first) - 1; $s < $strata; $s++) {
            $rays = $this->first[$s + 1] - $this->first[$s];
            $in = 0;
            for ($k = $this->first[$s]; $k < $this->first[$s + 1]; $k++) {
                $in += $this->sampleMm[$k] >= $fromMm && $this->sampleMm[$k] < $toMm ? 1 : 0;
            }
            $variance += $rays > 1 ? ($rays * $this->sampleMm2[$this->first[$s]]) ** 2 * $in / $rays * (1 - $in / $rays) / ($rays - 1) : 0.0;
        }

        return sqrt($variance);
    }

    /**
     * Thickness below which a share of the surface with an opposite wall lies.
     *
     * @param  list<float>  $shares
     * @return list<float> mm, in the order of the shares; 0 when nothing is known
     */
    public function percentiles(array $shares): array
    {
        $known = array_filter($this->sampleMm, static fn (float $t): bool => $t < INF);
        asort($known);
        $all = 0.0;
        foreach ($known as $k => $_) {
            $all += $this->sampleMm2[$k];
        }
        $found = [];
        foreach ($shares as $n => $share) {
            $sum = 0.0;
            $found[$n] = 0.0;
            foreach ($known as $k => $t) {
                $sum += $this->sampleMm2[$k];
                $found[$n] = $t;
                if ($sum >= $share * $all) {
                    break;
                }
            }
        }

        return array_values($found);
    }

    /**
     * Area by thickness, for a histogram.
     *
     * @return list<float> mm² in each bin; the last one holds what is thicker
     */
    public function histogram(float $binMm, int $bins): array
    {
        $area = array_fill(0, $bins, 0.0);
        foreach ($this->sampleMm as $k => $t) {
            if ($t < INF) {
                $area[min($bins - 1, (int) ($t / $binMm))] += $this->sampleMm2[$k];
            }
        }

        return array_values($area);
    }

    /** How far the line goes; INF where it leaves through a wall that does not face this one, −1 where it meets nothing. */
    private static function through(TriangleIndex $index, Surface $facets, int $f, float $x, float $y, float $z): float
    {
        [$nx, $ny, $nz] = [$facets->nx[$f], $facets->ny[$f], $facets->nz[$f]];
        $t = 0.0;
        $wall = $f;
        // into a shell within this one and out of it again is no wall: the line ends where it has left all it was in
        for ($depth = 1, $crossed = 0; $depth > 0; $crossed++) {
            [$on, $wall] = $index->first($x - $t * $nx, $y - $t * $ny, $z - $t * $nz, -$nx, -$ny, -$nz, $wall);
            if ($wall < 0 || $crossed > self::MOST_CROSSED) {
                return -1.0;
            }
            $t += $on;
            $depth += $nx * $facets->nx[$wall] + $ny * $facets->ny[$wall] + $nz * $facets->nz[$wall] > 0.0 ? 1 : -1;
        }

        return $nx * $facets->nx[$wall] + $ny * $facets->ny[$wall] + $nz * $facets->nz[$wall] < self::FACING ? $t : INF;
    }

    /** Number n of the sequence, 0 to 1. */
    private static function part(int $n, int $axis): float
    {
        $v = 0.5 + ($n + 1) * self::STEP[$axis];

        return $v - (int) $v;
    }

    /**
     * @param  list<int>  $order  facets along the curve
     * @param  list<float>  $mm  by sample
     * @param  list<int>  $of
     * @return list<float>
     */
    private static function byFacet(array $order, array $mm, array $of): array
    {
        $least = [];
        foreach ($of as $k => $f) {
            $least[$f] = min($least[$f] ?? INF, $mm[$k]);
        }
        $by = array_fill(0, count($order), INF);
        $last = null;
        $before = [];
        foreach ($order as $f) {
            if (isset($least[$f])) {
                foreach ($before as $earlier) {
                    $by[$earlier] = $least[$f];
                }
                $before = [];
                $last = $least[$f];
            }
            if ($last === null) {
                $before[] = $f;
            } else {
                $by[$f] = $last;
            }
        }

        return array_values($by);
    }

    /** @param  list<int>  $of */
    private static function shareOf(Surface $facets, array $of): float
    {
        $area = 0.0;
        foreach (array_unique($of) as $f) {
            $area += $facets->area[$f];
        }

        return $area / max($facets->totalAreaMm2(), 1e-300);
    }
}
