<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lists;
use App\Findings\MissingInput;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\Blobs;
use Wrenlo\Core\Photo\Luminance;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Photo\PhotoReader;

/** A photo in linear light. Blob `plane`: y, luminance of its cells, rows from the top. */
final class PhotoRead extends Kind
{
    /** Finer than any relief of a bed shows. */
    private const CELLS = 2_000_000;

    public static function name(): string
    {
        return 'photo';
    }

    public static function reads(): array
    {
        return [Input::File];
    }

    public static function words(): string
    {
        return 'Reading the photo in linear light';
    }

    public function compute(Work $work): Result
    {
        $stream = Blobs::open($work->subject->sha256()) ?? throw new MissingInput('The file of this piece is not kept any more; bring it again.');
        try {
            $photo = PhotoReader::read($stream, self::CELLS);
        } finally {
            fclose($stream);
        }

        return new Result([
            'width_px' => $photo->widthPx, 'height_px' => $photo->heightPx, 'mean_linear_y' => $photo->meanY, 'lightness' => $photo->lightness,
            'clipped_low' => $photo->clippedLow, 'clipped_high' => $photo->clippedHigh,
            'columns' => $photo->light->columns, 'rows' => $photo->light->rows, 'span' => [$photo->light->spanX, $photo->light->spanY],
        ], ['plane' => Lists::writer(['y' => ['g', $photo->light->y]])]);
    }

    /** @param  array<string, mixed>  $h  headline of one that is done */
    public static function photo(array $h, Lists $plane): Photo
    {
        $light = new Luminance((int) $h['columns'], (int) $h['rows'], $plane->floats('y'), (float) $h['span'][0], (float) $h['span'][1]);

        return new Photo(
            widthPx: (int) $h['width_px'], heightPx: (int) $h['height_px'], light: $light, meanY: (float) $h['mean_linear_y'], lightness: array_values(array_map(floatval(...), $h['lightness'])),
            clippedLow: (float) $h['clipped_low'], clippedHigh: (float) $h['clipped_high'],
        );
    }

    public static function inHand(Work $work): Photo
    {
        return self::photo($work->headline(self::class), $work->lists(self::class, 'plane'));
    }
}
