<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Lists;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Layer\HeightScore;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;

/** What happens at which height of a stance, for the height score. Blob: tracks. Asked for the stance that is looked at. */
final class Score extends Kind
{
    private const TRACKS = ['seenSlope', 'seenMm2', 'wallMm2', 'skinMm2', 'solidMm2', 'supportMm2'];

    public static function name(): string
    {
        return 'score';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Stance];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class, Proof::class];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Drawing the height score';
    }

    public function compute(Work $work): Result
    {
        $stances = new Stances($work->mesh()->basis($work), $work->subject->rules());
        [$up, $lift] = [$work->subject->up(), $work->subject->liftMm()];
        $score = HeightScore::of($stances->basis, $up, $stances->field($up, $lift)->bands, StanceRules::flatCosine(), $lift);

        return new Result(['height_mm' => $score->heightMm], ['tracks' => Lists::writer(array_combine(self::TRACKS, array_map(static fn (string $t): array => ['g', $score->{$t}], self::TRACKS)))]);
    }

    public static function read(float $heightMm, Lists $tracks): HeightScore
    {
        return new HeightScore($heightMm, ...array_map($tracks->floats(...), self::TRACKS));
    }
}
