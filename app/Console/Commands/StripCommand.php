<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\StripPhotos;
use InvalidArgumentException;

final class StripCommand extends ComputeCommand
{
    protected $signature = 'wrenlo:strip {images* : photos (PNG or JPEG), from left to right} {--aspect=1 : width over height of each} {--out= : PNG to write} {--json : print JSON}';

    protected $description = 'Set photos side by side as one, each cropped about its middle: for the sides of a box, or round a lamp';

    protected function compute(): array
    {
        $images = array_values(array_map(strval(...), (array) $this->argument('images')));
        $out = $this->text('out') !== '' ? $this->text('out') : throw new InvalidArgumentException('--out says which PNG to write.');
        $png = StripPhotos::png($images, $this->number('aspect'));
        if (@file_put_contents($out, $png) !== strlen($png)) {
            throw new InvalidArgumentException('“'.basename($out).'” cannot be written there.');
        }
        $size = getimagesizefromstring($png) ?: [0, 0];

        return ['photos' => count($images), 'width_px' => $size[0], 'height_px' => $size[1], 'bytes' => strlen($png)];
    }
}
