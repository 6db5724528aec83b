<?php

declare(strict_types=1);

namespace Wrenlo\Core\Geometry;

/**
 * A stance: carries the file frame to the plate frame (Z up, plate at z = 0).
 * Nine numbers, row-major; the third row is the file-frame direction that becomes +Z.
 */
final readonly class Rotation
{
    /** @param  array{float, float, float, float, float, float, float, float, float}  $rows */
    private function __construct(public array $rows) {}

    /** The shortest turn that brings the file-frame direction `up` to +Z; straight down is turned about X. */
    public static function bringingUp(Vec3 $up): self
    {
        ['x' => $x, 'y' => $y, 'z' => $z] = get_object_vars($up->unit());
        $flat = $x * $x + $y * $y;
        if ($z < 0 && $flat < 1e-24) {
            return new self([1.0, 0.0, 0.0, 0.0, -1.0, 0.0, 0.0, 0.0, -1.0]);
        }
        $k = $z < 0 ? (1 - $z) / $flat : 1 / (1 + $z); // the same number, without cancelling near −Z

        return new self([1 - $x * $x * $k, -$x * $y * $k, -$x, -$x * $y * $k, 1 - $y * $y * $k, -$y, $x, $y, $z]);
    }

    /** A frame whose +Z is `up` and whose −Y looks along `front` as nearly as it can (the viewers stand at −Y). */
    public static function facing(Vec3 $up, Vec3 $front): self
    {
        $z = $up->unit();
        $across = $z->cross($front);
        $x = $across->length() > 1e-9 ? $across->unit() : self::anyAcross($z);

        return new self([...$x->toArray(), ...$z->cross($x)->toArray(), ...$z->toArray()]);
    }

    private static function anyAcross(Vec3 $z): Vec3
    {
        return $z->cross(abs($z->x) < 0.9 ? new Vec3(1, 0, 0) : new Vec3(0, 1, 0))->unit();
    }

    /** This, then a turn about the plate's Z, counter-clockwise from above. */
    public function thenAboutZ(float $deg): self
    {
        if ($deg === 0.0) {
            return $this;
        }
        [$c, $s] = [cos(deg2rad($deg)), sin(deg2rad($deg))];
        [$a, $b, $d, $e, $f, $g, $h, $i, $j] = $this->rows;

        return new self([$c * $a - $s * $e, $c * $b - $s * $f, $c * $d - $s * $g, $s * $a + $c * $e, $s * $b + $c * $f, $s * $d + $c * $g, $h, $i, $j]);
    }

    /** From the plate frame to the file frame: the inverse of a rotation is its transpose. */
    public function back(Vec3 $v): Vec3
    {
        $r = $this->rows;

        return new Vec3($r[0] * $v->x + $r[3] * $v->y + $r[6] * $v->z, $r[1] * $v->x + $r[4] * $v->y + $r[7] * $v->z, $r[2] * $v->x + $r[5] * $v->y + $r[8] * $v->z);
    }

    public function apply(Vec3 $v): Vec3
    {
        $r = $this->rows;

        return new Vec3(
            $r[0] * $v->x + $r[1] * $v->y + $r[2] * $v->z,
            $r[3] * $v->x + $r[4] * $v->y + $r[5] * $v->z,
            $r[6] * $v->x + $r[7] * $v->y + $r[8] * $v->z,
        );
    }
}
