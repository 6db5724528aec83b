<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use Wrenlo\Core\Geometry\Rotation;

use function array_fill;
use function array_slice;
use function ceil;
use function count;
use function intdiv;
use function max;
use function min;
use function sqrt;

/**
 * A layered height field along the build direction: for each cell of a grid on the plate, the heights at which the
 * vertical line through its centre enters and leaves the piece. It gives what sums over facets cannot: support
 * columns that end on the piece, the scars at both their ends, and islands.
 *
 * Areas are areas on the surface (cell area / |n_z|), not on the plate.
 */
final readonly class HeightField
{
    /** A surface steeper than this (|n_z|) counts as this steep: a column standing against a wall leaves no larger mark. */
    private const STEEPEST = 0.1;

    /** Slope of the grid's rows against the plate's X: √5 − 2, which no short fraction comes near. */
    private const ASKEW = 0.2360679775;

    /** What is wished of supports on a facet: none may touch it, or it is held wherever it faces down. */
    public const KEEP_CLEAR = 1;

    public const HOLD = 2;

    /** A facet to be held that is steeper than this (|n_z|) is a wall: there is nothing to hold. */
    private const WALL = 0.02;

    /** @param  list<array{float, float}>  $feet the outermost cells of each row with a support foot on the plate, plate frame (x, y of the rotated mesh) */
    private function __construct(
        public float $cellMm,
        public int $columns,
        public float $supportMm3,
        /** support tops on the piece */
        public float $scarMm2,
        /** support feet on the piece */
        public float $landingMm2,
        /** both, weighted by how much they are seen */
        public float $seenScarMm2,
        /** both, where none may touch */
        public float $markedContactMm2,
        public int $islands,
        /** pockets of support that no tool reaches */
        public int $trapped,
        public array $feet,
        public HeightBands $bands,
    ) {}

    /**
     * @param  Surface  $facets  of the mesh, file frame
     * @param  list<float>  $seen  seen weight of each facet
     * @param  list<int>  $wishes  by facet: 0, KEEP_CLEAR or HOLD; empty where nobody wishes anything
     * @param  float  $overhangSine  facets with n_z below minus this need support
     * @param  float  $liftMm  how far the lowest point is held above the plate
     * @param  float  $plateMm  starts within this of the lowest point are on the plate
     * @param  Mesh|ConvexHull|null  $corners  what reaches as far as the mesh; its hull, where it is known, has fewer corners
     */
    public static function of(Mesh $mesh, Surface $facets, array $seen, Rotation $stance, float $layerMm, float $overhangSine, float $plateMm, ?float $cellMm = null, float $liftMm = 0.0, array $wishes = [], Mesh|ConvexHull|null $corners = null): self
    {
        [$minX, $minY, $minZ, $maxX, $maxY, $maxZ, $spanX, $spanY] = self::reach($corners ?? $mesh, $stance);
        $cell = $cellMm ?? self::cellFor($spanX, $spanY);
        $cols = max(1, (int) ceil(($maxX - $minX) / $cell));
        $rows = max(1, (int) ceil(($maxY - $minY) / $cell));
        [$x, $y, $z, $cellOf] = self::turned($mesh, $stance, $minX, $minY, $liftMm - $minZ, $cell);
        [$head, $next, $at, $facet] = GridCrossings::of($x, $y, $z, $mesh->tri, $cols, $rows, $cellOf);

        return self::walk($head, $next, $at, $facet, $facets, $stance, $seen, $wishes, $cols, $cell, $maxZ - $minZ + $liftMm, $layerMm, $overhangSine, $plateMm, $minX, $minY);
    }

    /** Half a millimetre, finer for small pieces (about 120 cells across), coarser past 250,000 cells. */
    private static function cellFor(float $spanX, float $spanY): float
    {
        $plan = max($spanX * $spanY, 1e-12);

        return max(min(0.5, sqrt($plan) / 120), sqrt($plan / 250_000), max($spanX, $spanY) / 4000, 1e-9);
    }

    /**
     * How far it reaches, turned to the stance, and about Z so that the rows of the grid run along no edge of a piece with square corners:
     * else a bar of four and a half cells counts as four or as five all along.
     *
     * @return array{float, float, float, float, float, float, float, float} least x, y, z and most x, y, z askew; how wide and deep it stands before that
     */
    private static function reach(Mesh|ConvexHull $corners, Rotation $stance): array
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $stance->rows;
        ['x' => $mx, 'y' => $my, 'z' => $mz] = get_object_vars($corners);
        [$cos, $sin] = self::askew();
        $lowV = $lowW = $minX = $minY = $minZ = INF;
        $highV = $highW = $maxX = $maxY = $maxZ = -INF;
        foreach ($mx as $k => $px) {
            $py = $my[$k];
            $pz = $mz[$k];
            $v = $a * $px + $b * $py + $c * $pz;
            $w = $d * $px + $e * $py + $f * $pz;
            $x = $cos * $v - $sin * $w;
            $y = $sin * $v + $cos * $w;
            $z = $g * $px + $h * $py + $i * $pz;
            $lowV = $v < $lowV ? $v : $lowV;
            $highV = $v > $highV ? $v : $highV;
            $lowW = $w < $lowW ? $w : $lowW;
            $highW = $w > $highW ? $w : $highW;
            $minX = $x < $minX ? $x : $minX;
            $maxX = $x > $maxX ? $x : $maxX;
            $minY = $y < $minY ? $y : $minY;
            $maxY = $y > $maxY ? $y : $maxY;
            $minZ = $z < $minZ ? $z : $minZ;
            $maxZ = $z > $maxZ ? $z : $maxZ;
        }

        return [$minX, $minY, $minZ, $maxX, $maxY, $maxZ, $highV - $lowV, $highW - $lowW];
    }

    /**
     * Turned the same way, in cells from the least corner.
     *
     * @return array{list<float>, list<float>, list<float>, list<int>} x and y in cells, z in mm, and the cell of each (GridCrossings)
     */
    private static function turned(Mesh $mesh, Rotation $stance, float $minX, float $minY, float $raisedMm, float $cell): array
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $stance->rows;
        ['x' => $mx, 'y' => $my, 'z' => $mz] = get_object_vars($mesh);
        [$cos, $sin] = self::askew();
        $x = $y = $z = $mx; // filled anew: quicker than lists that grow
        $cellOf = array_fill(0, count($mx), 0);
        // said to be floats, so that compiled code need not ask at every corner
        $a = (float) $a;
        $b = (float) $b;
        $c = (float) $c;
        $d = (float) $d;
        $e = (float) $e;
        $f = (float) $f;
        $g = (float) $g;
        $h = (float) $h;
        $i = (float) $i;
        $cos = (float) $cos;
        $sin = (float) $sin;
        foreach ($mx as $k => $px) {
            $px = (float) $px;
            $py = (float) $my[$k];
            $pz = (float) $mz[$k];
            $v = $a * $px + $b * $py + $c * $pz;
            $w = $d * $px + $e * $py + $f * $pz;
            $z[$k] = $g * $px + $h * $py + $i * $pz + $raisedMm;
            $x[$k] = $p = ($cos * $v - $sin * $w - $minX) / $cell - 0.5;
            $y[$k] = $q = ($sin * $v + $cos * $w - $minY) / $cell - 0.5;
            $row = (int) $q; // cuts towards zero, so one more where something was cut off is ceil()
            $col = (int) $p;
            $cellOf[$k] = (($row < $q ? $row + 1 : $row) << 20) + ($col < $p ? $col + 1 : $col);
        }

        return [$x, $y, $z, $cellOf];
    }

    /** @return array{float, float} cosine and sine of the grid's turn about Z */
    private static function askew(): array
    {
        $cos = 1 / sqrt(1 + self::ASKEW * self::ASKEW);

        return [$cos, self::ASKEW * $cos];
    }

    /**
     * Goes up every column: from outside to inside is a start (needing support where it overhangs), the reverse an end.
     *
     * @param  list<int>  $head
     * @param  list<int>  $next
     * @param  list<float>  $at
     * @param  list<int>  $facet
     * @param  list<float>  $seen
     * @param  list<int>  $wishes
     */
    private static function walk(
        array $head, array $next, array $at, array $facet, Surface $facets, Rotation $stance, array $seen, array $wishes,
        int $cols, float $cell, float $height, float $layer, float $overhangSine, float $plate, float $minX, float $minY,
    ): self {
        $cellArea = $cell * $cell;
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz] = get_object_vars($facets);
        [$ux, $uy, $uz] = array_slice($stance->rows, 6);
        // up and down at the ends of every stretch, on a fine ladder of heights: their running sum is the cross-section
        $perMm = $height > 0 ? HeightBands::RUNGS / $height : 0.0;
        $solidRung = $supportRung = array_fill(0, HeightBands::RUNGS + 2, 0);
        $support = $scar = $landing = $seenScar = $marked = 0.0;
        $isWished = $wishes !== [];
        $columns = 0;
        $firstFoot = $lastFoot = []; // row → cell: the outermost feet of a row are all that standing asks for
        // stretch s of piece covers the layers first[s] … last[s]; those of cell c are from[c] … from[c + 1] − 1
        $first = $last = $from = [];
        $stretches = 0;
        $heldCell = $heldGap = []; // supports: their cell, and the stretch they hold up
        $births = []; // layer → cells with a stretch that begins there
        $z = $f = []; // the crossings of one column, by height; reused, never shortened
        foreach ($head as $cellAt => $k) {
            $from[] = $stretches;
            if ($k < 0) {
                continue;
            }
            for ($count = 0; $k >= 0; $k = $next[$k], $count++) {
                // insertion by height: a column has a handful of crossings
                $h = $at[$k];
                for ($j = $count; $j > 0 && $z[$j - 1] > $h; $j--) {
                    $z[$j] = $z[$j - 1];
                    $f[$j] = $f[$j - 1];
                }
                $z[$j] = $h;
                $f[$j] = $facet[$k];
            }
            $depth = 0;
            $start = $floor = 0.0;
            $floorFacet = -1;
            for ($j = 0; $j < $count; $j++) {
                $which = $f[$j];
                if ($which < 0) {
                    if ($depth++ > 0) {
                        continue;
                    }
                    $start = $z[$j];
                    $which = -1 - $which;
                    $n = $nx[$which] * $ux + $ny[$which] * $uy + $nz[$which] * $uz; // along the build direction
                    if ($start <= $plate || $start <= $floor) {
                        continue;
                    }
                    if ($n >= -$overhangSine && ! ($isWished && $wishes[$which] === self::HOLD && $n < -self::WALL)) {
                        continue;
                    }
                    $columns++;
                    $heldCell[] = $cellAt;
                    $heldGap[] = $stretches;
                    $support += $start - $floor;
                    $mark = $cellArea / -$n;
                    $scar += $mark;
                    $seenScar += $mark * $seen[$which];
                    if ($isWished && $wishes[$which] === self::KEEP_CLEAR) {
                        $marked += $mark;
                    }
                    $supportRung[(int) ($floor * $perMm + 0.5)]++;
                    $supportRung[(int) ($start * $perMm + 0.5)]--;
                    if ($floorFacet >= 0) {
                        $mark = $cellArea / max($nx[$floorFacet] * $ux + $ny[$floorFacet] * $uy + $nz[$floorFacet] * $uz, self::STEEPEST);
                        $landing += $mark;
                        $seenScar += $mark * $seen[$floorFacet];
                        if ($isWished && $wishes[$floorFacet] === self::KEEP_CLEAR) {
                            $marked += $mark;
                        }
                    } else {
                        $row = intdiv($cellAt, $cols);
                        $firstFoot[$row] ??= $cellAt;
                        $lastFoot[$row] = $cellAt;
                    }
                } elseif ($depth > 0 && --$depth === 0) {
                    $floor = $z[$j];
                    $floorFacet = $which;
                    $solidRung[(int) ($start * $perMm + 0.5)]++;
                    $solidRung[(int) ($floor * $perMm + 0.5)]--;
                    $begins = (int) ceil($start / $layer - 0.5); // the first layer whose middle lies in the stretch
                    $ends = (int) ceil($floor / $layer - 0.5) - 1;
                    if ($ends >= $begins) {
                        $first[] = $begins;
                        $last[] = $ends;
                        $stretches++;
                        if ($begins > 0) {
                            $births[$begins][] = $cellAt;
                        }
                    }
                }
            }
        }
        $from[] = $stretches;
        [$cos, $sin] = self::askew();
        $feet = [];
        foreach ([...$firstFoot, ...$lastFoot] as $c) {
            $footX = $minX + ($c % $cols + 0.5) * $cell;
            $footY = $minY + (intdiv($c, $cols) + 0.5) * $cell;
            $feet[] = [$cos * $footX + $sin * $footY, $cos * $footY - $sin * $footX];
        }

        return new self(
            cellMm: $cell, columns: $columns, supportMm3: $support * $cellArea, scarMm2: $scar, landingMm2: $landing, seenScarMm2: $seenScar, markedContactMm2: $marked,
            islands: Islands::count($first, $last, $from, $births, $cols),
            trapped: TrappedSupports::count($first, $last, $from, $heldCell, $heldGap, $cols, $cell, $layer), feet: $feet,
            bands: HeightBands::fromRungs($height, $cellArea, $solidRung, $supportRung),
        );
    }
}
