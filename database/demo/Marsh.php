<?php

declare(strict_types=1);

namespace Database\Demo;

use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;

/** The marsh cabinet: invented specimens, each with a difficulty of its own. Millimetres, Z up, shown towards −Y. */
final class Marsh
{
    /** A curlew on a mooring post: thin legs, a long bent beak, a flat foot. About 60,000 facets. */
    public static function curlew(float $cellMm = 1.36): Mesh
    {
        $bird = new Blend(3.0, 0.0);
        $bird->limb([[0, 0, -4, 13.5], [0.6, 0, 12, 12.6], [-0.4, 0.3, 26, 12.8], [0, 0, 34, 12.2]]);
        foreach ([3.0, 15.0, 27.0] as $ring) {
            $bird->limb(self::ring($ring, 12.4, 1.1));
        }
        foreach ([-4.6, 4.6] as $side) {
            $bird->limb([[1.5, $side, 45, 1.5], [4.5, $side * 0.95, 64, 1.35], [-2.5, $side * 0.9, 84, 1.9], [-4, $side * 0.8, 94, 4.2]]);
            foreach ([[9, 0.2], [7, 4.4], [7, -4.4], [-4, 0]] as [$dx, $dy]) {
                $bird->limb([[1.5, $side, 45.6, 1.5], [1.5 + $dx, $side + $dy * 0.8, 45.3, 1.0]]);
            }
            // folded wing, its tips past the tail
            $bird->limb([[14, $side * 2.3, 108, 4.5], [0, $side * 2.7, 105, 6.2], [-18, $side * 2.0, 98, 4.0], [-40, $side * 0.9, 90, 1.6]]);
        }
        $bird->limb([[-46, 0, 87, 1.8], [-30, 0, 93, 5.5], [-14, 0, 98, 10.5], [2, 0, 103, 13.2], [14, 0, 108, 11.5], [21, 0, 115, 7.5]]);
        $bird->limb([[21, 0, 115, 7.2], [25, 0, 125, 4.6], [24, 0, 135, 3.9], [25, 0, 143, 4.2], [29, 0, 149, 5.6], [34, 0, 149.5, 4.2]]);
        $beak = [];
        for ($k = 0; $k <= 9; $k++) {
            $t = $k / 9;
            $beak[] = [36 + 40 * $t, 0.0, 149 - 3 * $t - 21 * $t ** 2.2, 2.5 - 1.15 * $t];
        }

        return $bird->limb($beak)->mesh($cellMm);
    }

    /** A whelk shell: a spiral without any flat side, a lip and a mouth. About 200,000 facets. */
    public static function whelk(float $cellMm = 0.93): Mesh
    {
        $shell = new Blend(2.2);
        $tube = $mouth = [];
        for ($k = 0; $k <= 150; $k++) {
            $turn = $k / 150 * 5.6;
            $grow = exp(0.42 * ($turn - 5.6));
            $angle = 2 * M_PI * $turn - 0.9;
            // a knob at every ninth of a turn, stronger on the large whorls
            $knob = max(0.0, sin(2 * M_PI * $turn * 9)) ** 2;
            $r = 22 * $grow * (1 + 0.10 * $knob) + 0.6;
            $tube[] = [17 * $grow * cos($angle), 17 * $grow * sin($angle), 104 - 80 * $grow, $r];
        }
        $shell->limb($tube)->limb([[0, 0, 44, 7], [0, 0, 101, 1.0]]);
        // the canal runs down from the mouth
        $shell->limb([[2, -6, 22, 15], [3, -7, 2, 10.5], [4, -6, -16, 6.4], [5, -4, -30, 3.6]]);
        $mouth = [[9, -30, 33, 7.5], [9, -29, 24, 10.0], [8, -26, 13, 8.6], [6, -20, 0, 5.6], [5, -15, -14, 3.6], [5, -12, -30, 2.6]];

        return $shell->carve($mouth)->carve([[9, -24, 30, 6], [2, -14, 26, 7]])->mesh($cellMm);
    }

    /** A seed pod on its stem: a thin neck under a ribbed globe, a scalloped crown, a flat foot. About 5,000 facets. */
    public static function pod(): Mesh
    {
        $profile = [[0.0, 11], [1.6, 10.6], [3.4, 6.5], [6, 4.2], [14, 3.4], [24, 3.5], [27, 5.6], [30, 7.0], [31.5, 6.2], [34, 10.5], [39, 16], [46, 19.6], [53, 20.2], [60, 17.6], [65, 13.2], [67.5, 9.8], [69, 9.4], [70.4, 14.5], [71.6, 16.4], [73, 15.4], [74.2, 9], [75, 3]];
        $around = 63;
        $rings = self::spread($profile, 40);
        $builder = new MeshBuilder;
        $rows = [];
        foreach ($rings as [$z, $r]) {
            $row = [];
            $swell = $z > 69 ? 1.0 : max(0.0, 1 - abs($z - 51) / 19);
            for ($k = 0; $k < $around; $k++) {
                $a = 2 * M_PI * $k / $around;
                $rib = 1 + 0.09 * $swell * cos(9 * $a);
                $bend = 5 * ($z / 75) ** 2;
                $row[] = $builder->vertex($r * $rib * cos($a) + $bend, $r * $rib * sin($a), $z);
            }
            $rows[] = $row;
        }
        for ($j = 1; $j < count($rows); $j++) {
            for ($k = 0; $k < $around; $k++) {
                $next = ($k + 1) % $around;
                $builder->quad($rows[$j - 1][$k], $rows[$j - 1][$next], $rows[$j][$next], $rows[$j][$k]);
            }
        }
        $last = $rings[count($rings) - 1];
        $bottom = $builder->vertex(0, 0, 0);
        $top = $builder->vertex(5 * ($last[0] / 75) ** 2, 0, $last[0] - 1.2);
        for ($k = 0; $k < $around; $k++) {
            $next = ($k + 1) % $around;
            $builder->triangle($bottom, $rows[0][$next], $rows[0][$k])->triangle($top, $rows[count($rows) - 1][$k], $rows[count($rows) - 1][$next]);
        }

        return $builder->build();
    }

