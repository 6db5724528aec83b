<?php

declare(strict_types=1);

namespace App\Stations\Photo;

use App\Findings\Input;
use App\Findings\Kinds\Fit;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Photo\Tone;

/** Will this photo do, and what is to be done to its tones? */
final class PhotoStation extends Station
{
    private const MOST_SPOTS = 400;

    public static function key(): string
    {
        return 'photo';
    }

    public static function name(): string
    {
        return 'Photo';
    }

    public static function decision(): string
    {
        return ToneDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new ToneDecision;
    }

    public static function rules(Bench $bench): array
    {
        $number = ['sometimes', 'numeric'];

        return [
            'brightness' => $number, 'contrast' => $number, 'gamma' => $number, 'local' => $number, 'fade' => $number, 'stretch' => ['sometimes', 'boolean'], 'negative' => ['sometimes', 'boolean'],
            'quarters' => ['sometimes', 'integer'], 'crop' => ['sometimes', 'array', 'size:4'], 'crop.*' => ['numeric'], 'background' => ['sometimes', 'array', 'max:'.self::MOST_SPOTS], 'background.*' => ['array', 'size:3'], 'background.*.*' => ['numeric', 'between:-1,2'],
            'taken' => ['sometimes', 'boolean'],
        ];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $d = self::of($bench);
        try {
            $tone = Tone::fromArray([...$d->tone->toArray(), ...array_diff_key($changes, ['taken' => 0])]);
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['tone' => $e->getMessage()]);
        }

        return new ToneDecision($tone, (bool) ($changes['taken'] ?? $d->isTaken));
    }

    public static function of(Bench $bench): ToneDecision
    {
        $d = $bench->decision(self::key());

        return $d instanceof ToneDecision ? $d : new ToneDecision;
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        $tone = self::of($bench)->tone->toArray();

        return $subject->with(Input::Tone, $tone)->with(Input::Frame, ['crop' => $tone['crop'], 'quarters' => $tone['quarters']]);
    }

    public static function headline(Bench $bench): Headline
    {
        $fit = $bench->done(Fit::class)?->headline;

        return new Headline(self::key(), self::name(), $fit === null ? '' : sprintf('%.2f %s', $fit['fitness'], $fit['word']), self::of($bench)->isTaken ? 'done' : 'next');
    }

    public static function page(Bench $bench): PhotoPage
    {
        return PhotoPage::of($bench);
    }
}
