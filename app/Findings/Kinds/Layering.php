<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lists;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Layer\LayerCosts;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Orientation\StanceRules;

/**
 * What a layer anywhere on a stance shows and takes, from path lengths at the least and the greatest height of the nozzle; with the curve of hours
 * against seen step. Blob: costs. Asked for at the Layers station.
 */
final class Layering extends Kind
{
    public const VERSION = 2;

    private const LISTS = ['seenBelow', 'steepest', 'thinSecondsBelow', 'thickSecondsBelow'];

    private const NUMBERS = ['stepMm', 'heightMm', 'seenMm2', 'thinMm', 'thickMm', 'changeS'];

    public static function name(): string
    {
        return 'layering';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Stance, Input::Nozzle, Input::ZStep];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class];
    }

    public static function words(): string
    {
        return 'Adding up the paths of every layer';
    }

    public function compute(Work $work): Result
    {
        $basis = $work->mesh()->basis($work);
        $profile = $work->subject->profile();
        $limits = LayerLimits::of($profile);
        $say = static fn (float $share) => $work->say(2 + 90 * $share, 'Laying walls, skin and infill of every layer');
        $costs = LayerCosts::measured($basis->mesh, $basis->facets, $basis->weighed->seen, Rotation::bringingUp($work->subject->up()), $profile, $limits, StanceRules::flatCosine(), $say);
        $work->say(93, 'Weighing hours against what is seen');
        $planner = LayerPlanner::of($costs, $limits);
        [$curve, $knee] = $planner->curve();
        $numbers = array_combine(self::NUMBERS, array_map(static fn (string $n): float => $costs->{$n}, self::NUMBERS));

        return new Result(
            ['numbers' => $numbers, 'curve' => array_map(self::row(...), $curve), 'knee' => $knee, 'even' => array_map(static fn (float $h): array => ['layer_mm' => $h] + self::row($planner->uniform($h)), array_map(static fn (int $k): float => round($k * $limits->stepMm, 6), $limits->steps))],
            ['costs' => Lists::writer(array_combine(self::LISTS, array_map(static fn (string $l): array => ['e', $costs->{$l}], self::LISTS)))],
        );
    }

    /** @return array{hours: float, seen_step_mm: float, layers: int, least_mm: float, most_mm: float} */
    private static function row(LayerPlan $p): array
    {
        return ['hours' => $p->hours, 'seen_step_mm' => $p->seenStepMm, 'layers' => count($p->steps), 'least_mm' => $p->leastMm(), 'most_mm' => $p->mostMm()];
    }

    /** @param  array<string, mixed>  $headline */
    public static function costs(array $headline, Lists $lists): LayerCosts
    {
        $n = array_map(floatval(...), $headline['numbers']);

        return new LayerCosts(
            stepMm: $n['stepMm'], heightMm: $n['heightMm'], seenMm2: $n['seenMm2'], thinMm: $n['thinMm'], thickMm: $n['thickMm'], changeS: $n['changeS'],
            seenBelow: $lists->floats('seenBelow'), steepest: $lists->floats('steepest'), thinSecondsBelow: $lists->floats('thinSecondsBelow'), thickSecondsBelow: $lists->floats('thickSecondsBelow'),
        );
    }
}
