<?php

declare(strict_types=1);

use Tests\Support\Recorded;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\LampHeat;
use Wrenlo\Core\Lithophane\Limits;
use Wrenlo\Core\Lithophane\Lithophane;
use Wrenlo\Core\Lithophane\Optics;
use Wrenlo\Core\Lithophane\Relief;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\Standing;
use Wrenlo\Core\Lithophane\StudentT;
use Wrenlo\Core\Lithophane\SvgPath;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Lithophane\Upright;
use Wrenlo\Core\Lithophane\WedgeCoupon;
use Wrenlo\Core\Lithophane\WedgeFit;
use Wrenlo\Core\Lithophane\WedgeReadings;
use Wrenlo\Core\Photo\Advice;
use Wrenlo\Core\Photo\Backing;
use Wrenlo\Core\Photo\Fitness;
use Wrenlo\Core\Photo\Framed;
use Wrenlo\Core\Photo\Luminance;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Photo\Tone;

// Recorded, not checked: Tests\Support\Recorded says what for.

/** Ripples that fade from one corner to the other; no decoder has a part in it. */
function rippledPhoto(float $contrast = 0.5, int $w = 90, int $h = 60): Photo
{
    $y = [];
    for ($i = 0; $i < $w * $h; $i++) {
        [$u, $v] = [($i % $w) / $w, intdiv($i, $w) / $h];
        $y[] = max(0.0, min(1.0, 0.4 + $contrast * sin(19 * $u + 3 * $v) * cos(11 * $v) * (0.4 + 0.6 * $u) + 0.05 * $v));
    }

    return new Photo(widthPx: 4 * $w, heightPx: 4 * $h, light: new Luminance($w, $h, $y), meanY: 0.42, lightness: [12.0, 66.0, 93.0], clippedLow: 0.04, clippedHigh: 0.08);
}

function rippledTones(): ToneToThickness
{
    return new ToneToThickness(0.6, 2.4, Translucency::exponential(0.85, 0.86));
}

it('judges and tones a photo the same', function () {
    $kept = [];
    foreach (['strong' => rippledPhoto(), 'flat' => rippledPhoto(0.06), 'dark' => new Photo(90, 60, new Luminance(90, 60, array_map(fn (float $y): float => 0.2 * $y, rippledPhoto()->light->y)), 0.08, [2.0, 27.0, 46.0], 0.2, 0.0)] as $name => $photo) {
        foreach ([30.0, 120.0] as $width) {
            $fit = Fitness::of($photo, $width, 0.1, 0.45);
            $kept["{$name} {$width}"] = [$fit, $fit->value(), $fit->word(), array_map(fn (Advice $a): array => $a->toArray(), $fit->advice())];
        }
    }
    $photo = rippledPhoto();
    foreach ([new Tone, new Tone(brightness: 8, contrast: 0.3, gamma: 1.4), new Tone(local: 0.6, stretch: true), new Tone(negative: true, crop: [0.1, 0.2, 0.8, 0.9], quarters: 1), new Tone(fade: 0.7, background: [[0.2, 0.3, 0.15], [0.8, 0.5, 0.1]], quarters: 3), new Tone(quarters: 2)] as $k => $tone) {
        $turned = $tone->turned($photo->light);
        $kept["tone {$k}"] = [$tone->curve($photo->lightness), $tone->aspect($photo), $tone->lightness($turned, 41, 29, 80.0), $tone->lightness($turned, 13, 9, 80.0, [0.25, 0.0, 0.75, 0.5]), Framed::of($photo, $tone, 40.0, 0.9)->toned($tone, 40.0)];
    }
    for ($o = 1; $o <= 8; $o++) {
        $kept["turned {$o}"] = $photo->light->turned($o);
    }
    $picture = imagecreatetruecolor(12, 8);
    for ($i = 0; $i < 96; $i++) {
        imagesetpixel($picture, $i % 12, intdiv($i, 12), ($i * 21 % 256) << 16 | ($i * 67 % 256) << 8 | $i * 5 % 256);
    }
    foreach ([new Tone, new Tone(crop: [0.1, 0.1, 0.7, 0.9], quarters: 1), new Tone(quarters: 2)] as $k => $tone) {
        $sheet = Backing::of($picture, $tone);
        $kept["backing {$k}"] = [imagesx($sheet), imagesy($sheet), array_map(fn (int $i): int => imagecolorat($sheet, $i % imagesx($sheet), intdiv($i, imagesx($sheet))), range(0, imagesx($sheet) * imagesy($sheet) - 1))];
    }
    Recorded::same('photos', $kept);
});

