<?php

declare(strict_types=1);

namespace App\Findings;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Ironing\IronSettings;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\LightModel;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Photo\Tone;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;
use Wrenlo\Core\Support\ByHand;

/** What a computation is about: a piece under a plan, as plain values. Two subjects with the same values are the same. */
final readonly class Subject
{
    /** @param  array<string, mixed>  $values  by Input; numbers, words and lists of them */
    private function __construct(public array $values) {}

    /** @param  array<string, mixed>  $values */
    public static function fromArray(array $values): self
    {
        foreach (array_keys($values) as $name) {
            Input::tryFrom((string) $name) ?? throw new InvalidArgumentException("There is no input “{$name}”.");
        }

        return new self($values);
    }

    public static function ofFile(string $sha256, string $ending): self
    {
        return new self([Input::File->value => ['sha256' => $sha256, 'ending' => $ending]]);
    }

    public function with(Input $input, mixed $value): self
    {
        return new self([$input->value => $value] + $this->values);
    }

    public function shaped(MeshRecipe $recipe): self
    {
        return $this->with(Input::Recipe, ['scale' => $recipe->scale, 'mirror' => $recipe->mirror, 'repairs' => $recipe->inOrder()]);
    }

    public function shown(Display $display): self
    {
        return $this->with(Input::Display, self::displayToArray($display));
    }

    public function judgedBy(StanceRules $rules): self
    {
        return $this->with(Input::Rules, ['layer_mm' => $rules->layerMm, 'limit_deg' => $rules->limitDeg]);
    }

    public function standing(Vec3 $up, float $liftMm = 0.0): self
    {
        return $this->with(Input::Stance, ['up' => $up->toArray(), 'lift_mm' => $liftMm]);
    }

    public function printedWith(PrintProfile $p): self
    {
        return $this->with(Input::Nozzle, ['bore_mm' => $p->nozzleMm, 'line_mm' => $p->lineMm])->with(Input::ZStep, $p->zStepMm)
            ->with(Input::Bed, ['x_mm' => $p->bedXMm, 'y_mm' => $p->bedYMm, 'z_mm' => $p->bedZMm])
            ->with(Input::Filament, ['density_g_per_cm3' => $p->densityGPerCm3]);
    }

    public function get(Input $input): mixed
    {
        return array_key_exists($input->value, $this->values) ? $this->values[$input->value] : throw new InvalidArgumentException("The subject says nothing about its {$input->value}.");
    }

    /** @param  list<Input>  $inputs */
    public function says(array $inputs): bool
    {
        return array_filter($inputs, fn (Input $i): bool => ! array_key_exists($i->value, $this->values)) === [];
    }

    /**
     * @param  list<Input>  $inputs
     * @return array<string, mixed> in the order of Input, whatever the order asked in
     */
    public function pick(array $inputs): array
    {
        $picked = [];
        foreach (Input::cases() as $input) {
            if (in_array($input, $inputs, true)) {
                $picked[$input->value] = $this->get($input);
            }
        }

        return $picked;
    }

    public function sha256(): string
    {
        return (string) $this->get(Input::File)['sha256'];
    }

    public function recipe(): MeshRecipe
    {
        $r = $this->get(Input::Recipe);

        return new MeshRecipe((float) $r['scale'], $r['mirror'], array_values($r['repairs']));
    }

    public function display(): Display
    {
        return self::displayFromArray($this->get(Input::Display));
    }

    public function rules(): StanceRules
    {
        $r = $this->get(Input::Rules);

        return new StanceRules((float) $r['layer_mm'], (float) $r['limit_deg']);
    }

    public function weights(): Weights
    {
        return Weights::of(array_map(floatval(...), (array) $this->get(Input::Weights)));
    }

    public function marks(int $facets): Marks
    {
        return Marks::fromArray(Values::get((string) $this->get(Input::Marks)), $facets);
    }

    public function up(): Vec3
    {
        return new Vec3(...array_map(floatval(...), $this->get(Input::Stance)['up']));
    }

    public function liftMm(): float
    {
        return (float) $this->get(Input::Stance)['lift_mm'];
    }

    public function byHand(): ByHand
    {
        $held = $this->get(Input::Held);
        $places = static fn (array $list): array => array_map(static fn (array $p): array => [(float) $p[0], (float) $p[1], (float) $p[2]], array_values($list));

        return new ByHand($places($held['without']), $places($held['also']));
    }

    /** @return list<float> heights of the layers of a piece as high as this, from the plate, mm */
    public function layersMm(float $heightMm): array
    {
        $h = $this->get(Input::Heights);
        if ($h['runs'] === []) {
            return PathLengths::evenly($heightMm, (float) $h['layer_mm']);
        }
        $layers = [];
        foreach ($h['runs'] as [$mm, $count]) {
            array_push($layers, ...array_fill(0, (int) $count, (float) $mm));
        }

        return $layers;
    }

    public function ironing(): IronSettings
    {
        $i = $this->get(Input::Ironing);

        return new IronSettings((float) $i['spacing_mm'], (float) $i['mm_per_s'], (float) $i['flow'], (float) $i['inset_mm']);
    }

    public function tone(): Tone
    {
        return Tone::fromArray((array) $this->get(Input::Tone));
    }

    public function design(): Design
    {
        [$light, $b] = [(array) $this->get(Input::Light), (array) $this->get(Input::Body)];

        return new Design(
            shape: ShapeKind::from($b['shape']), widthMm: (float) $b['width_mm'],
            thickness: new ToneToThickness((float) $light['min_mm'], (float) $light['max_mm'], Translucency::of(LightModel::from($light['model']), (float) $light['p'][0], (float) $light['p'][1])),
            tone: $this->tone(), resolutionMm: (float) $b['resolution_mm'], frameMm: (float) $b['frame_mm'], arcDeg: (float) $b['arc_deg'], openingMm: $b['opening_mm'] === null ? null : (float) $b['opening_mm'],
            path: $b['path'] === null ? null : (string) $b['path'], holeMm: (float) $b['hole_mm'], footMm: (float) $b['foot_mm'], isAround: (bool) $b['around'],
        );
    }

    /** With what of printer, nozzle and filament it says; the rest is as usual. */
    public function profile(): PrintProfile
    {
        $v = $this->values;

        return new PrintProfile(...array_map(floatval(...), array_filter([
            'nozzleMm' => $v['nozzle']['bore_mm'] ?? null, 'lineMm' => $v['nozzle']['line_mm'] ?? null, 'zStepMm' => $v['z_step'] ?? null,
            'bedXMm' => $v['bed']['x_mm'] ?? null, 'bedYMm' => $v['bed']['y_mm'] ?? null, 'bedZMm' => $v['bed']['z_mm'] ?? null,
            'densityGPerCm3' => $v['filament']['density_g_per_cm3'] ?? null,
        ], static fn (mixed $n): bool => $n !== null)));
    }

    /** @return array<string, mixed> */
    public static function displayToArray(Display $d): array
    {
        return ['up' => $d->up->toArray(), 'front' => $d->front->toArray(), 'mode' => $d->mode->value, 'spread_deg' => $d->spreadDeg, 'eye_deg' => $d->eyeDeg];
    }

    /** @param  array<string, mixed>  $row */
    public static function displayFromArray(array $row): Display
    {
        return new Display(new Vec3(...array_map(floatval(...), $row['up'])), new Vec3(...array_map(floatval(...), $row['front'])), DisplayMode::from($row['mode']), (float) $row['spread_deg'], (float) $row['eye_deg']);
    }
}
