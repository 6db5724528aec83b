<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use Generator;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Mesh;

/**
 * A stance cut at even heights: each outline with its area and what of it is seen. For what is a matter of cross-sections
 * (weak members, balance on the way up, islands).
 */
final readonly class Slices
{
    /**
     * Seen weights are averaged along an outline over at least this length before the least is taken: each facet's weight is
     * one look at its middle, and the least of many single looks would be a lucky one.
     */
    public const SEAM_MM = 2.0;

    /**
     * One entry an outline, slice by slice from below.
     *
     * @param  float  $stepMm  distance from slice to slice; slice k lies at (k + ½) step
     * @param  int  $count  slices
     * @param  list<int>  $slice  of each outline
     * @param  list<float>  $area  mm², negative for a hole
     * @param  list<float>  $cx  centroid, plate frame
     * @param  list<float>  $cy
     * @param  list<list<float>>  $points  x0, y0, x1, y1 … of each outline
     * @param  list<float>  $leastSeen  smallest seen weight along each outline, over stretches of SEAM_MM
     * @param  list<float>  $length  mm
     */
    private function __construct(
        public float $stepMm, public int $count, public array $slice, public array $area,
        public array $cx, public array $cy, public array $points, public array $leastSeen, public array $length,
    ) {}

    /**
     * @param  list<float>  $seen  seen weight of each facet
     * @param  ?float  $stepMm  distance from slice to slice; as many as fit the height where it is not said
     */
    public static function of(Mesh $mesh, array $seen, Rotation $stance, int $count, ?float $stepMm = null): self
    {
        $slicer = Slicer::even($mesh, $stance, $count, $stepMm);

        return self::measured($slicer->sections(PHP_INT_MAX), $seen, $stepMm ?? max($slicer->heightMm / max(1, $count), 1e-9), $count);
    }

    /**
     * One slice a layer: layer k is cut at (k + ½) layer heights, as it will be printed.
     *
     * @param  list<float>  $seen  seen weight of each facet
     */
    public static function byLayer(Mesh $mesh, array $seen, Rotation $stance, float $heightMm, float $layerMm): self
    {
        return self::of($mesh, $seen, $stance, Slicer::layers($heightMm, $layerMm), $layerMm);
    }

    /**
     * As `byLayer`, a layer at a time: a large piece is never in memory as outlines all at once.
     *
     * @param  list<float>  $seen
     * @param  ?array{list<float>, list<float>}  $turned  x and y of the turned vertices, from who has them already
     * @param  int  $most  pieces of outline held at once
     * @return Generator<int, self> slices keep their numbers
     */
    public static function eachLayer(Mesh $mesh, array $seen, Rotation $stance, float $heightMm, float $layerMm, ?array $turned = null, int $most = Slicer::RUN): Generator
    {
        $count = Slicer::layers($heightMm, $layerMm);
        foreach (Slicer::even($mesh, $stance, $count, $layerMm, $turned)->sections($most) as $section) {
            yield self::measured([$section], $seen, $layerMm, $count);
        }
    }

    /**
     * @param  iterable<Section>  $sections
     * @param  list<float>  $seen
     */
    private static function measured(iterable $sections, array $seen, float $stepMm, int $count): self
    {
        $slice = $areas = $cxs = $cys = $outlines = $least = $lengths = [];
        foreach ($sections as $section) {
            foreach ($section->points as $k => $points) {
                [$area, $cx, $cy] = Outline::areaAndCentre($points);
                if ($area === 0.0) {
                    continue;
                }
                $slice[] = $section->number;
                $areas[] = $area;
                $cxs[] = $cx;
                $cys[] = $cy;
                $outlines[] = $points;
                [$least[], $lengths[]] = Outline::leastAlong($points, array_map(static fn (int $f): float => $seen[$f], $section->facets[$k]), self::SEAM_MM);
            }
        }

        return new self(stepMm: $stepMm, count: $count, slice: $slice, area: $areas, cx: $cxs, cy: $cys, points: $outlines, leastSeen: $least, length: $lengths);
    }

    /** @return array<int, float> slice → length of its outlines over its area */
    public function edgePerMm(): array
    {
        $length = $area = [];
        foreach ($this->slice as $k => $slice) {
            $length[$slice] = ($length[$slice] ?? 0.0) + $this->length[$k];
            $area[$slice] = ($area[$slice] ?? 0.0) + $this->area[$k];
        }

        foreach ($length as $slice => $l) {
            $length[$slice] = $area[$slice] > 0.0 ? $l / $area[$slice] : 0.0;
        }

        return $length;
    }

    public function heightMm(int $slice): float
    {
        return ($slice + 0.5) * $this->stepMm;
    }

    /** Length of seam that is seen when every outline begins where it is seen least, mm. */
    public function seenSeamMm(): float
    {
        $sum = 0.0;
        foreach ($this->leastSeen as $k => $v) {
            $sum += $this->area[$k] > 0.0 ? $v * $this->stepMm : 0.0;
        }

        return $sum;
    }

    /**
     * Centre of mass of what is printed when each slice is done, plate frame of the rotation.
     *
     * @return list<array{float, float, float}> x, y and the slice's height; slices with nothing below them are left out
     */
    public function balance(): array
    {
        $sum = $sx = $sy = 0.0;
        $found = [];
        foreach ($this->slice as $k => $slice) {
            $a = $this->area[$k];
            $sum += $a;
            $sx += $a * $this->cx[$k];
            $sy += $a * $this->cy[$k];
            if (($this->slice[$k + 1] ?? -1) !== $slice && $sum > 0.0) {
                $found[] = [$sx / $sum, $sy / $sum, $this->heightMm($slice)];
            }
        }

        return $found;
    }
}
