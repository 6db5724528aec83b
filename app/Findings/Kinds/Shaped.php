<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Lithophane\Globe;
use Wrenlo\Core\Lithophane\Lithophane;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\Standing;
use Wrenlo\Core\Lithophane\Upright;

/** The body a photo becomes: its size, light, slopes, how it stands, hours and grams by its paths. */
final class Shaped extends Kind
{
    public static function name(): string
    {
        return 'shaped';
    }

    public static function reads(): array
    {
        return [Input::Tone, Input::Light, Input::Body, Input::Nozzle, Input::Upright];
    }

    public static function needs(): array
    {
        return [PhotoRead::class];
    }

    public static function isPassing(): bool
    {
        return true;
    }

    public static function words(): string
    {
        return 'Shaping the relief and laying its paths';
    }

    public function compute(Work $work): Result
    {
        $photo = PhotoRead::inHand($work);
        $design = $work->subject->design();
        $line = $work->subject->profile()->lineMm;
        $layer = (float) $work->subject->get(Input::Upright)['layer_mm'];
        $made = Lithophane::of($photo, $design);
        $relief = $made->relief;
        $work->say(20, 'Closing its body');
        $body = $made->body();
        [$triangles, $isWatertight] = [$body->triangles(), $body->isWatertight()];
        $work->say(40, 'Laying its paths');
        $upright = Upright::of($photo, $design, $layer, $line);
        $work->say(90, 'Weighing it');
        $heightMm = $design->heightMm($photo);
        $light = $design->thickness->light;
        $mean = array_sum($relief->mm) / count($relief->mm);
        $standing = Standing::of($design->shape, $design->widthMm + 2 * $design->frameMm, $heightMm + 2 * $design->frameMm, $mean, $design->arcDeg, $design->openingMm ?? min(30.0, Globe::widestOpeningMm(Globe::radiusFor($design->widthMm, $heightMm))), $design->footMm);

        return new Result([
            'triangles' => $triangles, 'watertight' => $isWatertight, 'volume_mm3' => $body->volumeMm3(), 'width_mm' => $design->widthMm, 'height_mm' => $heightMm,
            'thinnest_mm' => $relief->thinnestMm(), 'thickest_mm' => $relief->thickestMm(), 'mean_mm' => $mean, 'contrast_ratio' => $light->transmittance($relief->thinnestMm()) / $light->transmittance($relief->thickestMm()),
            'pinhole_mm2' => $relief->thinnerThanMm2($line), 'steepest_deg' => $relief->steepestDeg(), 'steep_mm2' => $relief->steeperThanMm2(45.0),
            'hours' => $upright->hours, 'grams_per_density' => $upright->grams / 1.24, 'layers' => $upright->layers, 'walls' => $upright->walls,
            'margin_mm' => $standing->marginMm, 'tips_at_deg' => $standing->tipsAtDeg, 'swings_hz' => $standing->swingsHz, 'foot' => $standing->foot(), 'brim_mm' => $standing->brimMm(), 'is_slender' => $standing->isSlender(),
            'foot_for_mm' => Standing::footFor($heightMm + 2 * $design->frameMm, $mean), 'least_arc_deg' => Standing::leastArcDeg($design->widthMm, $heightMm, $mean), 'radius_mm' => match ($design->shape) {
                ShapeKind::Arc => $design->widthMm / deg2rad($design->arcDeg), ShapeKind::Cylinder => $design->widthMm / 2 / M_PI, ShapeKind::Sphere => Globe::radiusFor($design->widthMm, $heightMm), default => null,
            },
        ]);
    }
}
