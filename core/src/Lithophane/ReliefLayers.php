<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use Closure;
use InvalidArgumentException;
use Wrenlo\Core\Layer\LayerCosts;
use Wrenlo\Core\Layer\LayerLimits;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerPlanner;
use Wrenlo\Core\Motion\LayerPaths;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Settings\PrintProfile;

use function abs;
use function array_fill;
use function array_sum;
use function count;
use function max;
use function min;
use function round;
use function sqrt;

/**
 * Layer heights by the detail of a standing relief's rows. Between two layers of height t lightness steps by t·|dL/dz|; its mean over the picture, a row
 * at a time, is the *step of lightness*, L*. Rows that change much upwards get thin layers, plain ones thick ones, so that the picture is truer in the
 * same hours, or as true in fewer (LayerPlanner, within the printer's Z steps and neighbours within half as much again). What light spreads inside the
 * plastic is taken off the detail first: it could not be seen.
 */
final readonly class ReliefLayers
{
    /** @param  list<float>  $detail  L* a millimetre upwards, mean over the width, cell by cell of the Z step from the plate */
    private function __construct(
        /** of even layers */
        public float $evenStepL,
        public float $evenHours,
        /** in the same hours; null where they are too few for any plan */
        public ?LayerPlan $truer,
        /** as true as the even ones; null where no plan is */
        public ?LayerPlan $quicker,
        public array $detail,
        public float $stepMm,
    ) {}

    /** @param  PrintProfile  $profile  nozzle, line and Z step of the printer */
    public static function of(Photo $photo, Design $design, float $layerMm, PrintProfile $profile, float $spread = Optics::SPREAD): self
    {
        if (! in_array($design->shape, [ShapeKind::Flat, ShapeKind::Arc, ShapeKind::Cylinder, ShapeKind::Box], true)) {
            throw new InvalidArgumentException('Rows of a '.$design->shape->label().' do not stand one above the other; its layers are even.');
        }
        $limits = LayerLimits::of($profile);
        $body = Lithophane::of($photo, $design->at(max(Upright::COARSE_MM, $design->resolutionMm)))->body()->mesh();
        $height = $body->bounds()->max->z;
        $made = Lithophane::of($photo, $design);
        $detail = self::detail($made->relief, $design->thickness, $spread, $limits->stepMm, $limits->cells($height), $design->frameMm);
        $paths = static fn (float $mm): LayerPaths => Upright::paths($body, $design, $mm, $profile->lineMm);
        $below = [0.0];
        foreach ($detail as $k => $g) {
            $below[] = $below[$k] + $g * $limits->stepMm;
        }
        $planner = LayerPlanner::of(LayerCosts::ofRows($below, $height, $limits->stepMm, $paths($limits->leastMm()), $paths($limits->mostMm()), $profile->layerChangeS), $limits);
        $even = $paths($layerMm)->hours();
        $step = $layerMm * $below[count($below) - 1] / $height;

        return new self($step, $even, self::orNone(static fn (): LayerPlan => $planner->within($even)), self::orNone(static fn (): LayerPlan => $planner->showing($step)), $detail, $limits->stepMm);
    }

    /**
     * How much lightness changes upwards, L* a millimetre, mean over the width, cell by cell from the plate.
     *
     * @return list<float>
     */
    public static function detail(Relief $relief, ToneToThickness $tones, float $spread, float $stepMm, int $cells, float $fromMm = 0.0): array
    {
        [$columns, $rows, $dy] = [$relief->columns, $relief->rows, $relief->downMm()];
        $visible = (100 - $tones->darkestL) / 100;
        // a mean over so many rows has the variance of the blur
        $sigma = $spread * array_sum($relief->mm) / count($relief->mm);
        $reach = (int) round((sqrt(12 * ($sigma / $dy) ** 2 + 1) - 1) / 2);
        $changes = array_fill(0, $rows - 1, 0.0);
        for ($c = 0; $c < $columns; $c++) {
            $sums = [0.0];
            for ($r = 0; $r < $rows; $r++) {
                $sums[] = $sums[$r] + $tones->lightness($relief->mm[$r * $columns + $c]);
            }
            $before = 0.0;
            for ($r = 0; $r < $rows; $r++) {
                [$from, $to] = [max(0, $r - $reach), min($rows, $r + $reach + 1)];
                $l = ($sums[$to] - $sums[$from]) / ($to - $from);
                if ($r > 0) {
                    $changes[$r - 1] += abs($l - $before);
                }
                $before = $l;
            }
        }
        $detail = [];
        for ($k = 0; $k < $cells; $k++) {
            // rows come from the top
            $z = ($k + 0.5) * $stepMm - $fromMm;
            $r = $rows - 2 - (int) ($z / $dy);
            $detail[] = $z > 0.0 && $r >= 0 ? $visible * $changes[$r] / $columns / $dy : 0.0;
        }

        return $detail;
    }

    /** @param  Closure(): LayerPlan  $plan */
    private static function orNone(Closure $plan): ?LayerPlan
    {
        try {
            return $plan();
        } catch (InvalidArgumentException) {
            return null;
        }
    }
}
