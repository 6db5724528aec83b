<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Box3;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;

use function array_map;
use function count;
use function intdiv;
use function max;
use function min;

/**
 * A welded triangle mesh in flat lists, in millimetres, in the frame of its file.
 *
 * Vertex i lies at (x[i], y[i], z[i]). Triangle f has the corners tri[3f], tri[3f+1], tri[3f+2], counter-clockwise
 * seen from outside. Every coordinate is finite, every index is a vertex, and there is at least one triangle: nothing
 * else can be made, so kernels do not check it again.
 */
final readonly class Mesh
{
    /**
     * @param  list<float>  $x  millimetres
     * @param  list<float>  $y  millimetres
     * @param  list<float>  $z  millimetres
     * @param  non-empty-list<int>  $tri  vertex indices, three a triangle
     *
     * @throws InvalidArgumentException saying what is no mesh about it
     */
    public function __construct(public array $x, public array $y, public array $z, public array $tri)
    {
        $count = count($x);
        // sums and extremes by native code: a coordinate that is not finite spoils its sum
        if ($tri === [] || count($tri) % 3 !== 0 || $count !== count($y) || $count !== count($z)) {
            throw new InvalidArgumentException('A mesh needs three coordinates a vertex, three corners a triangle, and at least one triangle.');
        }
        if (min($tri) < 0 || max($tri) >= $count) {
            throw new InvalidArgumentException("A triangle names a corner beyond the {$count} vertices of its mesh.");
        }
        if (! is_finite(array_sum($x) + array_sum($y) + array_sum($z))) {
            throw new InvalidArgumentException('A vertex needs three finite coordinates.');
        }
    }

    public function vertexCount(): int
    {
        return count($this->x);
    }

    public function triangleCount(): int
    {
        return intdiv(count($this->tri), 3);
    }

    public function bounds(): Box3
    {
        return new Box3(
            new Vec3(min($this->x), min($this->y), min($this->z)),
            new Vec3(max($this->x), max($this->y), max($this->z)),
        );
    }

    public function vertex(int $i): Vec3
    {
        return new Vec3($this->x[$i], $this->y[$i], $this->z[$i]);
    }

    public function scaled(float $factor): self
    {
        if ($factor === 1.0) {
            return $this;
        }
        $times = static fn (float $v): float => $v * $factor;

        return new self(array_map($times, $this->x), array_map($times, $this->y), array_map($times, $this->z), $this->tri);
    }

    /** Its mirror image across the plane x = 0, y = 0 or z = 0; the outside stays outside. */
    public function mirrored(string $axis): self
    {
        $minus = static fn (float $v): float => 0.0 - $v;
        $tri = $this->tri;
        for ($i = 0, $n = count($tri); $i < $n; $i += 3) {
            $b = $tri[$i + 1];
            $tri[$i + 1] = $tri[$i + 2];
            $tri[$i + 2] = $b;
        }

        return new self(
            $axis === 'x' ? array_map($minus, $this->x) : $this->x,
            $axis === 'y' ? array_map($minus, $this->y) : $this->y,
            $axis === 'z' ? array_map($minus, $this->z) : $this->z,
            $tri,
        );
    }

    /**
     * The mesh of some of its facets, without the vertices they do not use.
     *
     * @param  non-empty-list<int>  $facets
     */
    public function only(array $facets): self
    {
        $tri = [];
        foreach ($facets as $f) {
            $tri[] = $this->tri[3 * $f];
            $tri[] = $this->tri[3 * $f + 1];
            $tri[] = $this->tri[3 * $f + 2];
        }

        return $this->withFacets($tri);
    }

    /**
     * The same vertices under other facets; vertices that none uses any more are dropped.
     *
     * @param  non-empty-list<int>  $tri
     */
    public function withFacets(array $tri): self
    {
        $number = [];
        $x = $y = $z = [];
        foreach ($tri as $k => $v) {
            if (! isset($number[$v])) {
                $number[$v] = count($x);
                $x[] = $this->x[$v];
                $y[] = $this->y[$v];
                $z[] = $this->z[$v];
            }
            $tri[$k] = $number[$v];
        }

        return new self($x, $y, $z, $tri);
    }

    /** Turned into the plate frame and set down: lowest vertex at z = 0 (or lifted), centred on the origin of the plate. */
    public function standing(Rotation $stance, float $liftMm = 0.0): self
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $stance->rows;
        $x = $y = $z = [];
        foreach ($this->x as $k => $px) {
            $py = $this->y[$k];
            $pz = $this->z[$k];
            $x[] = $a * $px + $b * $py + $c * $pz;
            $y[] = $d * $px + $e * $py + $f * $pz;
            $z[] = $g * $px + $h * $py + $i * $pz;
        }
        $midX = (min($x) + max($x)) / 2;
        $midY = (min($y) + max($y)) / 2;
        $low = min($z) - $liftMm;
        foreach ($x as $k => $_) {
            $x[$k] -= $midX;
            $y[$k] -= $midY;
            $z[$k] -= $low;
        }

        return new self($x, $y, $z, $this->tri);
    }

    /** What is taken off the turned places when the mesh is set down: the origin of the plate in the turned frame. */
    public function standingOrigin(Rotation $stance, float $liftMm = 0.0): Vec3
    {
        $down = $this->standing($stance, $liftMm);

        return $stance->apply(new Vec3($this->x[0], $this->y[0], $this->z[0]))->minus(new Vec3($down->x[0], $down->y[0], $down->z[0]));
    }

    /** @param  non-empty-list<self>  $meshes  in one frame; shells stay as they are, through one another or not */
    public static function joined(array $meshes): self
    {
        $x = $y = $z = $tri = [];
        foreach ($meshes as $mesh) {
            $first = count($x);
            array_push($x, ...$mesh->x);
            array_push($y, ...$mesh->y);
            array_push($z, ...$mesh->z);
            foreach ($mesh->tri as $v) {
                $tri[] = $first + $v;
            }
        }

        return new self($x, $y, $z, $tri);
    }
}
