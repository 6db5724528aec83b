<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;

/**
 * How the finished piece will be shown, in the frame of its file: which way is up there, where the viewers stand, how
 * high their eyes are and how far they spread. It has nothing to do with how the piece stands on the plate.
 */
final readonly class Display
{
    /** What is a unit, or square, to within this is kept as it is: what is written down and read again is the same to the last digit, and so is its key. */
    private const EXACT = 1e-12;

    public Vec3 $up;

    /** Unit, square to `up`: from the piece towards the viewers. */
    public Vec3 $front;

    /** To either side of the front, 10 to 180. */
    public float $spreadDeg;

    /** Middle height of the eyes above level, −60 to 80. */
    public float $eyeDeg;

    /**
     * @param  ?float  $spreadDeg  null: as usual for the mode
     * @param  ?float  $eyeDeg  null: as usual for the mode
     *
     * @throws InvalidArgumentException when front and up are parallel, or an angle is out of reach
     */
    public function __construct(Vec3 $up, Vec3 $front, public DisplayMode $mode = DisplayMode::Shelf, ?float $spreadDeg = null, ?float $eyeDeg = null)
    {
        $this->up = self::isUnit($up) ? $up : $up->unit();
        $this->front = self::isUnit($front) && abs($this->up->dot($front)) < self::EXACT ? $front : self::across($front, $this->up);
        $this->spreadDeg = $spreadDeg ?? $mode->spreadDeg();
        $this->eyeDeg = $eyeDeg ?? $mode->eyeDeg();
        if ($this->spreadDeg < 10 || $this->spreadDeg > 180 || $this->eyeDeg < -60 || $this->eyeDeg > 80) {
            throw new InvalidArgumentException('The viewers spread by 10° to 180° to either side, their eyes are between 60° below and 80° above level.');
        }
    }

    /** Square to `up`: in two goes where both are nearly parallel. */
    private static function across(Vec3 $front, Vec3 $up): Vec3
    {
        $across = $front->plus($up->scaled(-$up->dot($front)));
        if ($across->length() < 1e-6 * $front->length()) {
            throw new InvalidArgumentException('The front must not point straight up or down: the viewers stand beside the piece.');
        }
        $across = $across->unit();

        return abs($up->dot($across)) < self::EXACT ? $across : $across->plus($up->scaled(-$up->dot($across)))->unit();
    }

    private static function isUnit(Vec3 $v): bool
    {
        return abs($v->dot($v) - 1.0) < self::EXACT;
    }

    /**
     * The same viewers, their front on a millionth of a degree about what is up: turned there and back by whoever, it is what it was to the last digit,
     * and so is all that was computed for it.
     */
    public function settled(): self
    {
        $zero = self::across(abs($this->up->y) < 0.9 ? new Vec3(0.0, -1.0, 0.0) : new Vec3(0.0, 0.0, 1.0), $this->up);
        $quarter = $this->up->cross($zero);
        $deg = round(rad2deg(atan2($this->front->dot($quarter), $this->front->dot($zero))), 6);
        // quarter turns are exact
        $axes = [$zero, $quarter, $zero->scaled(-1.0), $quarter->scaled(-1.0)];
        $quarters = (int) round($deg / 90);
        $rest = deg2rad(round($deg - 90 * $quarters, 6));
        $front = $axes[$quarters & 3]->scaled(cos($rest))->plus($axes[($quarters + 1) & 3]->scaled(sin($rest)));

        return new self($this->up, new Vec3($front->x + 0.0, $front->y + 0.0, $front->z + 0.0), $this->mode, $this->spreadDeg, $this->eyeDeg);
    }

    public static function facingMinusY(): self
    {
        return new self(new Vec3(0, 0, 1), new Vec3(0, -1, 0));
    }

    /** The same viewers in the frame that a rotation carries the file to, such as that of the plate. */
    public function turned(Rotation $by): self
    {
        return new self($by->apply($this->up), $by->apply($this->front), $this->mode, $this->spreadDeg, $this->eyeDeg);
    }

    /** @return array{float, float} towards the viewers along the XY plane, unit; −Y where they look straight down or up it */
    public function frontAcross(): array
    {
        $l = hypot($this->front->x, $this->front->y);

        return $l < 1e-3 ? [0.0, -1.0] : [$this->front->x / $l, $this->front->y / $l];
    }

    /** Short and the same for the same way to be shown: what is computed for it goes by this. */
    public function key(): string
    {
        return substr(hash('sha256', serialize($this)), 0, 16);
    }

    /** Carries the file frame to the shelf: +Z up, the viewers at −Y. */
    public function toShelf(): Rotation
    {
        return Rotation::facing($this->up, $this->front);
    }
}
