<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\StageFile;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Support\Overhangs;

/** What needs holding in one stance: overhangs, islands, bridges. Blob: which of them each facet belongs to. Asked for when the Hold station is looked at. */
final class Holding extends Kind
{
    public const VERSION = 3;

    public static function name(): string
    {
        return 'holding';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Stance];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Looking under it, layer for layer';
    }

    public function compute(Work $work): Result
    {
        $basis = $work->mesh()->basis($work);
        $rules = $work->subject->rules();

        $overhangs = Overhangs::of($basis->mesh, $basis->facets, $basis->weighed->seen, Rotation::bringingUp($work->subject->up()), $rules->layerMm, $rules->limitDeg, $work->subject->liftMm());

        return new Result($overhangs->toArray(), ['places' => StageFile::measure(self::places($overhangs, $basis->mesh->triangleCount()), StageFile::mapFor($work))]);
    }

    /**
     * @return list<float> of each facet the number of its place, from 1, as a share of 255; 0 for none, and for what comes after the first 254
     */
    private static function places(Overhangs $overhangs, int $facets): array
    {
        $shares = array_fill(0, $facets, 0.0);
        foreach (array_slice($overhangs->regions, 0, 254) as $k => $region) {
            foreach ($region->facets as $f) {
                $shares[$f] = ($k + 1) / 255.0;
            }
        }

        return array_values($shares);
    }
}
