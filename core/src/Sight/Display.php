<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;

/**
 * How the finished piece will stand on the shelf, in the frame of its file: which way is up there and where the
 * viewers stand. It has nothing to do with how the piece stands on the plate.
 */
final readonly class Display
{
    public Vec3 $up;

    /** Unit, square to `up`: from the piece towards the viewers. */
    public Vec3 $front;

    /** @throws InvalidArgumentException when front and up are parallel */
    public function __construct(Vec3 $up, Vec3 $front)
    {
        $this->up = $up->unit();
        $across = $front->plus($this->up->scaled(-$this->up->dot($front)));
        if ($across->length() < 1e-6) {
            throw new InvalidArgumentException('The front must not point straight up or down: the viewers stand beside the piece.');
        }
        $this->front = $across->unit();
    }

    public static function facingMinusY(): self
    {
        return new self(new Vec3(0, 0, 1), new Vec3(0, -1, 0));
    }

    /** Carries the file frame to the shelf: +Z up, the viewers at −Y. */
    public function toShelf(): Rotation
    {
        return Rotation::facing($this->up, $this->front);
    }
}
