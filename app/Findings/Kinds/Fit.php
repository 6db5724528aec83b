<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Result;
use App\Findings\Subject;
use App\Findings\Work;
use Wrenlo\Core\Photo\Advice;
use Wrenlo\Core\Photo\Fitness;
use Wrenlo\Core\Photo\Framed;

/** How well a photo will do with these tones at this width. */
final class Fit extends Kind
{
    public const VERSION = 2;

    public static function name(): string
    {
        return 'fitness';
    }

    public static function reads(): array
    {
        return [Input::Tone, Input::Nozzle, Input::Upright];
    }

    public static function needs(): array
    {
        return [PhotoFramed::class];
    }

    public static function isPassing(): bool
    {
        return true;
    }

    public static function words(): string
    {
        return 'Judging the photo';
    }

    public function compute(Work $work): Result
    {
        return new Result(self::judged(PhotoFramed::framed($work->headline(PhotoFramed::class), $work->lists(PhotoFramed::class, 'grid')), $work->subject));
    }

    /**
     * Also of tones that are only being tried.
     *
     * @return array<string, mixed>
     */
    public static function judged(Framed $framed, Subject $subject): array
    {
        $widthMm = (float) $subject->get(Input::Picture);
        [$l, $photo] = $framed->toned($subject->tone(), $widthMm);
        $fitness = Fitness::judged($l, $photo, $widthMm, (float) $subject->get(Input::Upright)['layer_mm'], $subject->profile()->lineMm);

        return [
            'fitness' => $fitness->value(), 'word' => $fitness->word(), 'marks' => $fitness->marks, 'px_per_mm' => $fitness->pxPerMm, 'printable_detail_mm' => $fitness->printableDetailMm,
            'spread_l' => $fitness->spreadL, 'clipped_low' => $photo->clippedLow, 'clipped_high' => $photo->clippedHigh, 'border_busy' => $fitness->borderBusy, 'sharpness' => $fitness->sharpness,
            'subject_l' => $fitness->subjectL, 'advice' => array_map(static fn (Advice $a): array => $a->toArray(), $fitness->advice()),
        ];
    }
}