    /** A fern pressed into a plaque that stands on its edge; the file is damaged on purpose: holes, flipped, doubled and empty facets. About 36,000 facets. */
    public static function brokenFern(float $cellMm = 0.9): Mesh
    {
        [$columns, $rows, $step] = [(int) round(99 / $cellMm), (int) round(72 / $cellMm), $cellMm];
        $finer = $step / 0.9;
        $builder = new MeshBuilder;
        $face = $back = [];
        for ($j = 0; $j <= $rows; $j++) {
            for ($i = 0; $i <= $columns; $i++) {
                [$x, $z] = [($i - $columns / 2) * $step, $j * $step];
                $face[$j][$i] = $builder->vertex($x, -4 - self::frond($x, $z), $z);
                $back[$j][$i] = $builder->vertex($x, 0, $z);
            }
        }
        $tri = [];
        $add = static function (int $a, int $b, int $c, int $d) use (&$tri): void {
            array_push($tri, $a, $b, $c, $a, $c, $d);
        };
        for ($j = 0; $j < $rows; $j++) {
            for ($i = 0; $i < $columns; $i++) {
                $torn = ($i * $finer - 78) ** 2 + ($j * $finer - 52) ** 2 < 18;
                $turned = abs($i * $finer - 30) < 4 && abs($j * $finer - 30) < 3;
                if (! $torn) {
                    $turned ? $add($face[$j][$i], $face[$j + 1][$i], $face[$j + 1][$i + 1], $face[$j][$i + 1])
                        : $add($face[$j][$i], $face[$j][$i + 1], $face[$j + 1][$i + 1], $face[$j + 1][$i]);
                }
                $add($back[$j][$i], $back[$j + 1][$i], $back[$j + 1][$i + 1], $back[$j][$i + 1]);
            }
        }
        for ($i = 0; $i < $columns; $i++) {
            $add($face[0][$i], $back[0][$i], $back[0][$i + 1], $face[0][$i + 1]);
            $add($face[$rows][$i], $face[$rows][$i + 1], $back[$rows][$i + 1], $back[$rows][$i]);
        }
        for ($j = 0; $j < $rows; $j++) {
            $add($face[$j][0], $face[$j + 1][0], $back[$j + 1][0], $back[$j][0]);
            $add($face[$j][$columns], $back[$j][$columns], $back[$j + 1][$columns], $face[$j + 1][$columns]);
        }
        array_push($tri, ...array_slice($tri, 3 * 400, 3 * 12)); // doubled
        array_push($tri, $face[5][5], $face[5][6], $face[5][6], $back[9][9], $back[9][9], $back[9][10]); // empty

        for ($i = 0; $i < count($tri); $i += 3) {
            $builder->triangle($tri[$i], $tri[$i + 1], $tri[$i + 2]);
        }

        return $builder->build();
    }

    /** Height of the fern above the plaque. */
    private static function frond(float $x, float $z): float
    {
        $stem = 3.2 * exp(-(($x - 2 * sin($z / 26)) ** 2) / 3);
        $along = $z - 6;
        $reach = max(0.0, 34 * sin(M_PI * min(1.0, max(0.0, $along / 62)))) * (1 - $along / 140);
        $off = abs($x - 2 * sin($z / 26));
        $leaf = $off < $reach ? (0.5 + 0.5 * cos(2 * M_PI * ($along - 0.55 * $off) / 7)) ** 2 * (1 - ($off / max($reach, 0.1)) ** 3) : 0.0;

        return max($stem, 2.6 * $leaf);
    }

    /** @return list<array{float, float, float, float}> a rope around the post */
    private static function ring(float $z, float $radius, float $thick): array
    {
        $points = [];
        for ($k = 0; $k <= 24; $k++) {
            $a = 2 * M_PI * $k / 24;
            $points[] = [$radius * cos($a), $radius * sin($a), $z + 0.6 * sin($a), $thick];
        }

        return $points;
    }

    /**
     * @param  list<array{float|int, float|int}>  $profile
     * @return list<array{float, float}> the same line in `count` steps of equal length
     */
    private static function spread(array $profile, int $count): array
    {
        $length = [0.0];
        for ($k = 1; $k < count($profile); $k++) {
            $length[] = $length[$k - 1] + hypot($profile[$k][0] - $profile[$k - 1][0], $profile[$k][1] - $profile[$k - 1][1]);
        }
        $points = [];
        for ($s = 0, $k = 1; $s < $count; $s++) {
            $at = end($length) * $s / ($count - 1);
            while ($k < count($profile) - 1 && $length[$k] < $at) {
                $k++;
            }
            $t = ($at - $length[$k - 1]) / ($length[$k] - $length[$k - 1]);
            $points[] = [
                $profile[$k - 1][0] + $t * ($profile[$k][0] - $profile[$k - 1][0]),
                $profile[$k - 1][1] + $t * ($profile[$k][1] - $profile[$k - 1][1]),
            ];
        }

        return $points;
    }
}
