<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\LayerPlans;
use Tests\Support\Recorded;
use Tests\Support\Solids;
use Wrenlo\Core\Format\Strokes\StrokesSvg;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Ironing\FlatTop;
use Wrenlo\Core\Ironing\FlatTops;
use Wrenlo\Core\Ironing\Ironing;
use Wrenlo\Core\Ironing\IronSettings;
use Wrenlo\Core\Ironing\NearlyFlat;
use Wrenlo\Core\Ironing\Strokes;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Plate\Packing;
use Wrenlo\Core\Plate\Plate;
use Wrenlo\Core\Seam\SeamPlaces;
use Wrenlo\Core\Seam\SeamPlanner;
use Wrenlo\Core\Seam\SeamStyle;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Slice\Figure;
use Wrenlo\Core\Slice\Outline;
use Wrenlo\Core\Slice\Slicer;
use Wrenlo\Core\Slice\Spans;

// Recorded, not checked: Tests\Support\Recorded says what for.

/** @return array<string, Mesh> a small figure, boxes that overlap and meet in edges and corners, and a ring with a flat top */
function smallPieces(): array
{
    return [
        'figure' => Marsh::curlew(8.0)->scaled(0.3)->standing(Rotation::bringingUp(new Vec3(0.1, -0.2, 1))),
        'boxes' => Solids::boxes([[12, 10, 6, [0, 0, 0]], [8, 8, 6, [8, 4, 0]], [4, 4, 6, [-8, -7, 0]], [6, 3, 3, [2, 2, 6]], [3, 6, 3, [5, 4.5, 6]]]),
        'ring' => Solids::ring(9, 5, 4),
    ];
}

it('cuts the same outlines, and lays the same paths', function () {
    $level = Rotation::bringingUp(new Vec3(0, 0, 1));
    $kept = [];
    foreach (smallPieces() as $name => $mesh) {
        foreach (Slicer::even($mesh, $level, 9, Slicer::heightMm($mesh, $level) / 9)->sections() as $section) {
            $figure = Figure::of($section, 0.4);
            $kept["{$name} ".$section->number] = [
                array_map(fn (array $p): array => [count($p), Outline::length($p), Outline::area($p)], $section->points), array_map(fn (array $p): array => [count($p), Outline::length($p), Outline::area($p)], $figure->outlines),
                Spans::lengthMm($figure->rows), Spans::lengthMm($figure->deeperThan(0.7)),
            ];
        }
        foreach ([new PrintProfile, (new PrintProfile(walls: 2, infillShare: 0.3))->withEvenSkins()] as $k => $profile) {
            $paths = PathLengths::of($mesh, $level, PathLengths::evenly(Slicer::heightMm($mesh, $level), 0.3), $profile);
            $kept["paths of {$name} {$k}"] = [$paths, $paths->hours(), $paths->grams(), $paths->secondsByLayer()];
        }
    }
    Recorded::same('print-paths', $kept);
});

it('plans the same layers', function () {
    $mesh = smallPieces()['figure'];
    $profile = PrintProfile::ofNozzle(0.6);
    $costs = LayerPlans::costs($mesh, $profile);
    $limits = LayerLimits::of($profile, firstMm: 0.24);
    $planner = LayerPlanner::of($costs, $limits);
    $quick = $planner->quickest();
    $kept = ['costs' => $costs, 'limits' => [$limits, $limits->windows(), $limits->leastMm(), $limits->mostMm(), $limits->coarser(2), $limits->coarser(9)], 'curve' => $planner->curve(14)];
    foreach ([1.05, 1.2, 1.5] as $share) {
        $plan = $planner->within($share * $quick->hours);
        $kept["within {$share}"] = [$plan, $plan->leastMm(), $plan->mostMm(), $plan->ratio(), $plan->heightsMm(), $planner->within($share * $quick->hours, isDraft: true)];
    }
    $kept['others'] = [$planner->uniform(0.2), $planner->uniform(0.28), LayerPlanner::of($costs, LayerLimits::of($profile))->stepBounded(0.08), $planner->showing(1.1 * $planner->finest()->seenStepMm), LayerPlanner::of($costs, $limits, [['from_mm' => 3.0, 'to_mm' => 9.0, 'least_mm' => 0.12, 'most_mm' => 0.16]])->within(1.4 * $quick->hours)];
    Recorded::same('print-layers', $kept);
});

