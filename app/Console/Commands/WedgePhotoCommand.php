<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ReadPhoto;
use InvalidArgumentException;
use Wrenlo\Core\Lithophane\WedgeCoupon;
use Wrenlo\Core\Lithophane\WedgeFit;
use Wrenlo\Core\Lithophane\WedgePhoto;
use Wrenlo\Core\Lithophane\WedgeReadings;

final class WedgePhotoCommand extends ComputeCommand
{
    protected $signature = 'wrenlo:wedge-photo {image : a photo of the lit step wedge (PNG or JPEG)} {--first= : middle of the thinnest step: x,y as shares of the width and height} {--last= : middle of the thickest step}
        {--bare= : a place of the lamp beside the wedge} {--steps= : thickness of each step, mm, separated by commas; otherwise evenly from --min to --max} {--min=0.4 : thinnest step, mm} {--max=3.2 : thickest, mm} {--count=8 : how many} {--json : print JSON}';

    protected $description = 'Read a lit step wedge from one photo of it, and fit how the filament dims the lamp';

    protected function compute(): array
    {
        $steps = $this->text('steps') === '' ? WedgeCoupon::between($this->number('min'), $this->number('max'), (int) $this->number('count'))->stepsMm : $this->numbers('steps');
        $photo = ReadPhoto::fromPath((string) $this->argument('image'));
        $read = WedgePhoto::read($photo->light, $steps, $this->place('first'), $this->place('last'), $this->place('bare'));
        $fit = WedgeFit::of(WedgeReadings::of($read->readings));

        return [
            'readings' => array_map(static fn (array $r, float $s): array => ['thickness_mm' => $r[0], 'transmittance' => $r[1], 'scatter' => $s], $read->readings, $read->scatter),
            'bare_y' => $read->bareY, 'mu_per_mm' => $fit->muPerMm, 't0' => $fit->t0, 'mu_se' => $fit->muSe, 't0_se' => $fit->t0Se, 'rmse' => $fit->rmse, 'model' => $fit->model->value,
        ];
    }

    /** @return array{float, float} */
    private function place(string $option): array
    {
        $given = $this->numbers($option);
        if (count($given) !== 2 || min($given) < 0 || max($given) > 1) {
            throw new InvalidArgumentException("--{$option} is a place in the photo: two shares between 0 and 1, such as 0.2,0.5.");
        }

        return [$given[0], $given[1]];
    }

    /** @return list<float> */
    private function numbers(string $option): array
    {
        $cells = array_map(trim(...), explode(',', $this->text($option)));
        array_filter($cells, is_numeric(...)) === $cells || throw new InvalidArgumentException("--{$option} needs numbers separated by commas.");

        return array_map(floatval(...), $cells);
    }
}