it('makes the same reliefs and bodies', function () {
    $kept = [];
    foreach (ShapeKind::cases() as $shape) {
        foreach ([0.0, 3.0] as $frame) {
            $made = Lithophane::of(rippledPhoto(), new Design($shape, 64, rippledTones(), new Tone, 1.1, $frame, arcDeg: 140, path: 'M0 0L10 1L9 9L4 6Z', holeMm: $frame));
            [$relief, $body] = [$made->relief, $made->body()];
            $stream = fopen('php://memory', 'w+b');
            $bytes = $body->writeStl($stream, 'the same');
            $mesh = $body->mesh();
            $kept["{$shape->value} {$frame}"] = [
                $relief, $relief->thinnestMm(), $relief->thickestMm(), $relief->thinnerThanMm2(0.7), $relief->steepestDeg(), $relief->steeperThanMm2(20.0), $relief->acrossMm(), $relief->downMm(),
                $body->triangles(), $body->volumeMm3(), $body->isWatertight(), $bytes, [...$mesh->x, ...$mesh->y, ...$mesh->z], $mesh->tri,
            ];
        }
    }
    $kept['nodes'] = array_map(fn (array $a): array => Relief::nodes(...$a), [[100.0, 66.0, 0.2], [10.0, 2.0, 5.0], [31.4, 17.3, 0.35]]);
    foreach (['M0 0H20V10h-20z', 'M1 1C3 9 8 9 9 1Z', 'm0,0 q5 10 10 0 L20-8Z', 'M0 0 L8 0 L8 8 L0 8 Z M2 2 L2 6 L6 6 L6 2 Z'] as $k => $path) {
        $kept["path {$k}"] = SvgPath::outline($path);
    }
    Recorded::same('lithophanes', $kept);
});

it('reckons light, heat and standing the same', function () {
    $kept = [];
    foreach ([Translucency::exponential(0.85, 0.86), Translucency::exponential(1.9, 0.6), Translucency::twoFlux(2.0, 0.1), Translucency::twoFlux(0.6, 1.4)] as $k => $light) {
        $tones = new ToneToThickness(0.5, 2.9, $light);
        $kept["light {$k}"] = [
            array_map($light->transmittance(...), [0.0, 0.4, 1.0, 2.5, 4.0]), array_map($light->thicknessMm(...), [0.8, 0.4, 0.1, 0.02]), array_map($tones->thicknessMm(...), range(0.0, 100.0, 12.5)), array_map($tones->lightness(...), [0.5, 0.9, 1.7, 2.9]),
            array_map(fn (Limits $l): array => [$l, $l->contrast($light), $l->blackL($light)], [...Limits::schools(0.4, 0.45, 0.1, $light), ...Limits::schools(0.6, 0.66, 0.2, $light, 'strong lamp'), ...Limits::schools(0.4, 0.45, 0.12, $light, 'daylight')]),
            array_map(fn (float $mm): float => Optics::lightnessPerMicrometre($tones, $mm), [0.5, 1.0, 2.8]),
        ];
    }
    $kept['optics'] = [array_map(fn (float $mm): array => [Optics::detailMm($mm), Optics::finest(0.45, 0.1, $mm)], [0.5, 1.0, 2.4]), Optics::levelsLying(0.6, 2.4, 0.1), Optics::levelsLying(0.6, 0.65, 0.1)];
    foreach ([[3.0, 40.0, 20_000.0, true], [0.4, 30.0, 0.6, false], [0.0, 1.0, 900.0, true], [60.0, 120.0, 7_500.0, false], [5.0, 2000.0, 40_000.0, true]] as $k => $lamp) {
        $heat = LampHeat::of(...$lamp);
        $kept["heat {$k}"] = [$heat, $heat->verdicts()];
    }
    foreach (ShapeKind::cases() as $shape) {
        foreach ([[60.0, 40.0, 2.4], [100.0, 150.0, 1.6], [30.0, 200.0, 3.0]] as $k => $size) {
            $standing = Standing::of($shape, ...$size);
            $kept["standing {$shape->value} {$k}"] = [$standing, $standing->foot(), $standing->brimMm(), $standing->isSlender()];
        }
    }
    $kept['arcs'] = array_map(fn (array $a): float => Standing::leastArcDeg(...$a), [[100.0, 60.0, 2.0], [60.0, 120.0, 1.2], [200.0, 40.0, 3.0]]);
    $kept['upright'] = array_map(fn (ShapeKind $s): Upright => Upright::of(rippledPhoto(), new Design($s, 50, rippledTones()), 0.2, 0.45), [ShapeKind::Flat, ShapeKind::Arc]);
    $kept['t'] = array_map(fn (array $a): array => [StudentT::twoSided(...$a), StudentT::beyond($a[0] * 40, $a[1])], [[0.05, 1], [0.05, 6], [0.01, 20], [0.2, 3]]);
    Recorded::same('light', $kept);
});

