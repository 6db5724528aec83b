<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Footing;
use Wrenlo\Core\Orientation\MeasuredStance;
use Wrenlo\Core\Orientation\Stances;

/** One stance measured in full: sums over all facets, height field, slices. Whatever it will be printed with. */
final class Proof extends Kind
{
    public const VERSION = 3;

    public static function name(): string
    {
        return 'proof';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Stance];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class];
    }

    public static function words(): string
    {
        return 'Proving a stance layer by layer';
    }

    public function compute(Work $work): Result
    {
        $stances = new Stances($work->mesh()->basis($work), $work->subject->rules());
        [$up, $lift] = [$work->subject->up(), $work->subject->liftMm()];
        $measured = $stances->measured($up, $stances->field($up, $lift), $lift);

        return new Result([
            'numbers' => $measured->toArray(), 'footing' => $measured->footing?->toArray(), 'volume_mm3' => $measured->volumeMm3, 'layer_mm' => $measured->layerMm,
            'weakest_at_mm' => $measured->weakestAt?->toArray(),
        ]);
    }

    /** @param  array<string, mixed>  $headline */
    public static function stance(array $headline): MeasuredStance
    {
        return MeasuredStance::fromArray($headline['numbers'], Footing::fromArray($headline['footing']), (float) $headline['volume_mm3'], (float) $headline['layer_mm'], self::weakestAt($headline));
    }

    /** @param  array<string, mixed>  $headline */
    public static function weakestAt(array $headline): ?Vec3
    {
        return isset($headline['weakest_at_mm']) ? new Vec3(...$headline['weakest_at_mm']) : null;
    }
}
