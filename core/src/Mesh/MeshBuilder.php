<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use InvalidArgumentException;

/** Collects triangles given by their corners and welds equal corners (equal to the last bit; −0 equals 0). */
final class MeshBuilder
{
    /** @var list<float> */
    private array $x = [];

    /** @var list<float> */
    private array $y = [];

    /** @var list<float> */
    private array $z = [];

    /** @var list<int> */
    private array $tri = [];

    /** @var array<string, int> vertex index by the 24 bytes of its coordinates */
    private array $seen = [];

    public function vertex(float $x, float $y, float $z): int
    {
        $x += 0.0;
        $y += 0.0;
        $z += 0.0;
        $key = pack('e3', $x, $y, $z);
        if (isset($this->seen[$key])) {
            return $this->seen[$key];
        }
        if (! is_finite($x) || ! is_finite($y) || ! is_finite($z)) {
            throw new InvalidArgumentException('A vertex needs three finite coordinates.');
        }
        $this->x[] = $x;
        $this->y[] = $y;
        $this->z[] = $z;

        return $this->seen[$key] = count($this->x) - 1;
    }

    public function triangle(int $a, int $b, int $c): self
    {
        array_push($this->tri, $a, $b, $c);

        return $this;
    }

    /** Two triangles; corners counter-clockwise from outside. */
    public function quad(int $a, int $b, int $c, int $d): self
    {
        return $this->triangle($a, $b, $c)->triangle($a, $c, $d);
    }

    public function triangleCount(): int
    {
        return intdiv(count($this->tri), 3);
    }

    public function build(): Mesh
    {
        if ($this->tri === []) {
            throw new InvalidArgumentException('A mesh needs at least one triangle.');
        }

        return new Mesh($this->x, $this->y, $this->z, $this->tri);
    }
}
