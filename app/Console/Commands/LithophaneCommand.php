<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ReadPhoto;
use InvalidArgumentException;
use Wrenlo\Core\Layer\LayerPlan;
use Wrenlo\Core\Layer\LayerRuns;
use Wrenlo\Core\Lithophane\Body;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\Lithophane;
use Wrenlo\Core\Lithophane\ReliefLayers;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Lithophane\Upright;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Photo\Tone;
use Wrenlo\Core\Settings\PrintProfile;

final class LithophaneCommand extends ComputeCommand
{
    protected $signature = 'wrenlo:lithophane {image : a photo (PNG or JPEG)} {--shape=flat : flat, arc, cylinder, sphere, box, disc, oval, heart or outline} {--width-mm=100 : width along the smooth back, mm}
        {--min=0.6 : thinnest place, mm} {--max=2.4 : thickest, mm} {--mu=0.85 : how the filament dims, per mm} {--t0=0.86 : what it lets through at no thickness}
        {--resolution-mm=0.2 : distance of the points of the relief, mm} {--frame-mm=0 : border of full thickness round it, mm} {--arc-deg=120 : opening angle of an arc}
        {--opening-mm= : opening of a globe, mm across} {--path= : SVG path of an outline} {--hole-mm=0 : hole to hang a cut plate by, mm across} {--foot-mm=0 : how far a foot reaches before a flat plate and behind it, mm} {--around : the picture goes once round a box, a quarter a side} {--negative : dark becomes light} {--rows : plan its layers by the detail of its rows as well} {--z-step=0.04 : what the printer’s Z moves in, mm} {--nozzle=0.4 : bore of the nozzle, mm} {--spread=0.2 : of light inside the plastic, over thickness} {--line=0.45 : line width, mm} {--layer=0.1 : layer height, mm}
        {--out= : binary STL to write} {--json : print JSON}';

    protected $description = 'Make a photo and a lamp into a closed relief';

    protected function compute(): array
    {
        $kind = ShapeKind::tryFrom($this->text('shape')) ?? throw new InvalidArgumentException('--shape is one of '.implode(', ', array_column(ShapeKind::cases(), 'value')).'.');
        [$line, $layer] = [$this->number('line'), $this->number('layer')];
        if ($line < 0.1 || $line > 2.0 || $layer < 0.02 || $layer > 1.0) {
            throw new InvalidArgumentException('--line is between 0.1 and 2 mm, --layer between 0.02 and 1 mm.');
        }
        $design = new Design(
            shape: $kind, widthMm: $this->number('width-mm'), thickness: new ToneToThickness($this->number('min'), $this->number('max'), Translucency::exponential($this->number('mu'), $this->number('t0'))),
            tone: new Tone(negative: (bool) $this->option('negative')), resolutionMm: $this->number('resolution-mm'), frameMm: $this->number('frame-mm'), arcDeg: $this->number('arc-deg'),
            openingMm: $this->text('opening-mm') === '' ? null : $this->number('opening-mm'), path: $this->text('path') === '' ? null : $this->text('path'), holeMm: $this->number('hole-mm'), footMm: $this->number('foot-mm'), isAround: (bool) $this->option('around'),
        );
        $photo = ReadPhoto::fromPath((string) $this->argument('image'));
        $made = Lithophane::of($photo, $design);
        $body = $made->body();
        $bytes = $this->text('out') === '' ? null : $this->write($body, $this->text('out'));
        $relief = $made->relief;
        $light = $design->thickness->light;
        $upright = Upright::of($photo, $design, $layer, $line);

        return [
            'triangles' => $body->triangles(), 'watertight' => $body->isWatertight(), 'volume_mm3' => $body->volumeMm3(),
            'width_mm' => $design->widthMm, 'height_mm' => $design->heightMm($photo),
            'thickness_min_mm' => $relief->thinnestMm(), 'thickness_max_mm' => $relief->thickestMm(),
            'contrast_ratio' => $light->transmittance($relief->thinnestMm()) / $light->transmittance($relief->thickestMm()),
            'pinhole_area_mm2' => $relief->thinnerThanMm2($line), 'max_relief_slope_deg' => $relief->steepestDeg(),
            'hours' => $upright->hours, 'grams' => $upright->grams, 'bytes' => $bytes,
            ...($this->option('rows') ? ['rows' => $this->rows($photo, $design, $layer, $line)] : []),
        ];
    }

    /** @return array<string, mixed> layers by the detail of its rows, against even ones */
    private function rows(Photo $photo, Design $design, float $layerMm, float $lineMm): array
    {
        $found = ReliefLayers::of($photo, $design, $layerMm, new PrintProfile(nozzleMm: $this->number('nozzle'), lineMm: $lineMm, zStepMm: $this->number('z-step')), $this->number('spread'));
        $plan = static fn (?LayerPlan $p): ?array => $p === null ? null : ['hours' => $p->hours, 'step_l' => $p->seenStepMm, 'layers' => count($p->steps), 'runs' => LayerRuns::of($p->heightsMm())];

        return ['even' => ['hours' => $found->evenHours, 'step_l' => $found->evenStepL], 'in_the_same_hours' => $plan($found->truer), 'as_true' => $plan($found->quicker)];
    }

    /** Written aside and moved to its place when it is whole: nothing half written is left behind. */
    private function write(Body $body, string $path): int
    {
        $aside = $path.'.part';
        $stream = @fopen($aside, 'wb');
        if ($stream === false) {
            throw new InvalidArgumentException('“'.basename($path).'” cannot be written there.');
        }
        try {
            $bytes = $body->writeStl($stream);
            fclose($stream);
            rename($aside, $path);
        } finally {
            is_file($aside) && unlink($aside);
        }

        return $bytes;
    }
}
