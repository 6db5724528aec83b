<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\OpenPlaces;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\StageFile;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Support\Island;
use Wrenlo\Core\Support\LayerIslands;
use Wrenlo\Core\Support\Relief;

/** Material under shallow ceilings of one stance. Blob: shells, as the stage draws them (plate frame of the stance, not turned about Z). */
final class ReliefAdded extends Kind
{
    public static function name(): string
    {
        return 'relief';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Stance, Input::ReliefAngle];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class];
    }

    public static function words(): string
    {
        return 'Filling under shallow ceilings';
    }

    public function compute(Work $work): Result
    {
        $basis = $work->mesh()->basis($work);
        $subject = $work->subject;
        $relief = Relief::of(
            $basis->mesh, $basis->weighed->seen, Rotation::bringingUp($subject->up()), (float) $subject->get(Input::ReliefAngle),
            array_fill_keys($subject->marks($basis->mesh->triangleCount())->keptClear()->facets(), true), $subject->liftMm(),
        );
        $body = $relief->body();
        $stance = Rotation::bringingUp($subject->up());
        $layer = $subject->rules()->layerMm;
        $open = $relief->openIslands(LayerIslands::standing($basis->mesh->standing($stance, $subject->liftMm()), $basis->weighed->seen, $layer, $subject->liftMm()), $layer);
        $row = ['uncovered_islands' => count($open), 'open_islands' => OpenPlaces::inFile(array_map(static fn (Island $i): array => $i->toArray(), $open), $basis->mesh, $stance, $subject->liftMm())];

        return new Result($relief->toArray() + $row, $body === null ? [] : ['shells' => StageFile::geometry($body)]);
    }
}
