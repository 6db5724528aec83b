<?php

declare(strict_types=1);

namespace App\Stations\Look;

use App\Findings\Kinds\Report;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;

/** Is the mesh sound, how big is it, and from where will people look? */
final class LookStation extends Station
{
    public static function key(): string
    {
        return 'look';
    }

    public static function name(): string
    {
        return 'Look';
    }

    public static function decision(): string
    {
        return LookDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return LookDecision::usual();
    }

    public static function rules(Bench $bench): array
    {
        $number = ['numeric', 'between:-1e6,1e6'];

        return [
            'recipe' => ['sometimes', 'array:scale,mirror,repairs'],
            'recipe.scale' => ['sometimes', 'numeric', 'between:0.0001,10000'],
            'recipe.mirror' => ['sometimes', 'nullable', Rule::in(MeshRecipe::AXES)],
            'recipe.repairs' => ['sometimes', 'array'],
            'recipe.repairs.*' => [Rule::in(MeshRepairs::keys())],
            'display' => ['sometimes', 'array:up,front,mode,spread_deg,eye_deg'],
            'display.up' => ['sometimes', 'array', 'list', 'size:3'],
            'display.up.*' => $number,
            'display.front' => ['sometimes', 'array', 'list', 'size:3'],
            'display.front.*' => $number,
            'display.mode' => ['sometimes', Rule::enum(DisplayMode::class)],
            'display.spread_deg' => ['sometimes', 'numeric', 'between:10,180'],
            'display.eye_deg' => ['sometimes', 'numeric', 'between:-60,80'],
        ];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $look = $bench->look();
        [$r, $d] = [$changes['recipe'] ?? [], $changes['display'] ?? []];
        $vector = static fn (string $key, Vec3 $otherwise): Vec3 => isset($d[$key]) ? new Vec3(...array_map(floatval(...), array_values($d[$key]))) : $otherwise;
        $mode = isset($d['mode']) ? DisplayMode::from($d['mode']) : $look->display->mode;
        try {
            return new LookDecision(
                new MeshRecipe((float) ($r['scale'] ?? $look->recipe->scale), array_key_exists('mirror', $r) ? $r['mirror'] : $look->recipe->mirror, array_values($r['repairs'] ?? $look->recipe->repairs)),
                (new Display($vector('up', $look->display->up), $vector('front', $look->display->front), $mode, (float) ($d['spread_deg'] ?? $look->display->spreadDeg), (float) ($d['eye_deg'] ?? $look->display->eyeDeg)))->settled(),
            );
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages(['display' => $e->getMessage()]);
        }
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return $subject->shaped($bench->look()->recipe)->shown($bench->look()->display);
    }

    public static function headline(Bench $bench): Headline
    {
        $report = $bench->done(Report::class)?->headline['report'] ?? null;
        $count = count($report['warnings'] ?? []);

        return new Headline(self::key(), self::name(), $report === null ? '' : ($count === 0 ? 'sound' : "{$count} noticed"), $report !== null && $report['watertight'] ? 'done' : 'open');
    }

    public static function page(Bench $bench): LookPage
    {
        return LookPage::of($bench);
    }
}
