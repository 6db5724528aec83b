<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ReadPhoto;
use InvalidArgumentException;
use Wrenlo\Core\Photo\Advice;
use Wrenlo\Core\Photo\Fitness;

final class PhotoCommand extends ComputeCommand
{
    protected $signature = 'wrenlo:photo {image : a photo (PNG or JPEG)} {--width-mm=100 : width of the relief, mm} {--layer=0.1 : layer height, mm} {--line=0.45 : line width, mm} {--json : print JSON}';

    protected $description = 'Judge how well a photo will do as a relief: tones, clipping, border, detail, pixels';

    protected function compute(): array
    {
        [$width, $layer, $line] = [$this->number('width-mm'), $this->number('layer'), $this->number('line')];
        if ($width < 5 || $width > 2000) {
            throw new InvalidArgumentException('--width-mm is between 5 and 2000 mm.');
        }
        if ($layer < 0.02 || $layer > 1.0 || $line < 0.1 || $line > 2.0) {
            throw new InvalidArgumentException('--layer is between 0.02 and 1 mm, --line between 0.1 and 2 mm.');
        }
        $photo = ReadPhoto::fromPath((string) $this->argument('image'));
        $fitness = Fitness::of($photo, $width, $layer, $line);

        return [
            'width_px' => $photo->widthPx, 'height_px' => $photo->heightPx, 'mean_linear_y' => $photo->meanY,
            'p05_l' => $photo->lightness[0], 'p50_l' => $photo->lightness[1], 'p95_l' => $photo->lightness[2],
            'clipped_low' => $photo->clippedLow, 'clipped_high' => $photo->clippedHigh, 'px_per_mm' => $fitness->pxPerMm,
            'printable_detail_mm' => $fitness->printableDetailMm, 'fitness' => $fitness->value(), 'word' => $fitness->word(), 'marks' => $fitness->marks,
            'form_share' => $fitness->formShare, 'sharpness' => $fitness->sharpness, 'fine_share' => $fitness->fineShare,
            'border_busy' => $fitness->borderBusy, 'subject_l' => $fitness->subjectL,
            'advice' => array_map(static fn (Advice $a): array => $a->toArray(), $fitness->advice()),
        ];
    }
}
