<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Lithophane\WedgeFit;
use Wrenlo\Core\Lithophane\WedgeReadings;

final class WedgeFitCommand extends ComputeCommand
{
    private const MOST_BYTES = 1_000_000;

    protected $signature = 'wrenlo:wedge-fit {readings : a CSV file with the columns thickness_mm,transmittance} {--json : print JSON}';

    protected $description = 'Fit how a filament dims a lamp to the readings of a lit step wedge';

    protected function compute(): array
    {
        $path = (string) $this->argument('readings');
        if (! is_file($path) || ! is_readable($path)) {
            throw new InvalidArgumentException('There is no readable file “'.basename($path).'”.');
        }
        $fit = WedgeFit::of(WedgeReadings::fromCsv((string) file_get_contents($path, length: self::MOST_BYTES)));
        $without = $fit->withoutOutlier();

        return [
            'mu_per_mm' => $fit->muPerMm, 't0' => $fit->t0, 'mu_se' => $fit->muSe, 't0_se' => $fit->t0Se, 'rmse' => $fit->rmse, 'model' => $fit->model->value,
            'mu_within' => $fit->muWithin(), 't0_within' => $fit->t0Within(), 'noise' => 'additive, alike at every step; ± are 95 % by Student’s t',
            'two_flux' => ['s_per_mm' => $fit->scatterPerMm, 'k_per_mm' => $fit->absorbPerMm, 'rmse' => $fit->twoFluxRmse],
            'log_fit' => ['mu_per_mm' => $fit->logMuPerMm, 't0' => $fit->logT0],
            'outlier' => $fit->outlier === null ? null : ['thickness_mm' => $fit->readings->mm[$fit->outlier], 'transmittance' => $fit->readings->transmittance[$fit->outlier], 'mu_without' => $without?->muPerMm, 't0_without' => $without?->t0],
            'readings' => array_map(static fn (float $mm, float $t, float $r): array => ['thickness_mm' => $mm, 'transmittance' => $t, 'residual' => $r], $fit->readings->mm, $fit->readings->transmittance, $fit->residuals),
        ];
    }
}
