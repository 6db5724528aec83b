<?php

declare(strict_types=1);

namespace Tests\Support;

use Wrenlo\Core\Format\Stl\StlWriter;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;

/** Closed solids with known numbers, outward facets, millimetres. */
final class Solids
{
    /** @param  array{float, float, float}  $at lower corner */
    public static function box(float $x, float $y, float $z, array $at = [0.0, 0.0, 0.0], ?MeshBuilder $into = null): Mesh
    {
        $b = $into ?? new MeshBuilder;
        [$ax, $ay, $az] = $at;
        $v = [];
        foreach ([0, 1] as $k) {
            foreach ([0, 1] as $j) {
                foreach ([0, 1] as $i) {
                    $v[] = $b->vertex($ax + $i * $x, $ay + $j * $y, $az + $k * $z);
                }
            }
        }
        $b->quad($v[0], $v[2], $v[3], $v[1])->quad($v[4], $v[5], $v[7], $v[6])->quad($v[0], $v[1], $v[5], $v[4])
            ->quad($v[2], $v[6], $v[7], $v[3])->quad($v[0], $v[4], $v[6], $v[2])->quad($v[1], $v[3], $v[7], $v[5]);

        return $b->build();
    }

    /**
     * Boxes that touch or overlap as separate shells.
     *
     * @param  list<array{float, float, float, array{float, float, float}}>  $boxes
     */
    public static function boxes(array $boxes): Mesh
    {
        $x = $y = $z = $tri = [];
        foreach ($boxes as $box) {
            $one = self::box(...$box);
            $offset = count($x);
            array_push($x, ...$one->x);
            array_push($y, ...$one->y);
            array_push($z, ...$one->z);
            array_push($tri, ...array_map(static fn (int $i): int => $i + $offset, $one->tri));
        }

        return new Mesh($x, $y, $z, $tri);
    }

    /**
     * One solid of boxes joined and boxes cut away, in the order given; facets meet edge to edge.
     *
     * @param  list<array{bool, array{float, float, float, float, float, float}}>  $boxes  joined or cut away: from x to x, from y to y, from z to z
     */
    public static function carved(array $boxes): Mesh
    {
        $at = array_map(static fn (int $axis): array => self::sorted(array_merge(...array_map(static fn (array $b): array => [$b[1][2 * $axis], $b[1][2 * $axis + 1]], $boxes))), [0, 1, 2]);
        $isFull = static function (int $i, int $j, int $k) use ($boxes, $at): bool {
            if (! isset($at[0][$i + 1], $at[1][$j + 1], $at[2][$k + 1]) || min($i, $j, $k) < 0) {
                return false;
            }
            $p = [($at[0][$i] + $at[0][$i + 1]) / 2, ($at[1][$j] + $at[1][$j + 1]) / 2, ($at[2][$k] + $at[2][$k + 1]) / 2];
            $is = false;
            foreach ($boxes as [$isJoined, $b]) {
                $is = $p[0] > $b[0] && $p[0] < $b[1] && $p[1] > $b[2] && $p[1] < $b[3] && $p[2] > $b[4] && $p[2] < $b[5] ? $isJoined : $is;
            }

            return $is;
        };
        $b = new MeshBuilder;
        // the corners of each side of a cell, counter-clockwise from outside
        $sides = [[[-1, 0, 0], [0, 4, 6, 2]], [[1, 0, 0], [1, 3, 7, 5]], [[0, -1, 0], [0, 1, 5, 4]], [[0, 1, 0], [2, 6, 7, 3]], [[0, 0, -1], [0, 2, 3, 1]], [[0, 0, 1], [4, 5, 7, 6]]];
        foreach ($at[0] as $i => $_) {
            foreach ($at[1] as $j => $_) {
                foreach ($at[2] as $k => $_) {
                    if ($isFull($i, $j, $k)) {
                        foreach ($sides as [[$di, $dj, $dk], $corners]) {
                            if (! $isFull($i + $di, $j + $dj, $k + $dk)) {
                                $b->quad(...array_map(static fn (int $c): int => $b->vertex($at[0][$i + ($c & 1)], $at[1][$j + ($c >> 1 & 1)], $at[2][$k + ($c >> 2)]), $corners));
                            }
                        }
                    }
                }
            }
        }

        return $b->build();
    }

    /**
     * @param  list<float|int>  $values
     * @return list<float>
     */
    private static function sorted(array $values): array
    {
        $values = array_values(array_unique(array_map(floatval(...), $values)));
        sort($values);

        return $values;
    }

