<?php

declare(strict_types=1);

namespace App\Stations\Light;

use App\Findings\Input;
use App\Findings\Kinds\Shaped;
use App\Http\Resources\LampInfo;
use App\Http\Resources\ThicknessSchool;
use App\Http\Resources\WedgeReading;
use App\Plans\Bench;
use Wrenlo\Core\Lithophane\Limits;
use Wrenlo\Core\Lithophane\Optics;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\ToneToThickness;

/** What the Light station is drawn from: filament, lamp, limits, and the curve from lightness to thickness. */
final readonly class LightPage
{
    private const POINTS = 50;

    /**
     * @param  list<float>  $p  t₀ and μ per mm, or S and K per mm
     * @param  list<float>  $curveMm  thickness by lightness 0 … 100, in even steps
     * @param  list<WedgeReading>  $readings
     * @param  list<ThicknessSchool>  $schools
     * @param  float  $spread  of light inside the plastic, over thickness
     */
    private function __construct(
        public int $filamentId, public string $filament, public string $polymer, public bool $isMeasured, public string $model, public array $p, public ?float $muWithin, public ?float $t0Within, public ?string $outlier, public array $readings,
        public float $minMm, public float $maxMm, public string $for, public array $schools, public array $curveMm, public float $darkestL, public float $contrast, public float $acrossMm, public float $upMm, public float $lPerUm, public int $levelsLying,
        public float $spread, public bool $isSpreadMeasured, public LampInfo $lamp,
    ) {}

    public static function of(Bench $bench): self
    {
        $d = LightStation::of($bench);
        [, $nozzle, $filament] = $bench->tools();
        $light = LightStation::translucency($bench);
        $known = $filament->light;
        $t = new ToneToThickness($d->minMm ?? LightStation::USUAL_MM[0], $d->maxMm ?? LightStation::USUAL_MM[1], $light);
        $layer = (float) $bench->subject()->get(Input::Upright)['layer_mm'];
        $shaped = $bench->done(Shaped::class)->headline ?? null;
        $area = $shaped === null ? 7500.0 : max(100.0, $shaped['width_mm'] * $shaped['height_mm'] * ($bench->subject()->get(Input::Body)['shape'] === ShapeKind::Box->value ? 4 : 1));
        $spread = $filament->spread ?? Optics::SPREAD;
        $finest = Optics::finest($nozzle->line_mm, $layer, ($t->minMm + $t->maxMm) / 2, $spread);

        return new self(
            filamentId: $filament->id, filament: $filament->name, polymer: $filament->polymer, isMeasured: $known !== null, model: $light->model->value, p: $light->p, muWithin: $known['mu_within'] ?? null, t0Within: $known['t0_within'] ?? null, outlier: $known['outlier'] ?? null,
            readings: array_map(WedgeReading::of(...), $known['readings'] ?? []), minMm: $t->minMm, maxMm: $t->maxMm, for: $d->for,
            schools: array_map(static fn (Limits $l): ThicknessSchool => ThicknessSchool::of($l, $light), Limits::schools($nozzle->diameter_mm, $nozzle->line_mm, $layer, $light, $d->for)),
            curveMm: array_map(static fn (int $k): float => round($t->thicknessMm(100 * $k / self::POINTS), 4), range(0, self::POINTS)), darkestL: $t->darkestL, contrast: $light->transmittance($t->minMm) / $light->transmittance($t->maxMm),
            acrossMm: $finest['across_mm'], upMm: $finest['up_mm'], lPerUm: Optics::lightnessPerMicrometre($t, ($t->minMm + $t->maxMm) / 2), levelsLying: Optics::levelsLying($t->minMm, $t->maxMm, $layer),
            spread: $spread, isSpreadMeasured: $filament->spread !== null, lamp: LampInfo::of($d, $area, $t),
        );
    }
}