it('fits the same wedges, and makes the same coupon', function () {
    $kept = [];
    foreach (['exponential' => [0.8, 0.9, 0.0], 'noisy' => [1.1, 0.8, 0.012], 'bent' => [0.7, 1.0, -0.03]] as $name => [$mu, $t0, $noise]) {
        $pairs = [];
        foreach ([0.4, 0.8, 1.2, 1.6, 2.0, 2.4, 2.8, 3.2] as $k => $mm) {
            $pairs[] = [$mm, max(0.002, $t0 * exp(-$mu * $mm) + $noise * sin(3.1 * $k) + ($name === 'noisy' && $k === 5 ? 0.15 : 0.0))];
        }
        $fit = WedgeFit::of(WedgeReadings::of($pairs));
        $kept[$name] = [$fit, $fit->muWithin(), $fit->t0Within(), $fit->withoutOutlier(), Translucency::fitted($fit)];
    }
    $flux = Translucency::twoFlux(1.6, 0.25);
    // how much better the two-flux law must fit to be taken: bent towards the exponential by more and more
    foreach ([0.0, 0.2, 0.4, 0.5, 0.6, 0.8] as $share) {
        $fit = WedgeFit::of(WedgeReadings::of(array_map(fn (float $mm): array => [$mm, ($flux->transmittance($mm) ** (1 - $share)) * (0.75 * exp(-0.62 * $mm)) ** $share], [0.3, 0.6, 1.0, 1.5, 2.0, 2.6, 3.2])));
        $kept["between {$share}"] = [$fit->model, $fit->rmse, $fit->twoFluxRmse, $fit->muSe];
    }
    $coupon = WedgeCoupon::between(0.4, 3.2, 6);
    $kept['coupon'] = [$coupon, $coupon->relief()];
    Recorded::same('wedges', $kept);
});

it('takes every design and lamp up to its bounds, and none beyond', function (array $within, array $beyond) {
    $design = fn (array $of): Design => new Design(...['shape' => ShapeKind::Flat, 'widthMm' => 80.0, 'thickness' => rippledTones(), ...$of]);
    expect($design($within))->toBeInstanceOf(Design::class)->and(fn () => $design($beyond))->toThrow(InvalidArgumentException::class);
})->with([
    [['widthMm' => 10.0], ['widthMm' => 9.99]], [['widthMm' => 1000.0], ['widthMm' => 1000.1]], [['resolutionMm' => 0.02], ['resolutionMm' => 0.019]], [['resolutionMm' => 5.0], ['resolutionMm' => 5.01]], [['frameMm' => 0.0], ['frameMm' => -0.01]],
    [['frameMm' => 50.0], ['frameMm' => 50.1]], [['holeMm' => 20.0], ['holeMm' => 20.1]], [['footMm' => 60.0], ['footMm' => 60.1]], [['footMm' => 5.0], ['footMm' => 5.0, 'shape' => ShapeKind::Arc]], [['arcDeg' => 10.0], ['arcDeg' => 9.9]], [['arcDeg' => 300.0], ['arcDeg' => 300.1]], [['widthMm' => 11.0], ['widthMm' => NAN]],
]);

it('takes lamps up to their bounds, and none beyond', function (array $within, array $beyond) {
    expect(LampHeat::of(...$within))->toBeInstanceOf(LampHeat::class)->and(fn () => LampHeat::of(...$beyond))->toThrow(InvalidArgumentException::class);
})->with([[[0.0, 50.0, 100.0, true], [-0.1, 50.0, 100.0, true]], [[500.0, 50.0, 100.0, true], [500.1, 50.0, 100.0, true]], [[3.0, 1.0, 100.0, true], [3.0, 0.9, 100.0, true]], [[3.0, 2000.0, 100.0, false], [3.0, 2001.0, 100.0, false]], [[3.0, 50.0, 0.5, false], [3.0, 50.0, 0.0, false]]]);
