<?php

declare(strict_types=1);

namespace Wrenlo\Core\Motion;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Slice\Figure;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Slicer;
use Wrenlo\Core\Slice\Spans;
use Wrenlo\Core\Slice\SpanWindow;
use Wrenlo\Core\Slice\Walls;

use function array_sum;
use function count;
use function sqrt;

/**
 * The lengths of the paths of every layer, and how long they take, from its real sections. With w the line width, h the layer height, n walls
 * and s = w − h·(1 − π/4), the distance of beads side by side:
 *
 *   walls     outlines moved in by w/2 + k·s, k < n
 *   interior  what lies deeper than w/2 + (n − ½)·s
 *   skin      interior less what all of the next skin layers above and below cover; strokes of area / s
 *   infill    share · what is left of the interior / s
 *   travel    from each outline to the nearest next one, and once into each piece of interior
 *
 * Overlapping shells count once. Beads are taken as whole: where a place is narrower than a bead there is no wall. Time is by MoveTimes; a stroke
 * of skin or infill begins and ends at the speed of a turn. A row of spans stands for pitch / s strokes of its length.
 */
final class PathLengths
{
    /** Distance of the rows along which skin and infill are measured, in line widths. */
    private const PITCH_LINES = 1.0;

    /** Sections are turned by this about Z, degrees: so that no straight edge lies along the rows. */
    private const ASKEW_DEG = 35.0;

    /**
     * @param  list<float>  $layersMm  heights of the layers from the plate
     * @param  ?callable(float): void  $progress
     */
    public static function of(Mesh $mesh, Rotation $stance, array $layersMm, PrintProfile $p, ?callable $progress = null): LayerPaths
    {
        $middles = [];
        $z = 0.0;
        foreach ($layersMm as $h) {
            $middles[] = $z + $h / 2;
            $z += $h;
        }
        $pitch = self::PITCH_LINES * $p->lineMm;
        $walls = $skins = $infills = $travels = [[], []];
        $at = [0.0, 0.0];
        $interior = $rows = [];
        [$below, $above] = [new SpanWindow, new SpanWindow];
        $top = $filled = 0;
        $last = count($layersMm) - 1;
        $reach = self::reach($layersMm, $p);
        foreach (Slicer::at($mesh, $stance->thenAboutZ(self::ASKEW_DEG), $middles)->sections() as $i => $section) {
            $figure = Figure::of($section, $pitch);
            $s = $p->spacingMm($layersMm[$i]);
            [$walls[0][], $walls[1][]] = self::walls($figure->outlines, $s, $p);
            $interior[$i] = $figure->deeperThan($p->lineMm / 2 + ($p->walls - 0.5) * $s);
            [$travels[0][], $travels[1][]] = self::travel($figure->outlines, $interior[$i] !== [], $s, $at, $p);
            $rows[$i] = $figure->rows;
            // a layer's skin is known when those above it are
            for (; $filled <= $last && ($i === $last || $i >= $reach[1][$filled]); $filled++) {
                [$from, $to] = [$reach[0][$filled], $reach[1][$filled]];
                while ($top < min($to, $last)) {
                    $above->push($rows[++$top]);
                }
                while ($above->size() > $top - $filled) {
                    $above->shift();
                }
                while ($below->size() > $filled - max(0, $from)) {
                    $below->shift();
                }
                $covered = $from < 0 || $to > $last ? [] : Spans::common(Spans::common($interior[$filled], $below->common() ?? []), $above->common() ?? []);
                [$skins[0][], $skins[1][], $infills[0][], $infills[1][]] = self::fill($interior[$filled], $covered, $pitch / $p->spacingMm($layersMm[$filled]), $p);
                $below->push($rows[$filled]);
                unset($interior[$filled], $rows[$filled]);
            }
            $progress !== null && $i % 20 === 0 && $progress($i / ($last + 1));
        }

        return new LayerPaths(
            heightMm: $layersMm, wallMm: $walls[0], skinMm: $skins[0], infillMm: $infills[0], travelMm: $travels[0],
            wallS: $walls[1], skinS: $skins[1], infillS: $infills[1], travelS: $travels[1], profile: $p,
        );
    }

    /**
     * Heights of even layers: as many as the piece takes, the last as high as the others.
     *
     * @return list<float>
     */
    public static function evenly(float $heightMm, float $layerMm): array
    {
        return array_fill(0, max(1, (int) ceil($heightMm / $layerMm - 1e-6)), $layerMm);
    }

