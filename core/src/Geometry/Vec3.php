<?php

declare(strict_types=1);

namespace Wrenlo\Core\Geometry;

use InvalidArgumentException;

/**
 * A point or direction at the edges of the system: millimetres for points, no unit for directions.
 * Kernels do not use it: they work on flat lists.
 */
final readonly class Vec3
{
    public function __construct(public float $x, public float $y, public float $z)
    {
        if (! is_finite($x) || ! is_finite($y) || ! is_finite($z)) {
            throw new InvalidArgumentException('A vector needs three finite numbers.');
        }
    }

    /** @param  string  $text three numbers separated by commas, as typed on a command line: "0,-1,0" */
    public static function fromText(string $text): self
    {
        $parts = array_map(trim(...), explode(',', $text));
        if (count($parts) !== 3 || array_filter($parts, is_numeric(...)) !== $parts) {
            throw new InvalidArgumentException("“{$text}” is not a direction: give three numbers separated by commas, such as 0,0,1.");
        }

        return new self((float) $parts[0], (float) $parts[1], (float) $parts[2]);
    }

    public static function unitFromText(string $text): self
    {
        return self::fromText($text)->unit();
    }

    public function unit(): self
    {
        $length = $this->length();
        if ($length < 1e-12) {
            throw new InvalidArgumentException('A direction needs a length above zero.');
        }

        return new self($this->x / $length, $this->y / $length, $this->z / $length);
    }

    public function length(): float
    {
        return sqrt($this->dot($this));
    }

    public function dot(self $other): float
    {
        return $this->x * $other->x + $this->y * $other->y + $this->z * $other->z;
    }

    public function cross(self $other): self
    {
        return new self(
            $this->y * $other->z - $this->z * $other->y,
            $this->z * $other->x - $this->x * $other->z,
            $this->x * $other->y - $this->y * $other->x,
        );
    }

    public function scaled(float $factor): self
    {
        return new self($this->x * $factor, $this->y * $factor, $this->z * $factor);
    }

    public function minus(self $other): self
    {
        return new self($this->x - $other->x, $this->y - $other->y, $this->z - $other->z);
    }

    public function plus(self $other): self
    {
        return new self($this->x + $other->x, $this->y + $other->y, $this->z + $other->z);
    }

    /** Degrees between two directions, 0 to 180; both must be of unit length. */
    public function angleDegTo(self $other): float
    {
        return rad2deg(atan2($this->cross($other)->length(), $this->dot($other)));
    }

    /** @return array{float, float, float} */
    public function toArray(): array
    {
        return [$this->x, $this->y, $this->z];
    }
}
