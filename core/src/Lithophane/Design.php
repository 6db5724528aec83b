<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Photo\Tone;

/** Everything that is chosen about a lithophane: tones, light, shape and size. */
final readonly class Design
{
    public function __construct(
        public ShapeKind $shape,
        public float $widthMm,
        public ToneToThickness $thickness,
        public Tone $tone = new Tone,
        public float $resolutionMm = 0.2,
        public float $frameMm = 0.0,
        public float $arcDeg = 120.0,
        /** of a globe, across; null: as wide as goes, up to 30 mm */
        public ?float $openingMm = null,
        /** SVG path that a plate is cut along */
        public ?string $path = null,
        /** to hang it by, across; of plates that are cut */
        public float $holeMm = 0.0,
        /** how far a foot under a flat plate reaches, before its back and behind it */
        public float $footMm = 0.0,
        /** the picture goes once round a box, a quarter a side; else each side has all of it */
        public bool $isAround = false,
    ) {
        if (! ($widthMm >= 10.0 && $widthMm <= 1000.0)) {
            throw new InvalidArgumentException('A lithophane is 10 to 1000 mm wide.');
        }
        if (! ($resolutionMm >= 0.02 && $resolutionMm <= 5.0)) {
            throw new InvalidArgumentException('The resolution of a relief is 0.02 to 5 mm.');
        }
        if (! ($frameMm >= 0.0 && $frameMm <= 50.0)) {
            throw new InvalidArgumentException('A frame is 0 to 50 mm wide.');
        }
        if (! ($holeMm >= 0.0 && $holeMm <= 20.0)) {
            throw new InvalidArgumentException('A hole to hang it by is 0 to 20 mm across.');
        }
        if (! ($footMm >= 0.0 && $footMm <= 60.0) || ($footMm > 0.0 && $shape !== ShapeKind::Flat)) {
            throw new InvalidArgumentException('A foot reaches 0 to 60 mm, and stands under a flat plate alone.');
        }
        if ($shape === ShapeKind::Outline) {
            SvgPath::outline((string) $path);
        }
        if (! ($arcDeg >= 10.0 && $arcDeg <= 300.0)) {
            throw new InvalidArgumentException('An arc spans 10° to 300°; for all the way round take the cylinder.');
        }
    }

    /** Width of the picture along the smooth back. */
    public function pictureMm(): float
    {
        return self::pictureWidthMm($this->shape, $this->widthMm, $this->isAround);
    }

    public static function pictureWidthMm(ShapeKind $shape, float $widthMm, bool $isAround): float
    {
        return $shape === ShapeKind::Box && $isAround ? 4 * $widthMm : $widthMm;
    }

    public function heightMm(Photo $photo): float
    {
        return $this->pictureMm() * $this->tone->aspect($photo);
    }

    /** The same at another resolution. */
    public function at(float $resolutionMm): self
    {
        return new self(...['resolutionMm' => $resolutionMm] + get_object_vars($this));
    }
}
