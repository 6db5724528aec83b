<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Lists;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\StageFile;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;
use Wrenlo\Core\Mesh\Simplified;

/** What a mesh is, what could be repaired in it, and its geometry for the stage. Blobs: geometry, map (of a large mesh), hull, repair-… */
final class Report extends Kind
{
    public const VERSION = 2;

    public static function name(): string
    {
        return 'report';
    }

    public static function reads(): array
    {
        return [Input::File, Input::Recipe];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Reading the file';
    }

    public function compute(Work $work): Result
    {
        $in = $work->mesh();
        $mesh = $in->mesh();
        $work->say(25, 'Measuring '.number_format($mesh->triangleCount()).' facets');
        $hull = $in->hull();
        // before the copy for the stage: there is not room for both with a million facets
        $report = MeshInspector::inspect($mesh, $in->facets(), $hull, $in->fromReading()->warnings);
        $work->say(50, 'Setting the stage');
        $simplified = Simplified::to($mesh, StageFile::MOST_FACETS, $in->facets());
        $blobs = ['geometry' => StageFile::geometry($simplified->mesh ?? $mesh), 'hull' => Lists::writer(['x' => ['e', $hull->x], 'y' => ['e', $hull->y], 'z' => ['e', $hull->z], 'faces' => ['V', $hull->faces]])];
        if ($simplified !== null) {
            $blobs['map'] = Lists::writer(['source' => ['V', $simplified->source], 'owner' => ['V', $simplified->owner]]);
        }
        $work->say(75, 'Looking for what could be repaired');
        $offers = [];
        foreach (MeshRepairs::proposals($mesh, $report) as $key => $repaired) {
            $mark = array_fill(0, $mesh->triangleCount(), 0.0);
            foreach ($repaired->facets as $f) {
                $mark[$f] = 1.0;
            }
            $offers[$key] = $repaired->count;
            $blobs["repair-{$key}"] = StageFile::measure(array_values($mark), $simplified?->source);
        }

        return new Result(['report' => $report->toArray(), 'offers' => $offers, 'parts' => array_column($in->fromReading()->parts, 'name')], $blobs);
    }
}