it('leads the same seams, and irons the same', function () {
    $level = Rotation::bringingUp(new Vec3(0, 0, 1));
    $kept = [];
    foreach (smallPieces() as $name => $mesh) {
        $facets = Surface::ofFacets($mesh);
        $views = Views::of(Display::facingMinusY());
        $said = array_map(fn (float $x): float => $x > 0.4 ? 0.9 : -1.0, $facets->nx);
        $places = SeamPlaces::of($mesh, $facets, $views, Slicer::even($mesh, $level, null, 0.4)->sections(), $said);
        $planner = SeamPlanner::of($places, 0.4);
        $kept["seams of {$name}"] = [$places, array_map($places->cost(...), range(0, count($places->x) - 1, 7)), $planner->below, array_map(fn (SeamStyle $s) => $planner->seams($s, [0.0, -1.0]), SeamStyle::cases())];
        $tops = FlatTops::of($mesh, $facets, array_map(fn (float $z): float => $z > 3 ? 0.6 : 0.0, $facets->cz));
        $ironing = Ironing::of($tops, new IronSettings(spacingMm: 0.4), new PrintProfile, 0.2);
        $kept["ironing of {$name}"] = [
            $ironing, $ironing->minutes(), $ironing->heightGainMm(), $ironing->topmost(), array_map($ironing->worth(...), [0.0, 0.05, 0.2, 1.0, 30.0]), $ironing->order(), StrokesSvg::of(array_map(fn (FlatTop $t, Strokes $s): array => ['outlines' => $t->outlines, 'paths' => $s->paths], $ironing->tops, $ironing->strokes), 0.4),
        ];
        foreach ([0.5, 2.0, 4.9] as $deg) {
            $leaning = $mesh->standing(Rotation::bringingUp(new Vec3(sin(deg2rad($deg)), 0, cos(deg2rad($deg)))));
            $kept["nearly flat {$name} {$deg}"] = NearlyFlat::of($leaning, $of = Surface::ofFacets($leaning), array_map(fn (float $ny): float => max(0.1, $ny), $of->ny), 0.2, 4.0);
        }
    }
    Recorded::same('print-seams', $kept);
});

it('sets the same plates', function () {
    $kept = [];
    $bars = array_map(fn (array $b): array => array_map(fn (array $p): array => [$p[0] * cos($b[2]) - $p[1] * sin($b[2]), $p[0] * sin($b[2]) + $p[1] * cos($b[2])], [[0, 0], [$b[0], 0], [$b[0], $b[1]], [0, $b[1]]]), [[60, 12, 0.4], [30, 30, 0.0], [25, 44, 1.1], [80, 9, 2.0], [14, 14, 0.3], [52, 20, 0.9]]);
    foreach ([[120.0, 120.0], [200.0, 90.0]] as $k => $bed) {
        $kept["packing {$k}"] = Packing::of($bars, $bed, 4.0);
    }
    $pieces = array_values(smallPieces());
    $plate = Plate::of([[$pieces[0], Rotation::bringingUp(new Vec3(0, 1, 0.2)), 3.0], [$pieces[1], Rotation::bringingUp(new Vec3(0, 0, 1))], [$pieces[2], Rotation::bringingUp(new Vec3(0, 0, 1)), 0.5]], [90.0, 90.0], 5.0);
    $kept['plate'] = [$plate->outlines(), $plate->joined()->bounds(), $plate->joined()->triangleCount(), $plate];
    Recorded::same('print-plates', $kept);
});
