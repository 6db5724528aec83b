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
