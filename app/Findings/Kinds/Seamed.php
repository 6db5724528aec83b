<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lists;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface as Facets;
use Wrenlo\Core\Seam\SeamPlaces;
use Wrenlo\Core\Seam\SeamPlanner;
use Wrenlo\Core\Seam\SeamStyle;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Slice\Slicer;

/** Where outlines begin in every style, on the layers as decided. Blobs: one a style, points as they stand (plate frame of the stance, not turned about Z), seen weight, chain. */
final class Seamed extends Kind
{
    public static function name(): string
    {
        return 'seamed';
    }

    public static function reads(): array
    {
        return [Input::File, Input::Recipe, Input::Display, Input::Marks, Input::Stance, Input::Heights];
    }

    public static function words(): string
    {
        return 'Leading the seam from layer to layer';
    }

    public function compute(Work $work): Result
    {
        $mesh = $work->mesh()->mesh();
        $stance = Rotation::bringingUp($work->subject->up());
        $piece = $mesh->standing($stance);
        $display = $work->subject->display()->turned($stance);
        $layers = $work->subject->layersMm($piece->bounds()->max->z);
        $middles = [];
        $z = 0.0;
        foreach ($layers as $h) {
            $middles[] = $z + $h / 2;
            $z += $h;
        }
        $work->say(5, 'Looking at every outline of every layer');
        $places = SeamPlaces::of($piece, Facets::ofFacets($piece), Views::of($display), Slicer::at($piece, Rotation::bringingUp(new Vec3(0, 0, 1)), $middles)->sections(), $work->subject->marks($mesh->triangleCount())->saidForSeams($mesh->triangleCount()));
        $work->say(60, 'Following outlines from layer to layer');
        $planner = SeamPlanner::of($places, array_sum($layers) / max(1, count($layers)));
        $rows = $blobs = [];
        foreach (SeamStyle::cases() as $k => $style) {
            $work->say(75 + 6 * $k, 'Leading the seam: '.mb_strtolower($style->label()));
            $seams = $planner->seams($style, $display->frontAcross());
            $rows[$style->value] = ['seam_mm' => $seams->seamMm, 'seen_mm' => $seams->seenMm, 'jumps' => $seams->jumps, 'chains' => $seams->chains, 'outlines' => count($seams->place)];
            $at = static fn (array $of): array => array_map(static fn (int $p): float => $of[$p], $seams->place);
            $blobs[$style->value] = Lists::writer(['x' => ['g', $at($places->x)], 'y' => ['g', $at($places->y)], 'z' => ['g', $at($places->z)], 'seen' => ['g', array_map(static fn (float $v): float => min(1.0, $v), $at($places->weight))], 'below' => ['V', array_map(static fn (int $b): int => $b + 1, $planner->below)]]);
        }

        return new Result(['styles' => $rows, 'spacing_mm' => SeamPlaces::SPACING_MM], $blobs);
    }
}