    /** A body of revolution about Z: a profile of (radius, height) from bottom to top, closed with fans where the radius is above zero. */
    public static function lathe(array $profile, int $around): Mesh
    {
        $b = new MeshBuilder;
        $rings = [];
        foreach ($profile as [$r, $z]) {
            $ring = [];
            for ($k = 0; $k < $around; $k++) {
                $a = 2 * M_PI * $k / $around;
                $ring[] = $r == 0.0 ? $b->vertex(0, 0, $z) : $b->vertex($r * cos($a), $r * sin($a), $z);
            }
            $rings[] = $ring;
        }
        $add = static fn (int $p, int $q, int $r) => $p !== $q && $q !== $r && $r !== $p ? $b->triangle($p, $q, $r) : null;
        for ($j = 1; $j < count($rings); $j++) {
            for ($k = 0; $k < $around; $k++) {
                $n = ($k + 1) % $around;
                $add($rings[$j - 1][$k], $rings[$j - 1][$n], $rings[$j][$n]);
                $add($rings[$j - 1][$k], $rings[$j][$n], $rings[$j][$k]);
            }
        }
        $bottom = $b->vertex(0, 0, $profile[0][1]);
        $top = $b->vertex(0, 0, $profile[count($profile) - 1][1]);
        for ($k = 0; $k < $around; $k++) {
            $n = ($k + 1) % $around;
            $add($bottom, $rings[0][$n], $rings[0][$k]);
            $add($top, $rings[count($rings) - 1][$k], $rings[count($rings) - 1][$n]);
        }

        return $b->build();
    }

    /**
     * Several bodies of revolution as shells of one mesh.
     *
     * @param  list<list<array{float, float}>>  $profiles
     */
    public static function lathes(array $profiles, int $around): Mesh
    {
        $x = $y = $z = $tri = [];
        foreach ($profiles as $profile) {
            $one = self::lathe($profile, $around);
            $offset = count($x);
            array_push($x, ...$one->x);
            array_push($y, ...$one->y);
            array_push($z, ...$one->z);
            array_push($tri, ...array_map(static fn (int $i): int => $i + $offset, $one->tri));
        }

        return new Mesh($x, $y, $z, $tri);
    }

    public static function sphere(float $radius, int $around = 180): Mesh
    {
        $profile = [];
        for ($k = 0, $n = intdiv($around, 2); $k <= $n; $k++) {
            $a = M_PI * $k / $n;
            $profile[] = [$k === 0 || $k === $n ? 0.0 : $radius * sin($a), $radius - $radius * cos($a)];
        }

        return self::lathe($profile, $around);
    }

    public static function cylinder(float $radius, float $height, int $around = 360): Mesh
    {
        return self::lathe([[$radius, 0.0], [$radius, $height]], $around);
    }

    /** A tube standing on the plate, its axis Z. */
    public static function ring(float $outer, float $inner, float $height, int $around = 360): Mesh
    {
        $x = $y = $z = $tri = [];
        foreach ([[$outer, 0.0], [$outer, $height], [$inner, $height], [$inner, 0.0]] as [$r, $h]) {
            for ($k = 0; $k < $around; $k++) {
                [$x[], $y[], $z[]] = [$r * cos(2 * M_PI * $k / $around), $r * sin(2 * M_PI * $k / $around), $h];
            }
        }
        for ($j = 0; $j < 4; $j++) {
            for ($k = 0; $k < $around; $k++) {
                [$a, $b, $c, $d] = [$j * $around + $k, $j * $around + ($k + 1) % $around, ($j + 1) % 4 * $around + ($k + 1) % $around, ($j + 1) % 4 * $around + $k];
                array_push($tri, $a, $b, $c, $a, $c, $d);
            }
        }

        return new Mesh($x, $y, $z, $tri);
    }

    public static function cone(float $radius, float $height, int $around = 360): Mesh
    {
        return self::lathe([[$radius, 0.0], [0.0, $height]], $around);
    }

    /** The same solid in another frame: `turn` carries its +Z to this direction. */
    public static function turned(Mesh $mesh, Vec3 $direction): Mesh
    {
        $r = Rotation::bringingUp($direction)->rows; // transpose turns the other way
        $x = $y = $z = [];
        foreach ($mesh->x as $i => $px) {
            [$py, $pz] = [$mesh->y[$i], $mesh->z[$i]];
            $x[] = $r[0] * $px + $r[3] * $py + $r[6] * $pz;
            $y[] = $r[1] * $px + $r[4] * $py + $r[7] * $pz;
            $z[] = $r[2] * $px + $r[5] * $py + $r[8] * $pz;
        }

        return new Mesh($x, $y, $z, $mesh->tri);
    }

    /** Binary STL bytes. */
    public static function stl(Mesh $mesh, string $title = 'test'): string
    {
        $stream = fopen('php://memory', 'w+b');
        StlWriter::write($stream, $mesh, $title);
        rewind($stream);

        return (string) stream_get_contents($stream);
    }

    /** A file of these bytes; gone when the process ends. */
    public static function file(string $bytes, string $ending = 'stl'): string
    {
        $path = tempnam(sys_get_temp_dir(), 'wrenlo').'.'.$ending;
        file_put_contents($path, $bytes);
        register_shutdown_function(static fn (): bool => @unlink($path));

        return $path;
    }
}
