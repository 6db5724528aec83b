<?php

declare(strict_types=1);

namespace App\Stations\Layers;

use App\Actions\PlanLayers;
use App\Findings\Input;
use App\Findings\Kinds\Heights;
use App\Findings\Kinds\Proof;
use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Http\Resources\PlanChoice;
use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\NoLayerFits;
use Wrenlo\Core\Orientation\StanceRules;

/** How fine? */
final class LayersStation extends Station
{
    public static function key(): string
    {
        return 'layers';
    }

    public static function name(): string
    {
        return 'Layers';
    }

    public static function decision(): string
    {
        return LayersDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new LayersDecision;
    }

    public static function rules(Bench $bench): array
    {
        return [
            'layer_mm' => ['sometimes', 'nullable', 'numeric', 'between:0.02,1'], 'mode' => ['sometimes', Rule::enum(LayerMode::class)], 'hours' => ['sometimes', 'nullable', 'numeric', 'between:0.001,10000'], 'cusp_mm' => ['sometimes', 'nullable', 'numeric', 'between:0.001,1'],
            'ranges' => ['sometimes', 'array', 'list', 'max:'.LayersDecision::MOST_RANGES],
            'ranges.*.from_mm' => ['required', 'numeric', 'between:0,10000'], 'ranges.*.to_mm' => ['required', 'numeric', 'between:0,10000'], 'ranges.*.least_mm' => ['required', 'numeric', 'between:0,2'], 'ranges.*.most_mm' => ['required', 'numeric', 'between:0,2'],
        ];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $d = $bench->layers();
        $mode = LayerMode::tryFrom((string) ($changes['mode'] ?? LayerMode::Even->value)) ?? LayerMode::Even;
        if ($mode !== LayerMode::Even) {
            $asked = new LayersDecision($d->layerMm, $mode, isset($changes['hours']) ? (float) $changes['hours'] : $d->hours, isset($changes['cusp_mm']) ? (float) $changes['cusp_mm'] : $d->cuspMm, LayersDecision::rangesOf($changes['ranges'] ?? $d->ranges));
            try {
                return PlanLayers::decided($asked, PlanLayers::on($bench, $asked->ranges)->plan($mode, null, $asked->hours, $asked->cuspMm), LayerLimits::of($bench->profile()));
            } catch (InvalidArgumentException $e) {
                throw ValidationException::withMessages(['layer_mm' => $e->getMessage()]);
            }
        }
        $layer = $changes['layer_mm'] ?? null;
        if ($layer !== null && ! self::canPrint($bench, (float) $layer)) {
            throw ValidationException::withMessages(['layer_mm' => self::limits($bench)]);
        }

        return new LayersDecision($layer === null ? null : (float) $layer);
    }

    public static function canPrint(Bench $bench, float $layerMm): bool
    {
        return array_filter($bench->profile()->layerHeightsMm(), static fn (float $h): bool => abs($h - $layerMm) < 1e-6) !== [];
    }

    private static function limits(Bench $bench): string
    {
        [, $nozzle] = $bench->tools();
        $heights = $bench->profile()->layerHeightsMm();

        return $heights === [] ? NoLayerFits::of($bench->profile())->getMessage() : sprintf('A %s mm nozzle on this machine prints layers of %s to %s mm in steps of %s mm.', $nozzle->diameter_mm, $heights[0], end($heights), $bench->profile()->layerStepMm());
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return $subject->with(Input::Heights, $bench->layers()->heights((new StanceRules)->layerMm));
    }

    public static function restsOn(Bench $bench): ?string
    {
        $stance = $bench->stand()->stance;

        return $stance === null || $bench->layers()->layerMm === null ? null : Heights::key($bench->standing($stance));
    }

    public static function lookAgain(Bench $bench): ?string
    {
        $layer = $bench->layers()->layerMm;
        if ($layer === null) {
            return null;
        }
        if (! self::canPrint($bench, $layer)) {
            return number_format($layer, 2).' mm was chosen for another nozzle. '.self::limits($bench);
        }
        $restsOn = $bench->row(self::key())?->rests_on;
        if ($restsOn === null || $restsOn === self::restsOn($bench)) {
            return null;
        }
        [$before, $after] = [PlanChoice::row(Finding::query()->where('key', $restsOn)->first(), $layer), PlanChoice::row(self::heights($bench), $layer)];
        if ($before === null || $after === null || abs($before['hours'] - $after['hours']) < 0.02 * $before['hours'] && abs($before['seen_step_mm'] - $after['seen_step_mm']) < 0.02 * $before['seen_step_mm']) {
            return null;
        }

        return sprintf("Another stance, nozzle or filament: %s h → *%s\u{202F}h*, seen step %d → *%d\u{202F}µm*", number_format($before['hours'], 1), number_format($after['hours'], 1), round(1000 * $before['seen_step_mm']), round(1000 * $after['seen_step_mm']));
    }

    /** Hours by layer height of the stance taken; null while it is not proven. */
    public static function heights(Bench $bench): ?Finding
    {
        $stance = $bench->stand()->stance;
        if ($stance === null) {
            return null;
        }
        $subject = $bench->standing($stance);
        if ($bench->done(Proof::class, $subject) === null) {
            // while it is measured at the height just chosen: hours by height follow from a proof at any of them
            $subject = $subject->judgedBy(new StanceRules);
        }

        return $bench->done(Proof::class, $subject) === null ? null : $bench->instant(Heights::class, $subject);
    }

    public static function headline(Bench $bench): Headline
    {
        $choice = PlanChoice::of($bench);
        $layer = $bench->layers()->layerMm;

        return new Headline(
            self::key(), self::name(), self::figure($bench->layers()),
            $bench->stand()->stance === null ? 'shut' : ($layer !== null ? 'done' : 'next'), $choice === null ? null : number_format($choice->layers).' layers', self::lookAgain($bench),
        );
    }

    private static function figure(LayersDecision $d): string
    {
        if ($d->layerMm === null) {
            return '';
        }
        if ($d->runs === []) {
            return number_format($d->layerMm, 2)."\u{202F}mm";
        }
        $heights = array_column($d->runs, 0);

        return number_format(min($heights), 2).'–'.number_format(max($heights), 2)."\u{202F}mm";
    }

    public static function page(Bench $bench): LayersPage
    {
        return LayersPage::of($bench);
    }
}
