<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Photo\Advice;
use Wrenlo\Core\Photo\Fitness;

/**
 * How well a photo will do with these tones at this width. Blob `preview`: u16 columns, u16 rows, then a byte a cell, L*·2.55, of the picture turned, cropped,
 * brought out and faded, before its curve: that one is drawn where it is looked at.
 */
final class Fit extends Kind
{
    private const COLUMNS = 700;

    private const PREVIEW = 420;

    public static function name(): string
    {
        return 'fitness';
    }

    public static function reads(): array
    {
        return [Input::Tone, Input::Body, Input::Nozzle, Input::Upright];
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
        return 'Judging the photo';
    }

    public function compute(Work $work): Result
    {
        $photo = PhotoRead::inHand($work);
        $tone = $work->subject->tone();
        $widthMm = (float) $work->subject->get(Input::Body)['width_mm'];
        $toned = $tone->applied($photo, self::COLUMNS);
        $fitness = Fitness::of($toned, $widthMm, (float) $work->subject->get(Input::Upright)['layer_mm'], $work->subject->profile()->lineMm);
        $columns = (int) min(self::PREVIEW, max(16, $toned->widthPx));
        $rows = max(8, (int) round($columns * $tone->aspect($photo)));
        $bytes = pack('vv', $columns, $rows);
        foreach ($tone->lightness($tone->turned($photo->light), $columns, $rows, $widthMm) as $l) {
            $bytes .= chr((int) round(2.55 * max(0.0, min(100.0, $l))));
        }

        return new Result([
            'fitness' => $fitness->value(), 'word' => $fitness->word(), 'marks' => $fitness->marks, 'px_per_mm' => $fitness->pxPerMm, 'printable_detail_mm' => $fitness->printableDetailMm,
            'spread_l' => $fitness->spreadL, 'clipped_low' => $toned->clippedLow, 'clipped_high' => $toned->clippedHigh, 'border_busy' => $fitness->borderBusy, 'sharpness' => $fitness->sharpness,
            'subject_l' => $fitness->subjectL, 'aspect' => $tone->aspect($photo), 'advice' => array_map(static fn (Advice $a): array => $a->toArray(), $fitness->advice()),
        ], ['preview' => $bytes]);
    }
}
