<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\TriangleIndex;

use function count;

/**
 * Local thickness over the surface: from the middle of a facet straight inwards to where that line leaves the solid.
 *
 * Up to MOST_SAMPLES facets each is a sample; above that one facet in each small patch of the surface is, and stands for
 * its patch. Where the line meets nothing (a hole in the surface) the thickness is not known: INF, and not counted.
 */
final readonly class Thickness
{
    public const MOST_SAMPLES = 15_000;

    /**
     * @param  list<float>  $mm  by facet; INF where it is not known
     * @param  list<float>  $area  mm² of each facet
     */
    private function __construct(
        public array $mm,
        /** facets a ray was sent from */
        public int $samples,
        /** their share of the surface */
        public float $sampledShare,
        /** share of the surface whose thickness is known */
        public float $knownShare,
        private array $area,
    ) {}

    /** @param  ?callable(float): void  $progress share done; may throw to stop */
    public static function of(Mesh $mesh, Surface $facets, ?callable $progress = null): self
    {
        $index = TriangleIndex::of($mesh);
        $simplified = Simplified::to($mesh, self::MOST_SAMPLES);
        $sampled = $simplified === null ? range(0, $facets->count() - 1) : $simplified->source;
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz, 'cx' => $cx, 'cy' => $cy, 'cz' => $cz, 'area' => $area] = get_object_vars($facets);
        $found = [];
        $sampledArea = 0.0;
        foreach ($sampled as $k => $f) {
            $found[] = $area[$f] > 0.0 ? $index->first($cx[$f], $cy[$f], $cz[$f], -$nx[$f], -$ny[$f], -$nz[$f], $f, onlyLeaving: true)[0] : INF;
            $sampledArea += $area[$f];
            if ($progress && $k % 1000 === 0) {
                $progress($k / count($sampled));
            }
        }
        $mm = $simplified === null ? $found : array_map(static fn (int $owner): float => $found[$owner], $simplified->owner);
        $all = max($facets->totalAreaMm2(), 1e-300);
        $known = 0.0;
        foreach ($mm as $f => $t) {
            $known += $t < INF ? $area[$f] : 0.0;
        }

        return new self($mm, count($sampled), $sampledArea / $all, $known / $all, $area);
    }

    /** Area between two thicknesses, the lower one included, mm². */
    public function areaMm2(float $fromMm, float $toMm): float
    {
        $sum = 0.0;
        foreach ($this->mm as $f => $t) {
            $sum += $t >= $fromMm && $t < $toMm ? $this->area[$f] : 0.0;
        }

        return $sum;
    }

    /**
     * Thickness below which a share of the known surface lies.
     *
     * @param  list<float>  $shares
     * @return list<float> mm, in the order of the shares; 0 when nothing is known
     */
    public function percentiles(array $shares): array
    {
        $known = array_filter($this->mm, static fn (float $t): bool => $t < INF);
        asort($known);
        $all = 0.0;
        foreach ($known as $f => $_) {
            $all += $this->area[$f];
        }
        $found = [];
        foreach ($shares as $k => $share) {
            $sum = 0.0;
            $found[$k] = 0.0;
            foreach ($known as $f => $t) {
                $sum += $this->area[$f];
                $found[$k] = $t;
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
        foreach ($this->mm as $f => $t) {
            if ($t < INF) {
                $area[min($bins - 1, (int) ($t / $binMm))] += $this->area[$f];
            }
        }

        return array_values($area);
    }
}
