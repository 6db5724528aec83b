<?php

declare(strict_types=1);

namespace App\Actions;

use App\Findings\Findings;
use App\Findings\Kinds\Layering;
use App\Findings\Lists;
use App\Models\Finding;
use App\Plans\Bench;
use App\Stations\Layers\LayerMode;
use App\Stations\Layers\LayersDecision;
use InvalidArgumentException;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Layer\LayerRuns;

/** Heights of layers from what was measured about a stance: milliseconds, so that a budget can be dragged. */
final readonly class PlanLayers
{
    /** @param  list<array<string, mixed>>  $curve  of Layering */
    private function __construct(private LayerPlanner $planner, private array $curve) {}

    /**
     * @param  list<array{from_mm: float, to_mm: float, least_mm: float, most_mm: float}>  $ranges
     *
     * @throws InvalidArgumentException while it is not measured
     */
    public static function on(Bench $bench, array $ranges = []): self
    {
        $finding = self::finding($bench) ?? throw new InvalidArgumentException('The paths of the layers are still being added up; a moment.');
        $bytes = Findings::blob($finding, 'costs') ?? throw new InvalidArgumentException('The paths of the layers are being added up again; a moment.');

        return new self(LayerPlanner::of(Layering::costs($finding->headline ?? [], Lists::open($bytes)), LayerLimits::of($bench->profile()), $ranges), $finding->headline['curve'] ?? []);
    }

    public static function finding(Bench $bench): ?Finding
    {
        $stance = $bench->stand()->stance;

        return $stance === null ? null : $bench->done(Layering::class, $bench->standing($stance));
    }

    /** @throws InvalidArgumentException where it cannot be had */
    public function plan(LayerMode $mode, ?float $layerMm, ?float $hours, ?float $cuspMm, bool $isDraft = false): LayerPlan
    {
        return match ($mode) {
            LayerMode::Even => $this->planner->uniform($layerMm ?? throw new InvalidArgumentException('Even layers need a height.')),
            LayerMode::Step => $this->planner->stepBounded($cuspMm ?? throw new InvalidArgumentException('Say the greatest step.')),
            LayerMode::Budget => $this->planner->within($hours ?? throw new InvalidArgumentException('Say how many hours it may take.'), $isDraft, $this->price($hours)),
        };
    }

    /** What the curve loses for a second at these hours; null beyond its ends. */
    private function price(float $hours): ?float
    {
        foreach ($this->curve as $k => $b) {
            $a = $this->curve[$k - 1] ?? null;
            if ($a !== null && $a['hours'] <= $hours && $b['hours'] > $hours) {
                return ($a['seen_step_mm'] - $b['seen_step_mm']) / max(1e-9, 3600 * ($b['hours'] - $a['hours']));
            }
        }

        return null;
    }

    /**
     * Mean seen step of layers that were decided, mm.
     *
     * @param  list<array{float, int}>  $runs
     */
    public function seenStepMm(array $runs): float
    {
        $steps = [];
        foreach ($runs as [$mm, $count]) {
            array_push($steps, ...array_fill(0, $count, (int) round($mm / $this->planner->limits->stepMm)));
        }

        return LayerPlan::of($steps, $this->planner->costs)->seenStepMm;
    }

    /** @return list<array{float, int}> heights as [mm, how many] in a row */
    public static function runs(LayerPlan $plan): array
    {
        return LayerRuns::of($plan->heightsMm());
    }

    public static function decided(LayersDecision $d, LayerPlan $plan, LayerLimits $limits): LayersDecision
    {
        $mean = array_sum($plan->steps) / max(1, count($plan->steps));

        return new LayersDecision(round(max($limits->steps[0], min($limits->steps[count($limits->steps) - 1], round($mean))) * $limits->stepMm, 6), $d->mode, $d->hours, $d->cuspMm, $d->ranges, self::runs($plan));
    }
}