    /**
     * @param  list<list<float>>  $outlines
     * @return array{float, float} mm, s
     */
    private static function walls(array $outlines, float $s, PrintProfile $p): array
    {
        if ($outlines === []) {
            return [0.0, 0.0];
        }
        $depths = [];
        for ($k = 0; $k < $p->walls; $k++) {
            $depths[] = $p->lineMm / 2 + $k * $s;
        }
        $mm = $seconds = 0.0;
        foreach ($depths === [] ? [] : Walls::at($outlines, $depths) as $wall) {
            foreach ($wall as [$lengths, $headings]) {
                $mm += array_sum($lengths);
                $seconds += MoveTimes::chain($lengths, $headings, $p->wallMmPerS, $p->accelMmPerS2, $p->cornerMmPerS);
            }
        }

        return [$mm, $seconds];
    }

    /**
     * From outline to outline, each time to the one that begins nearest.
     *
     * @param  list<list<float>>  $outlines
     * @param  array{float, float}  $at  where the nozzle is; moved on
     * @return array{float, float} mm, s
     */
    private static function travel(array $outlines, bool $isFilled, float $s, array &$at, PrintProfile $p): array
    {
        $mm = $seconds = 0.0;
        $left = $outlines;
        while ($left !== []) {
            $nearest = 0;
            $least = INF;
            foreach ($left as $k => $o) {
                $d = ($o[0] - $at[0]) ** 2 + ($o[1] - $at[1]) ** 2;
                if ($d < $least) {
                    $least = $d;
                    $nearest = $k;
                }
                if ($k > 400) {
                    break; // of very many the next will do
                }
            }
            $o = $left[$nearest];
            unset($left[$nearest]);
            $hops = [sqrt($least), ...array_fill(0, max(0, $p->walls - 1), $s)];
            if ($isFilled && ($area = Outline::area($o)) > 0.0) {
                $hops[] = sqrt($area) / 2; // from the outline to where the fill begins
            }
            foreach ($hops as $d) {
                $mm += $d;
                $seconds += MoveTimes::line($d, $p->travelMmPerS, $p->accelMmPerS2);
            }
            $at = [$o[0], $o[1]];
        }

        return [$mm, $seconds];
    }

    /**
     * The lowest and the highest layer that have to cover each: the next skin layers below and above, or as many as make up the skin's thickness.
     *
     * @param  list<float>  $layersMm
     * @return array{list<int>, list<int>} below 0 or above the last where there are too few
     */
    private static function reach(array $layersMm, PrintProfile $p): array
    {
        $from = $to = [];
        $last = count($layersMm) - 1;
        foreach ($layersMm as $i => $h) {
            if ($p->skinMm === null) {
                $from[] = $i - max(1, $p->skinLayers);
                $to[] = $i + max(1, $p->skinLayers);

                continue;
            }
            $thick = 0.0;
            for ($a = $i; $a >= 0 && $thick < $p->skinMm - 1e-6;) {
                $thick += --$a >= 0 ? $layersMm[$a] : 0.0;
            }
            $from[] = $a;
            $thick = 0.0;
            for ($b = $i; $b <= $last && $thick < $p->skinMm - 1e-6;) {
                $thick += ++$b <= $last ? $layersMm[$b] : 0.0;
            }
            $to[] = $b;
        }

        return [$from, $to];
    }

    /**
     * Skin and infill of one layer.
     *
     * @param  array<int, list<float>>  $inside  its interior
     * @param  array<int, list<float>>  $covered  what of it is covered from both sides
     * @param  float  $perStroke  strokes that a row stands for
     * @return array{float, float, float, float} mm and s of skin, mm and s of infill
     */
    private static function fill(array $inside, array $covered, float $perStroke, PrintProfile $p): array
    {
        $turn = $p->cornerMmPerS / M_SQRT2; // two square corners from stroke to stroke
        [$skin, $skinS] = self::strokes($covered === [] ? $inside : Spans::without($inside, $covered), $p->skinMmPerS, $turn, $p);
        [$infill, $infillS] = $p->infillShare > 0.0 ? self::strokes($covered, $p->infillMmPerS, $turn, $p) : [0.0, 0.0];

        return [$skin * $perStroke, $skinS * $perStroke, $infill * $perStroke * $p->infillShare, $infillS * $perStroke * $p->infillShare];
    }

    /**
     * @param  array<int, list<float>>  $rows
     * @return array{float, float} mm, s
     */
    private static function strokes(array $rows, float $speed, float $turn, PrintProfile $p): array
    {
        $mm = $seconds = 0.0;
        foreach ($rows as $row) {
            for ($k = 0, $n = count($row); $k < $n; $k += 2) {
                $l = $row[$k + 1] - $row[$k];
                $mm += $l;
                $seconds += MoveTimes::line($l, $speed, $p->accelMmPerS2, $turn, $turn);
            }
        }

        return [$mm, $seconds];
    }
}
