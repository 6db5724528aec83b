<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lists;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;

/** Upright supports of one stance, and what they leave open. Blob: shells (plate frame, not turned about Z). Asked for at the Hold station. */
final class Columns extends Kind
{
    public static function name(): string
    {
        return 'columns';
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
        return 'Setting columns under what hangs';
    }

    public function compute(Work $work): Result
    {
        $basis = $work->mesh()->basis($work);
        $rules = $work->subject->rules();
        $marks = $work->subject->marks($basis->mesh->triangleCount());
        $plan = SupportPlan::columns(
            $basis->mesh, $basis->weighed->seen, Rotation::bringingUp($work->subject->up()), new SupportAsk($rules->layerMm, $rules->limitDeg),
            array_fill_keys($marks->keptClear()->facets(), true), $work->subject->liftMm(),
        );
        $shells = $plan->shells();
        $row = $plan->toArray(new PrintProfile);

        return new Result(['contacts' => count($row['contacts'])] + $row, $shells === null ? [] : ['shells' => Lists::writer(['x' => ['g', $shells->x], 'y' => ['g', $shells->y], 'z' => ['g', $shells->z], 'tri' => ['V', $shells->tri]])]);
    }

    public static function shells(string $blob): Mesh
    {
        $lists = Lists::open($blob);
        /** @var non-empty-list<int> $tri a plan without columns has no shells */
        $tri = $lists->words('tri');

        return new Mesh($lists->floats('x'), $lists->floats('y'), $lists->floats('z'), $tri);
    }
}
