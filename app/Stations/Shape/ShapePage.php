<?php

declare(strict_types=1);

namespace App\Stations\Shape;

use App\Http\Resources\ReliefNumbers;
use App\Plans\Bench;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\ShapeKind;

/** What the Shape station is drawn from. */
final readonly class ShapePage
{
    private function __construct(
        public ShapeKind $shape, public float $widthMm, public float $frameMm, public float $arcDeg, public ?float $openingMm, public float $resolutionMm, public ?string $path, public float $holeMm, public float $footMm, public bool $isAround, public float $pictureMm, public ?ReliefNumbers $numbers, public ?string $failure,
    ) {}

    public static function of(Bench $bench): self
    {
        $d = ShapeStation::of($bench);

        return new self(
            shape: $d->shape, widthMm: $d->widthMm, frameMm: $d->frameMm, arcDeg: $d->arcDeg, openingMm: $d->openingMm, resolutionMm: $d->resolutionMm, path: $d->path, holeMm: $d->holeMm, footMm: $d->footMm, isAround: $d->isAround, pictureMm: Design::pictureWidthMm($d->shape, $d->widthMm, $d->isAround), numbers: ReliefNumbers::of($bench), failure: ReliefNumbers::failure($bench),
        );
    }
}
