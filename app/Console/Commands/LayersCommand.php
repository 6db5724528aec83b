<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Layer\LayerCosts;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

final class LayersCommand extends MeshCommand
{
    protected $signature = 'wrenlo:layers '.self::FILE.' {--up=0,0,1 : the file-frame direction that becomes +Z} {--nozzle=0.4 : bore, mm}
        {--mode=uniform : uniform (all of --layer), step (no step above --cusp-mm) or budget (lowest seen step within --hours)}
        {--layer=0.2 : layer height of a uniform plan, mm} {--cusp-mm=0.05 : greatest step, mm} {--hours= : hours a budgeted plan may take} {--seen-step= : in place of hours: fewest hours for this mean seen step, mm}
        {--first= : height of the first layer, mm; as free as the others where it is not said} {--ratio=1.5 : how much higher a layer may be than its neighbour} {--shown=shelf : how it is shown: shelf, turntable, wall, worn or lit} '.self::VIEWER_OPTIONS.' {--json : print JSON}';

    protected $description = 'Choose the heights of the layers: even, by the greatest step, or where they are seen within a number of hours';

    protected function compute(): array
    {
        $nozzle = $this->number('nozzle');
        $profile = PrintProfile::ofNozzle($nozzle);
        $limits = LayerLimits::of($profile, $this->number('ratio'), $this->text('first') === '' ? null : $this->number('first'));
        $up = $this->direction('up');
        $display = $this->display('shown');
        $mode = $this->text('mode');
        $mesh = $this->reading()->mesh;
        $facets = Surface::ofFacets($mesh);
        $costs = LayerCosts::measured($mesh, $facets, Visibility::weights($mesh, $facets, Views::of($display)), Rotation::bringingUp($up), $profile, $limits, StanceRules::flatCosine());
        $plan = $this->plan(LayerPlanner::of($costs, $limits), $mode);

        return [
            'mode' => $mode, 'nozzle_mm' => $nozzle, 'height_mm' => $costs->heightMm, 'layers' => count($plan->steps), 'min_mm' => $plan->leastMm(), 'max_mm' => $plan->mostMm(),
            'ratio_limit' => $limits->ratio, 'z_step_mm' => $limits->stepMm, 'hours' => $plan->hours, 'seen_step_mean_mm' => $plan->seenStepMm, 'gap_share' => $plan->gapShare, 'heights' => $plan->heightsMm(),
        ];
    }

    private function plan(LayerPlanner $planner, string $mode): LayerPlan
    {
        return match ($mode) {
            'uniform' => $planner->uniform($this->number('layer')),
            'step' => $planner->stepBounded($this->number('cusp-mm')),
            'budget' => match (true) {
                $this->text('hours') !== '' => $planner->within($this->number('hours')),
                $this->text('seen-step') !== '' => $planner->showing($this->number('seen-step')),
                default => throw new InvalidArgumentException('A budget needs --hours, or --seen-step in its place.'),
            },
            default => throw new InvalidArgumentException('--mode is uniform, step or budget.'),
        };
    }
}
