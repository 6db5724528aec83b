<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Generator;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Slice\Slices;

use function array_sum;
use function count;
use function max;
use function min;
use function sin;

/**
 * What needs holding in one stance: facets that lean out too far, by what hangs together; islands, layer for layer; tips inside one layer; and
 * which of the level patches are bridges.
 */
final readonly class Overhangs
{
    /** A patch is level when nearly all of it lies within this of level. */
    private const LEVEL_DEG = 5.0;

    private const LEVEL_SHARE = 0.98;

    /** @param  list<Region>  $regions  islands and tips first, then by area */
    private function __construct(public float $limitDeg, public float $areaMm2, public array $regions) {}

    /**
     * @param  Surface  $facets  of the mesh, file frame
     * @param  list<float>  $seen  seen weight of each facet
     * @param  float  $limitDeg  how far a facet may lean from the vertical
     * @param  float  $liftMm  how far the lowest point is held above the plate; layers are counted from it
     */
    public static function of(Mesh $mesh, Surface $facets, array $seen, Rotation $stance, float $layerMm, float $limitDeg, float $liftMm = 0.0): self
    {
        [$x, $y, $z, $low] = self::standing($mesh, $stance);
        $isOnPlate = $liftMm < $layerMm / 2;
        [$ux, $uy, $uz] = [$stance->rows[6], $stance->rows[7], $stance->rows[8]];
        $least = -sin(deg2rad($limitDeg));
        $hanging = $level = [];
        $steepest = -cos(deg2rad(self::LEVEL_DEG));
        foreach ($facets->nx as $f => $nx) {
            $n = $nx * $ux + $facets->ny[$f] * $uy + $facets->nz[$f] * $uz;
            // a facet whose corners all lie within half a layer is printed on the plate
            if ($n < $least && (! $isOnPlate || max($z[$mesh->tri[3 * $f]], $z[$mesh->tri[3 * $f + 1]], $z[$mesh->tri[3 * $f + 2]]) > $layerMm / 2)) {
                $hanging[] = $f;
                $level[$f] = $n < $steepest;
            }
        }
        $patches = self::together($mesh, $hanging);
        $under = self::layersUnder($mesh, $facets, $patches, $level, $z, $layerMm);
        $kept = [];
        $layers = self::keeping(LayerMaterial::each(Slices::eachLayer($mesh, $seen, $stance, $z === [] ? 0.0 : max($z), $layerMm, turned: [$x, $y])), array_fill_keys($under, true), $kept);
        $islands = LayerIslands::of($layers, $layerMm, $isOnPlate);
        $tips = self::tips($mesh, $facets, $stance, $z, $isOnPlate ? $layerMm / 2 : -1.0);
        $regions = [];
        foreach ($patches as $k => $patch) {
            $region = self::region($mesh, $facets, $seen, $patch, $x, $y, $z, $islands, $layerMm);
            $below = $region->kind === RegionKind::Overhang ? $kept[$under[$k] ?? -1] ?? null : null;
            $span = $below === null ? null : Bridges::span($mesh, $region->facets, $x, $y, $below, $layerMm);
            $regions[] = $span === null ? $region
                : new Region(RegionKind::Bridge, $region->facets, $region->areaMm2, $region->zMinMm, $region->zMaxMm, $region->seen, $region->atMm, ...$span, leanDeg: $region->leanDeg);
        }
        foreach ($islands as $island) {
            $regions[] = self::alone($island, $layerMm);
        }
        foreach ($tips as $tip) {
            if (! self::isKnown($tip, $regions, $layerMm)) {
                $regions[] = new Region(RegionKind::Point, [], 0.0, $tip[2], $tip[2], 0.0, $tip);
            }
        }
        $rank = [RegionKind::Island->value => 0, RegionKind::Point->value => 1, RegionKind::Overhang->value => 2, RegionKind::Bridge->value => 2];
        usort($regions, static fn (Region $a, Region $b): int => [$rank[$a->kind->value], -$a->areaMm2, $a->zMinMm] <=> [$rank[$b->kind->value], -$b->areaMm2, $b->zMinMm]);

        // all of it was reckoned where the slices lie; the plate's middle is the piece's
        $middle = $x === [] || $y === [] ? [0.0, 0.0] : [(min($x) + max($x)) / 2, (min($y) + max($y)) / 2];
        $inFile = static fn (Region $r): Region => $r->setDown($liftMm, $middle, $stance->back(new Vec3($r->atMm[0], $r->atMm[1], $r->atMm[2] + $low))->toArray());

        return new self($limitDeg, array_sum(array_map(static fn (int $f): float => $facets->area[$f], $hanging)), array_map($inFile, $regions));
    }

    /**
     * The layer under each patch that is level, and could be bridged from there.
     *
     * @param  list<non-empty-list<int>>  $patches
     * @param  array<int, bool>  $level  facet → whether it is level
     * @param  list<float>  $z
     * @return array<int, int> patch → layer
     */
    private static function layersUnder(Mesh $mesh, Surface $facets, array $patches, array $level, array $z, float $layerMm): array
    {
        $under = [];
        foreach ($patches as $k => $patch) {
            $area = $levelArea = 0.0;
            $low = INF;
            foreach ($patch as $f) {
                $area += $facets->area[$f];
                $levelArea += $level[$f] ? $facets->area[$f] : 0.0;
                $low = min($low, $z[$mesh->tri[3 * $f]], $z[$mesh->tri[3 * $f + 1]], $z[$mesh->tri[3 * $f + 2]]);
            }
            $layer = (int) ceil($low / $layerMm - 0.5 - 1e-6) - 1;
            if ($levelArea >= self::LEVEL_SHARE * $area && $layer >= 0) {
                $under[$k] = $layer;
            }
        }

        return $under;
    }

    /**
     * @param  iterable<int, LayerMaterial>  $layers
     * @param  array<int, true>  $which
     * @param  array<int, LayerMaterial>  $kept  grows by those as they pass
     * @return Generator<int, LayerMaterial>
     */
    private static function keeping(iterable $layers, array $which, array &$kept): Generator
    {
        foreach ($layers as $k => $layer) {
            if (isset($which[$k])) {
                $kept[$k] = $layer;
            }
            yield $k => $layer;
        }
    }

    /** How far a layer may lean over the one below when it must lie on it with a share of its line: atan(f·w/t), degrees from the vertical. */
    public static function limitDeg(float $lineMm, float $layerMm, float $share = 0.5): float
    {
        return rad2deg(atan($share * $lineMm / $layerMm));
    }

    public function count(RegionKind $kind): int
    {
        return count(array_filter($this->regions, static fn (Region $r): bool => $r->kind === $kind));
    }

    /** @return array<string, mixed> the keys of `wrenlo:overhangs --json` */
    public function toArray(): array
    {
        return [
            'limit_deg' => $this->limitDeg, 'overhang_area_mm2' => $this->areaMm2, 'regions' => array_map(static fn (Region $r): array => $r->toArray(), $this->regions),
            'islands' => $this->count(RegionKind::Island), 'bridges' => $this->count(RegionKind::Bridge),
        ];
    }

    /** @return array{list<float>, list<float>, list<float>, float} turned vertices, the lowest at 0, and what was taken off their heights */
    private static function standing(Mesh $mesh, Rotation $stance): array
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $stance->rows;
        $x = $y = $z = [];
        foreach ($mesh->x as $k => $px) {
            $py = $mesh->y[$k];
            $pz = $mesh->z[$k];
            $x[] = $a * $px + $b * $py + $c * $pz;
            $y[] = $d * $px + $e * $py + $f * $pz;
            $z[] = $g * $px + $h * $py + $i * $pz;
        }
        $low = $z === [] ? 0.0 : min($z);
        foreach ($z as $k => $v) {
            $z[$k] = $v - $low;
        }

        return [$x, $y, $z, $low];
    }

    /**
     * @param  list<int>  $facets
     * @return list<non-empty-list<int>> what hangs together over edges
     */
    private static function together(Mesh $mesh, array $facets): array
    {
        $n = $mesh->vertexCount();
        $parent = $first = [];
        foreach ($facets as $f) {
            $root = $parent[$f] = $f;
            for ($e = 0; $e < 3; $e++) {
                $a = $mesh->tri[3 * $f + $e];
                $b = $mesh->tri[3 * $f + ($e + 1) % 3];
                $key = $a < $b ? $a * $n + $b : $b * $n + $a;
                if (! isset($first[$key])) {
                    $first[$key] = $f;

                    continue;
                }
                for ($other = $first[$key]; $parent[$other] !== $other;) {
                    $other = $parent[$other] = $parent[$parent[$other]];
                }
                $parent[$root] = $other;
                $root = $other;
            }
        }
        $found = [];
        foreach ($facets as $f) {
            for ($root = $f; $parent[$root] !== $root;) {
                $root = $parent[$root];
            }
            $found[$root][] = $f;
        }

        return array_values($found);
    }

    /**
     * A patch of hanging facets, as an island where one begins in it; that is taken off the list.
     *
     * @param  list<float>  $seen
     * @param  non-empty-list<int>  $patch
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  list<Island>  $islands
     */
    private static function region(Mesh $mesh, Surface $facets, array $seen, array $patch, array $x, array $y, array $z, array &$islands, float $layerMm): Region
    {
        $area = $weight = $lean = 0.0;
        [$low, $high] = [INF, -INF];
        $at = [0.0, 0.0, 0.0];
        foreach ($patch as $f) {
            $area += $facets->area[$f];
            $weight += $facets->area[$f] * min(1.0, $seen[$f]);
            [$a, $b, $c] = [$mesh->tri[3 * $f], $mesh->tri[3 * $f + 1], $mesh->tri[3 * $f + 2]];
            $flat = abs(($x[$b] - $x[$a]) * ($y[$c] - $y[$a]) - ($y[$b] - $y[$a]) * ($x[$c] - $x[$a])) / 2; // seen from below
            $lean += $facets->area[$f] * asin(min(1.0, $flat / max(1e-12, $facets->area[$f])));
            $bottom = min($z[$a], $z[$b], $z[$c]);
            if ($bottom < $low - 1e-9) {
                $low = $bottom;
                $at = [($x[$a] + $x[$b] + $x[$c]) / 3, ($y[$a] + $y[$b] + $y[$c]) / 3, ($z[$a] + $z[$b] + $z[$c]) / 3];
            }
            $high = max($high, $z[$a], $z[$b], $z[$c]);
        }
        $kind = RegionKind::Overhang;
        foreach ($islands as $k => $island) {
            // one that begins higher up in the patch, or where the patch begins on the plate, is a place of its own
            if (abs($island->zMm - $low) <= 1.01 * $layerMm && ($low > $layerMm / 2 || $island->layer === 0) && self::isUnder($mesh, $patch, $x, $y, $z, $island, $layerMm)) {
                $kind = RegionKind::Island;
                $at = [$island->xMm, $island->yMm, $island->zMm];
                array_splice($islands, $k, 1);
                break; // a second island over the same patch is one of its own
            }
        }

        return new Region($kind, $patch, $area, $low, $high, $area > 0.0 ? $weight / $area : 0.0, $at, leanDeg: $area > 0.0 ? rad2deg($lean / $area) : 90.0);
    }

    /**
     * Whether an island begins in a patch: one of its facets lies straight under the island's middle, within a layer.
     *
     * @param  non-empty-list<int>  $patch
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z
     */
    private static function isUnder(Mesh $mesh, array $patch, array $x, array $y, array $z, Island $island, float $layerMm): bool
    {
        foreach ($patch as $f) {
            [$a, $b, $c] = [$mesh->tri[3 * $f], $mesh->tri[3 * $f + 1], $mesh->tri[3 * $f + 2]];
            if (min($z[$a], $z[$b], $z[$c]) > $island->zMm + 1.01 * $layerMm || max($z[$a], $z[$b], $z[$c]) < $island->zMm - 1.01 * $layerMm) {
                continue;
            }
            $inside = 0;
            foreach ([[$a, $b], [$b, $c], [$c, $a]] as [$p, $q]) {
                // clockwise from above: it looks down
                $inside += ($x[$q] - $x[$p]) * ($island->yMm - $y[$p]) - ($y[$q] - $y[$p]) * ($island->xMm - $x[$p]) <= 1e-9 ? 1 : 0;
            }
            if ($inside === 3) {
                return true;
            }
        }

        return false;
    }

    private static function alone(Island $island, float $layerMm): Region
    {
        return new Region(RegionKind::Island, [], $island->areaMm2, $island->zMm, $island->zMm + $layerMm, 0.0, [$island->xMm, $island->yMm, $island->zMm]);
    }

    /**
     * Corners below all their neighbours, on facets that look down on the whole.
     *
     * @param  list<float>  $z
     * @return list<array{float, float, float}> plate frame
     */
    private static function tips(Mesh $mesh, Surface $facets, Rotation $stance, array $z, float $aboveMm): array
    {
        $isLow = array_map(static fn (float $v): bool => $v > $aboveMm, $z);
        $down = array_fill(0, count($z), 0.0);
        [$ux, $uy, $uz] = [$stance->rows[6], $stance->rows[7], $stance->rows[8]];
        $tri = $mesh->tri;
        for ($i = 0, $f = 0, $n = count($tri); $i < $n; $i += 3, $f++) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            if ($z[$a] >= $z[$b] || $z[$a] >= $z[$c]) {
                $isLow[$a] = false;
            }
            if ($z[$b] >= $z[$a] || $z[$b] >= $z[$c]) {
                $isLow[$b] = false;
            }
            if ($z[$c] >= $z[$a] || $z[$c] >= $z[$b]) {
                $isLow[$c] = false;
            }
            $w = $facets->area[$f] * ($facets->nx[$f] * $ux + $facets->ny[$f] * $uy + $facets->nz[$f] * $uz);
            $down[$a] += $w;
            $down[$b] += $w;
            $down[$c] += $w;
        }
        $found = [];
        foreach ($isLow as $v => $is) {
            if ($is && $down[$v] < 0.0) {
                $p = $stance->apply($mesh->vertex($v));
                $found[] = [$p->x, $p->y, $z[$v]];
            }
        }

        return $found;
    }

    /**
     * Whether a tip belongs to a region that is on the list already.
     *
     * @param  array{float, float, float}  $tip
     * @param  list<Region>  $regions
     */
    private static function isKnown(array $tip, array $regions, float $layerMm): bool
    {
        foreach ($regions as $region) {
            $isNear = abs($region->atMm[2] - $tip[2]) <= 1.5 * $layerMm || abs($region->zMinMm - $tip[2]) <= $layerMm;
            if ($isNear && hypot($region->atMm[0] - $tip[0], $region->atMm[1] - $tip[1]) <= 2.0 + sqrt($region->areaMm2)) {
                return true;
            }
        }

        return false;
    }
}
