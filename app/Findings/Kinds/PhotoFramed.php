<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Lists;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Photo\Framed;
use Wrenlo\Core\Photo\Srgb;
use Wrenlo\Core\Photo\Tone;

/**
 * A photo turned and cropped, before anything is done to its tones: those are tried on it, here and where it is looked at. Blob `grid`: l, L* at its nodes,
 * rows from the top, on the grid it is judged on. Blob `preview`: as finely as it is looked at, as u16 columns, u16 rows, then a byte a node, L*·2.55.
 */
final class PhotoFramed extends Kind
{
    private const PREVIEW = 420;

    public static function name(): string
    {
        return 'framed';
    }

    public static function reads(): array
    {
        return [Input::Frame, Input::Picture, Input::Nozzle];
    }

    public static function needs(): array
    {
        return [PhotoRead::class];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Turning and cropping the photo';
    }

    public function compute(Work $work): Result
    {
        $photo = PhotoRead::inHand($work);
        $frame = Tone::fromArray($work->subject->get(Input::Frame));
        $framed = Framed::of($photo, $frame, (float) $work->subject->get(Input::Picture), $work->subject->profile()->lineMm);
        $columns = (int) min(self::PREVIEW, max(16, round($frame->turned($photo->light)->columns * ($frame->crop[2] - $frame->crop[0]))));
        $rows = max(8, (int) round($columns * $frame->aspect($photo)));
        $bytes = pack('vv', $columns, $rows);
        foreach (Srgb::lightnesses($frame->turned($photo->light)->atNodes($columns, $rows, $frame->crop)) as $l) {
            $bytes .= chr((int) round(2.55 * max(0.0, min(100.0, $l))));
        }

        return new Result(
            ['columns' => $framed->columns, 'rows' => $framed->rows, 'percentiles' => $framed->percentiles, 'width_px' => $framed->widthPx, 'height_px' => $framed->heightPx, 'aspect' => $frame->aspect($photo)],
            ['grid' => Lists::writer(['l' => ['g', $framed->l]]), 'preview' => $bytes],
        );
    }

    /** @param  array<string, mixed>  $h  headline of one that is done */
    public static function framed(array $h, Lists $grid): Framed
    {
        return new Framed((int) $h['columns'], (int) $h['rows'], $grid->floats('l'), array_values(array_map(floatval(...), $h['percentiles'])), (int) $h['width_px'], (int) $h['height_px']);
    }
}
