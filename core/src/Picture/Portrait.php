<?php

declare(strict_types=1);

namespace Wrenlo\Core\Picture;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;

use function count;
use function max;
use function min;
use function sqrt;

/**
 * A small shaded picture of a standing mesh, drawn without a graphics card: parallel projection, depth buffer, light
 * from the upper left. It fills the square with a margin and puts the plate at the lower edge.
 */
final readonly class Portrait
{
    private const MARGIN = 0.08;

    /** Facets smaller than this many pixels are drawn as a dot of two pixels; large meshes then skip some of them. */
    private const DOT_PX = 2.0;

    private const ENOUGH_FACETS_A_PIXEL = 2;

    /** @param  string  $light one byte a pixel, row by row from the top: 0 nothing there, 1 … 255 dark to light */
    private function __construct(public int $size, public string $light) {}

    /**
     * @param  Rotation  $stance  file frame → plate frame
     * @param  float  $turnDeg  how far the picture is taken from the front (−Y), counter-clockwise from above
     * @param  float  $raiseDeg  how far from above
     */
    public static function of(Mesh $mesh, Rotation $stance, int $size, float $turnDeg = 28, float $raiseDeg = 16): self
    {
        [$right, $up, $toward] = self::camera($stance, $turnDeg, $raiseDeg);
        [$x, $y, $z] = self::project($mesh, $right, $up, $toward, $size);

        return new self($size, self::draw($x, $y, $z, $mesh->tri, $size));
    }

    /** @return array{Vec3, Vec3, Vec3} the picture's axes in the file frame */
    private static function camera(Rotation $stance, float $turnDeg, float $raiseDeg): array
    {
        [$ca, $sa, $ce, $se] = [cos(deg2rad($turnDeg)), sin(deg2rad($turnDeg)), cos(deg2rad($raiseDeg)), sin(deg2rad($raiseDeg))];
        $r = $stance->rows;
        $toFile = static fn (Vec3 $v): Vec3 => new Vec3(
            $r[0] * $v->x + $r[3] * $v->y + $r[6] * $v->z,
            $r[1] * $v->x + $r[4] * $v->y + $r[7] * $v->z,
            $r[2] * $v->x + $r[5] * $v->y + $r[8] * $v->z,
        );

        return [
            $toFile(new Vec3($ca, $sa, 0)),
            $toFile(new Vec3(-$sa * $se, $ca * $se, $ce)),
            $toFile(new Vec3($sa * $ce, -$ca * $ce, $se)),
        ];
    }

    /** @return array{list<float>, list<float>, list<float>} pixels from the left, pixels from the top, depth (nearer is larger) */
    private static function project(Mesh $mesh, Vec3 $right, Vec3 $up, Vec3 $toward, int $size): array
    {
        ['x' => $mx, 'y' => $my, 'z' => $mz] = get_object_vars($mesh);
        [$rx, $ry, $rz] = $right->toArray();
        [$ux, $uy, $uz] = $up->toArray();
        [$tx, $ty, $tz] = $toward->toArray();
        $x = $y = $z = [];
        foreach ($mx as $i => $px) {
            $py = $my[$i];
            $pz = $mz[$i];
            $x[] = $px * $rx + $py * $ry + $pz * $rz;
            $y[] = $px * $ux + $py * $uy + $pz * $uz;
            $z[] = $px * $tx + $py * $ty + $pz * $tz;
        }
        [$left, $rightmost, $low, $high] = [min($x), max($x), min($y), max($y)];
        $scale = $size * (1 - 2 * self::MARGIN) / max($rightmost - $left, $high - $low, 1e-12);
        $offset = ($size - ($rightmost - $left) * $scale) / 2;
        $bottom = $size * (1 - self::MARGIN);
        foreach ($x as $i => $px) {
            $x[$i] = ($px - $left) * $scale + $offset;
            $y[$i] = $bottom - ($y[$i] - $low) * $scale;
            $z[$i] *= $scale;
        }

        return [$x, $y, $z];
    }

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  list<int>  $tri
     */
    private static function draw(array $x, array $y, array $z, array $tri, int $size): string
    {
        $depth = array_fill(0, $size * $size, -1e30);
        $light = str_repeat("\0", $size * $size);
        $stride = 3 * max(1, intdiv(count($tri), 3 * self::ENOUGH_FACETS_A_PIXEL * $size * $size));
        for ($i = 0, $n = count($tri); $i < $n; $i += $stride) {
            $a = $tri[$i];
            $b = $tri[$i + 1];
            $c = $tri[$i + 2];
            $ax = $x[$a];
            $ay = $y[$a];
            $az = $z[$a];
            $ux = $x[$b] - $ax;
            $uy = $y[$b] - $ay;
            $uz = $z[$b] - $az;
            $vx = $x[$c] - $ax;
            $vy = $y[$c] - $ay;
            $vz = $z[$c] - $az;
            // y runs down, so a facet that faces the viewer has a negative turn
            $turn = $ux * $vy - $uy * $vx;
            if ($turn >= 0.0) {
                continue;
            }
            $nx = $uz * $vy - $uy * $vz;
            $ny = $ux * $vz - $uz * $vx;
            $lit = (-0.42 * $nx - 0.58 * $ny - 0.70 * $turn) / sqrt($nx * $nx + $ny * $ny + $turn * $turn);
            $tone = chr((int) (40 + 215 * ($lit > 0.0 ? $lit : 0.0)));
            if ($turn > -2 * self::DOT_PX) {
                $px = (int) ($ax + ($ux + $vx) / 3);
                $py = (int) ($ay + ($uy + $vy) / 3);
                $pz = $az + ($uz + $vz) / 3;
                for ($k = $py * $size + $px, $e = 0; $e < 4; $e++, $k += $e === 2 ? $size - 1 : 1) {
                    if ($k >= 0 && $k < $size * $size && $depth[$k] < $pz) {
                        $depth[$k] = $pz;
                        $light[$k] = $tone;
                    }
                }

                continue;
            }
            $dzx = ($uz * $vy - $vz * $uy) / $turn;
            $dzy = ($vz * $ux - $uz * $vx) / $turn;
            $top = max(0, (int) min($ay, $y[$b], $y[$c]));
            $bottom = min($size - 1, (int) max($ay, $y[$b], $y[$c]));
            $left = max(0, (int) min($ax, $x[$b], $x[$c]));
            $rightmost = min($size - 1, (int) max($ax, $x[$b], $x[$c]));
            for ($py = $top; $py <= $bottom; $py++) {
                $dy = $py + 0.5 - $ay;
                for ($px = $left; $px <= $rightmost; $px++) {
                    $dx = $px + 0.5 - $ax;
                    $s = ($dx * $vy - $dy * $vx) / $turn;
                    $t = ($dy * $ux - $dx * $uy) / $turn;
                    if ($s < -0.02 || $t < -0.02 || $s + $t > 1.02) {
                        continue;
                    }
                    $pz = $az + $dzx * $dx + $dzy * $dy;
                    $k = $py * $size + $px;
                    if ($depth[$k] < $pz) {
                        $depth[$k] = $pz;
                        $light[$k] = $tone;
                    }
                }
            }
        }

        return $light;
    }
}
