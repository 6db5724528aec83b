<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Result;
use App\Findings\Work;
use InvalidArgumentException;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerRuns;
use Wrenlo\Core\Lithophane\ReliefLayers;

/** Heights of a relief's layers by the detail of its rows, against even ones; without plans where its rows do not stand one above the other. */
final class RowLayers extends Kind
{
    public const VERSION = 2;

    public static function name(): string
    {
        return 'rows';
    }

    public static function reads(): array
    {
        return [Input::Tone, Input::Light, Input::Body, Input::Nozzle, Input::ZStep, Input::Upright];
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
        return 'Looking at what changes from row to row';
    }

    public function compute(Work $work): Result
    {
        $subject = $work->subject;
        try {
            $found = ReliefLayers::of(PhotoRead::inHand($work), $subject->design(), (float) $subject->get(Input::Upright)['layer_mm'], $subject->profile(), (float) $subject->get(Input::Light)['spread']);
        } catch (InvalidArgumentException $e) {
            return new Result(['none' => $e->getMessage()]);
        }
        $plan = static fn (?LayerPlan $p): ?array => $p === null ? null : ['hours' => $p->hours, 'step_l' => $p->seenStepMm, 'runs' => LayerRuns::of($p->heightsMm())];

        return new Result(['even' => ['hours' => $found->evenHours, 'step_l' => $found->evenStepL], 'truer' => $plan($found->truer), 'quicker' => $plan($found->quicker)]);
    }
}
