<?php

declare(strict_types=1);

use Tests\Support\OutsideRays;
use Tests\Support\Pictures;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Lithophane\Body;
use Wrenlo\Core\Lithophane\Design;
use Wrenlo\Core\Lithophane\Globe;
use Wrenlo\Core\Lithophane\Lithophane;
use Wrenlo\Core\Lithophane\Relief;
use Wrenlo\Core\Lithophane\RuledShape;
use Wrenlo\Core\Lithophane\Shape;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Lithophane\Sheet;
use Wrenlo\Core\Lithophane\SvgPath;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Mesh\MassProperties;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\Topology;
use Wrenlo\Core\Photo\Srgb;
use Wrenlo\Core\Photo\Tone;

function lightOf(): ToneToThickness
{
    return new ToneToThickness(0.6, 2.4, Translucency::exponential(0.85, 0.86));
}

function evenRelief(float $mm, int $columns = 81, int $rows = 31, float $w = 80, float $h = 30): Relief
{
    return new Relief($columns, $rows, $w, $h, array_fill(0, $columns * $rows, $mm));
}

it('runs lightness straight from picture to relief', function (Translucency $light) {
    $t = new ToneToThickness(0.6, 2.4, $light);
    expect($t->thicknessMm(100.0))->toEqualWithDelta(0.6, 1e-9)->and($t->thicknessMm(0.0))->toEqualWithDelta(2.4, 1e-9)->and($t->thicknessMm(140.0))->toEqualWithDelta(0.6, 1e-9);
    $dark = Srgb::lightness($light->transmittance(2.4) / $light->transmittance(0.6));
    foreach ([3.0, 8.0, 21.7, 50.0, 77.7, 99.0] as $l) {
        $lit = Srgb::lightness($light->transmittance($t->thicknessMm($l)) / $light->transmittance(0.6));
        expect($lit)->toEqualWithDelta($dark + $l / 100 * (100 - $dark), 1e-4)->and($t->lightness($t->thicknessMm($l)))->toEqualWithDelta($l, 2e-4);
    }
    // many at once, through a curve
    $many = $t->thicknesses([0.0, 30.0, 100.0, 120.0, -4.0], (new Tone(negative: true))->curve([0, 50, 100]));
    expect($many[0])->toEqualWithDelta(0.6, 1e-9)->and($many[1])->toEqualWithDelta($t->thicknessMm(70.0), 1e-4)->and($many[2])->toEqualWithDelta(2.4, 1e-9)->and($many[3])->toBe($many[2])->and($many[4])->toBe($many[0]);
})->with([[Translucency::exponential(0.85, 0.86)], [Translucency::exponential(2.0, 0.7)], [Translucency::twoFlux(2.0, 0.1)]]);

it('has the volume of its closed form', function (callable $shape, float $mm3, float $within, int $holes) {
    $body = new Body($shape());
    $mesh = $body->mesh();
    $topology = Topology::of($mesh, Surface::ofFacets($mesh));
    expect($body->isWatertight())->toBeTrue()->and($body->volumeMm3())->toEqualWithDelta($mm3, $within * $mm3)->and($mesh->triangleCount())->toBe($body->triangles())
        ->and(MassProperties::of($mesh, Surface::ofFacets($mesh))->volumeMm3)->toEqualWithDelta($body->volumeMm3(), 1e-9 * $mm3)
        ->and($topology->isWatertight())->toBeTrue()->and($topology->shells)->toBe(1)->and($topology->degenerateFacets)->toBe(0)->and($topology->euler)->toBe(2 - 2 * $holes)
        ->and($mesh->bounds()->min->z)->toEqualWithDelta(0.0, 1e-6);
})->with([
    'flat' => [fn () => RuledShape::flat(evenRelief(1.5)), 80 * 30 * 1.5, 1e-9, 0],
    // a foot of 8 mm: 3 mm high, then back at 45°; behind the back all of it, before it what is thicker than the plate (by hand)
    'flat on a foot' => [fn () => RuledShape::flat(evenRelief(1.5, 41, 61), 8.0), 80 * (3 * 8 + 8 ** 2 / 2 + 3 * 8 + (8 ** 2 - 1.5 ** 2) / 2 + 1.5 * (30 - 3 - 6.5)), 1e-9, 0],
    'two columns, two rows' => [fn () => RuledShape::flat(evenRelief(1.5, 2, 2)), 80 * 30 * 1.5, 1e-9, 0],
    // sector of a ring, with chords of 80 parts: sin(a)/a of the arc
    'arc of 120°' => [fn () => RuledShape::arc(evenRelief(1.5), 120), 30 * deg2rad(120) * ((80 / deg2rad(120) + 1.5) ** 2 - (80 / deg2rad(120)) ** 2) / 2, 2e-4, 0],
    'cylinder' => [fn () => RuledShape::cylinder(evenRelief(1.5)), 30 * M_PI * ((40 / M_PI + 1.5) ** 2 - (40 / M_PI) ** 2), 2e-3, 1],
    'box' => [fn () => RuledShape::box(array_fill(0, 4, evenRelief(1.5))), 30 * ((80 + 3.0) ** 2 - 80 ** 2), 1e-9, 1],
]);

it('closes a globe over its opening', function () {
    [$first, $low, $rows] = Globe::latitudes(20.0, 15.0, 0.5);
    $n = (int) round(2 * M_PI * 20 / 0.5);
    $globe = Globe::of(new Relief($n + 1, $rows, 2 * M_PI * 20, ($first - $low) * 20, array_fill(0, ($n + 1) * $rows, 1.5)), 20.0, $low);
    $body = new Body($globe);
    // a shell without its cap: 2π/3·(R³ − r³)·(1 + sin of the lowest latitude below)
    $closed = 2 * M_PI / 3 * (21.5 ** 3 - 20 ** 3) * (1 + sin(-$low));
    expect($body->volumeMm3())->toEqualWithDelta($closed, 1e-3 * $closed)->and($body->isWatertight())->toBeTrue()->and(-$low)->toEqualWithDelta(acos(7.5 / 20), 1e-12)
        ->and(Topology::of($body->mesh(), Surface::ofFacets($body->mesh()))->isWatertight())->toBeTrue()->and(Topology::of($body->mesh(), Surface::ofFacets($body->mesh()))->euler)->toBe(2)->and($body->mesh()->bounds()->min->z)->toEqualWithDelta(0.0, 1e-6)
        ->and(fn () => Globe::latitudes(20.0, 19.0, 0.5))->toThrow(InvalidArgumentException::class, '18.8 mm')->and(Globe::radiusFor(100, 30))->toEqualWithDelta(100 / 2 / M_PI, 1e-12)->and(Globe::radiusFor(100, 75))->toEqualWithDelta(37.5 / deg2rad(65), 1e-12);
});

it('notices a body that is open', function () {
    $whole = RuledShape::flat(evenRelief(1.5, 5, 4));
    $without = new class($whole) implements Shape
    {
        public function __construct(private Shape $of) {}

        /** @return list<Sheet> */
        public function sheets(): array
        {
            return array_slice($this->of->sheets(), 0, 5);
        }
    };
    expect((new Body($whole))->isWatertight())->toBeTrue()->and((new Body($without))->isWatertight())->toBeFalse();
});

it('writes what it measures: 84 bytes and 50 a facet, the same points to the last bit', function (ShapeKind $kind) {
    $made = Lithophane::of(Pictures::read(Pictures::png(Pictures::pool(80, 60))), new Design($kind, 40, lightOf(), resolutionMm: 1.0, path: 'M0 0L10 1L9 9L4 6Z'));
    $stream = fopen('php://temp', 'w+b');
    $bytes = $made->body()->writeStl($stream);
    rewind($stream);
    $stl = (string) stream_get_contents($stream);
    expect(strlen($stl))->toBe($bytes)->toBe(84 + 50 * $made->body()->triangles());
    rewind($stream);
    $mesh = MeshFormats::read($stream, 'stl')->mesh;
    expect($mesh->vertexCount())->toBe($made->body()->mesh()->vertexCount())->and(Topology::of($mesh, Surface::ofFacets($mesh))->isWatertight())->toBeTrue()->and(MassProperties::of($mesh, Surface::ofFacets($mesh))->volumeMm3)->toEqualWithDelta($made->body()->volumeMm3(), 1e-4 * $made->body()->volumeMm3());
})->with(ShapeKind::cases());

// npm three-mesh-bvh 0.9.17, all facets of every shape, joints among them; the last one crosses itself on purpose
it('has no two facets that cross', function (ShapeKind $kind, float $frame) {
    $made = Lithophane::of(Pictures::read(Pictures::png(Pictures::pool(80, 60))), new Design($kind, 40, lightOf(), resolutionMm: 1.0, frameMm: $frame, path: 'M0 0L10 1L9 9L4 6Z', holeMm: $kind->isCut() ? 3.0 : 0.0, footMm: $kind === ShapeKind::Flat ? 7.3 : 0.0));
    expect(OutsideRays::crossings($made->body()->mesh()))->toBe([]);
})->with([[ShapeKind::Box, 0.0], ...array_map(fn (ShapeKind $k): array => [$k, 2.5], ShapeKind::cases())]);

it('goes once round a box, a quarter a side', function () {
    // four sides of one grey each: every side as thick as its own, corners between the two
    $greys = [230.0, 160.0, 90.0, 30.0];
    $photo = Pictures::photo(400, 100, fn (float $x): float => $greys[min(3, (int) (4 * $x))]);
    $made = Lithophane::of($photo, new Design(ShapeKind::Box, 20, lightOf(), resolutionMm: 0.5, frameMm: 2.0, isAround: true));
    $body = $made->body();
    expect($made->design->pictureMm())->toBe(80.0)->and($made->design->heightMm($photo))->toBe(20.0)->and($made->relief->widthMm)->toBe(80.0)->and($body->isWatertight())->toBeTrue()
        ->and(OutsideRays::crossings($body->mesh()))->toBe([]);
    // by rays from the axis through the middle of each side: at −y first, then as they follow to the right
    $mesh = $body->mesh();
    [$low, $high] = [$mesh->bounds()->min, $mesh->bounds()->max];
    $rays = [];
    foreach ([[0, -1], [1, 0], [0, 1], [-1, 0]] as [$dx, $dy]) {
        array_push($rays, ($low->x + $high->x) / 2, ($low->y + $high->y) / 2, ($low->z + $high->z) / 2 + 0.123, $dx, $dy, 0.0);
    }
    foreach (throughWall($made, $rays) as $k => $mm) {
        expect($mm)->toEqualWithDelta(lightOf()->thicknessMm(Wrenlo\Core\Photo\Srgb::lightness(Wrenlo\Core\Photo\Srgb::linear($greys[$k]))), 0.01);
    }
    expect(fn () => (new Relief(6, 2, 5.0, 1.0, array_fill(0, 12, 1.0)))->quarters())->toThrow(InvalidArgumentException::class, 'four times as many')
        ->and(fn () => Lithophane::of($photo, new Design(ShapeKind::Box, 100, lightOf(), resolutionMm: 0.04, isAround: true)))->toThrow(InvalidArgumentException::class, 'coarser resolution');
});

it('would be told of facets that cross', function () {
    $two = Mesh::joined([Solids::box(10, 10, 10), Solids::boxes([[4, 4, 20, [0, 0, -5]]])]);
    expect(count(OutsideRays::crossings($two)))->toBeGreaterThan(10);
});

/** What a ray from behind the smooth side meets, as thickness: origin, direction. @param  list<float>  $rays @return list<float> */
function throughWall(Lithophane $made, array $rays): array
{
    $mesh = $made->body()->mesh();
    $in = OutsideRays::firstHits($mesh, $rays);
    $on = [];
    foreach ($in as $k => $d) {
        for ($i = 0; $i < 3; $i++) {
            $on[] = $rays[6 * $k + $i] + ($d + 1e-5) * $rays[6 * $k + 3 + $i];
        }
        array_push($on, ...array_slice($rays, 6 * $k + 3, 3));
    }

    return array_map(fn (float $d): float => $d + 1e-5, OutsideRays::firstHits($mesh, $on));
}

// photographs of Debian's python3-skimage, rays by npm three-mesh-bvh: cells of 1 mm, lightness of the lit relief against that of the photograph
it('gives the photograph back, lit', function (string $name, ShapeKind $kind) {
    $photo = Pictures::open($name);
    $light = lightOf();
    [$width, $height] = [26.0, 26.0 * $photo->heightPx / $photo->widthPx];
    $made = Lithophane::of($photo, new Design($kind, $width, $light, resolutionMm: 0.25));
    $z0 = $made->body()->mesh()->bounds()->max->z / 2;
    $radius = match ($kind) {
        ShapeKind::Arc => $width / deg2rad(120), ShapeKind::Cylinder => $width / 2 / M_PI, ShapeKind::Sphere => Globe::radiusFor($width, $height), default => 0.0,
    };
    $lift = $kind === ShapeKind::Sphere ? ($radius + $made->relief->thickestMm()) * sin(acos(min(30.0, Globe::widestOpeningMm($radius)) / 2 / $radius)) : 0.0;
    $rays = $cells = [];
    [$nx, $ny] = [(int) $width, (int) $height];
    for ($r = 2; $r < $ny - 2; $r += 2) {
        for ($c = 2; $c < $nx - 2; $c += 2) {
            for ($k = 0; $k < 16; $k++) {
                [$s, $t] = [(($c + ($k % 4 + .5) / 4) / $nx - .5) * $width, (.5 - ($r + (intdiv($k, 4) + .5) / 4) / $ny) * $height];
                [$a, $b] = $radius > 0 ? [$s / $radius, $t / $radius] : [0.0, 0.0];
                array_push($rays, ...match ($kind) {
                    ShapeKind::Flat => [$s, 4.0, $t + $z0, 0.0, -1.0, 0.0], ShapeKind::Box => [$s, -$width / 2 + 4.0, $t + $z0, 0.0, -1.0, 0.0],
                    ShapeKind::Sphere => [0.0, 0.0, $lift, sin($a) * cos($b), -cos($a) * cos($b), sin($b)], default => [0.0, 0.0, $t + $z0, sin($a), -cos($a), 0.0],
                });
            }
            $cells[] = [$c, $r];
        }
    }
    $d = throughWall($made, $rays);
    expect(min($d))->toBeGreaterThan(0.6 - 1e-3)->and(max($d))->toBeLessThan(2.4 + 1e-3);
    $cellsOf = $photo->light->atNodes($nx * 4 + 1, $ny * 4 + 1);
    $sum = 0.0;
    $span = (100 - $light->darkestL) / 100;
    foreach ($cells as $k => [$c, $r]) {
        $lit = $meant = 0.0;
        for ($i = 0; $i < 16; $i++) {
            $lit += $light->lightness($d[16 * $k + $i]) / 16;
            [$x, $y] = [4 * $c + $i % 4, 4 * $r + intdiv($i, 4)];
            // means of four nodes about the ray
            $meant += Srgb::lightness(($cellsOf[$y * ($nx * 4 + 1) + $x] + $cellsOf[$y * ($nx * 4 + 1) + $x + 1] + $cellsOf[($y + 1) * ($nx * 4 + 1) + $x] + $cellsOf[($y + 1) * ($nx * 4 + 1) + $x + 1]) / 4) / 16;
        }
        $sum += (($lit - $meant) * $span) ** 2;
    }
    expect(sqrt($sum / count($cells)))->toBeLessThan(1.0);
})->with(['astronaut', 'camera', 'chelsea'])->with([ShapeKind::Flat, ShapeKind::Arc, ShapeKind::Cylinder, ShapeKind::Sphere, ShapeKind::Box]);

it('keeps the mean light of the checks', function (string $name, float $mean) {
    expect(Pictures::open($name)->meanY)->toEqualWithDelta($mean, 1e-5);
})->with([['astronaut', .269793], ['camera', .313289], ['chelsea', .202332]]);

/** What a plate of even thickness is cut to. */
function cutOf(ShapeKind $kind, float $hole = 0.0, ?string $path = null, float $frame = 0.0, int $w = 50, int $h = 40): Lithophane
{
    return Lithophane::of(Pictures::photo($w, $h, fn () => 255), new Design($kind, $w, new ToneToThickness(2.0, 3.0, Translucency::exponential(0.85, 0.86)), resolutionMm: 0.4, frameMm: $frame, path: $path, holeMm: $hole));
}

// volumes by hand: area inside the outline, 2 mm thick; edges keep within a twelfth of a cell of where they belong
it('cuts a plate along an outline, closed and as large as it is drawn', function (ShapeKind $kind, float $mm2, ?string $path, float $hole, int $through) {
    $made = cutOf($kind, $hole, $path);
    $mesh = $made->body()->mesh();
    $topology = Topology::of($mesh, Surface::ofFacets($mesh));
    expect($topology->isWatertight())->toBeTrue()->and($topology->degenerateFacets)->toBe(0)->and($topology->shells)->toBe(1)->and($topology->euler)->toBe(2 - 2 * $through)->and($made->body()->isWatertight())->toBeTrue()
        ->and($made->body()->volumeMm3())->toEqualWithDelta(2.0 * $mm2, 0.006 * 2.0 * $mm2)->and($mesh->bounds()->min->z)->toEqualWithDelta(0.0, 1e-6)->and($mesh->bounds()->max->y)->toBe(0.0)
        ->and($made->relief->thinnestMm())->toBe(2.0)->and($made->relief->thickestMm())->toBe(2.0)->and($made->body()->triangles())->toBe($mesh->triangleCount());
})->with([
    'disc' => [ShapeKind::Disc, M_PI * 400, null, 0.0, 0], 'disc with a hole' => [ShapeKind::Disc, M_PI * (400 - 4), null, 4.0, 1], 'oval' => [ShapeKind::Oval, M_PI * 25 * 20, null, 0.0, 0],
    // 180π of the curve's own units, 32 wide and 28.94 high: fitted to 40 mm high
    'heart' => [ShapeKind::Heart, 180 * M_PI * (40 / 28.94) ** 2, null, 0.0, 0],
    'a triangle' => [ShapeKind::Outline, 50 * 40 / 2, 'M0,0 l50,0 -25,40 z', 0.0, 0], 'a square of relative and absolute lines' => [ShapeKind::Outline, 1600.0, 'M 1 1 H 9 v 8 L 1 9 Z', 0.0, 0],
]);

it('raises a rim along the edge and round the hole', function () {
    $made = cutOf(ShapeKind::Disc, 4.0, frame: 2.0);
    $mesh = $made->body()->mesh();
    expect(min($mesh->y))->toEqualWithDelta(-3.0, 1e-9)->and($made->relief->thickestMm())->toBe(2.0)->and(Topology::of($mesh, Surface::ofFacets($mesh))->euler)->toBe(0);
});

it('reads the outline a path draws, and says what it does not read', function () {
    expect(SvgPath::outline('M0 0L4 0L4 3Z'))->toBe([[0.0, 0.0], [4.0, 0.0], [4.0, -3.0]])->and(SvgPath::outline('m1 1 2 0 0 2z'))->toBe([[1.0, -1.0], [3.0, -1.0], [3.0, -3.0]]);
    $curve = SvgPath::outline('M0 0Q5 -10 10 0Z');
    expect($curve)->toHaveCount(17)->and($curve[8][0])->toEqualWithDelta(5.0, 1e-12)->and($curve[8][1])->toEqualWithDelta(5.0, 1e-12);
    $cubic = SvgPath::outline('M0 0c0 -4 10 -4 10 0z');
    expect($cubic[8])->toEqualWithDelta([5.0, 3.0], 1e-12);
    foreach (['A path begins' => '10 20', 'no command B' => 'M0 0B5 5Z', 'A takes 7 numbers' => 'M0 0A5 5 0 1 10Z', 'takes 2 numbers' => 'M0 0L5', 'encloses nothing' => 'M0 0L5 5Z', 'no outline' => '…'] as $said => $path) {
        expect(fn () => SvgPath::outline($path))->toThrow(InvalidArgumentException::class, $said);
    }
});

it('goes on smoothly after a curve, and round an arc', function () {
    // SVG 2, 9.3.6 and 9.3.7: the control point of the curve before, mirrored at its end; none before it: the point itself
    $along = fn (string $a, string $b) => expect(SvgPath::outline($a))->toEqualWithDelta(SvgPath::outline($b), 1e-9);
    $along('M0 0C0 -4 6 -8 10 -8S20 -2 20 0Z', 'M0 0C0 -4 6 -8 10 -8C14 -8 20 -2 20 0Z');
    $along('M0 0c0-4 6-8 10-8s10 6 10 8z', 'M0 0C0 -4 6 -8 10 -8C14 -8 20 -2 20 0Z');
    $along('M0 0Q5 -10 10 0T20 0V30Z', 'M0 0Q5 -10 10 0Q15 10 20 0V30Z');
    $along('M0 0L10 0S20 5 9 9Z', 'M0 0L10 0C10 0 20 5 9 9Z');
    // two half circles, whichever way, flags with and without spaces; areas by hand, chords of 2π/64
    $area = fn (string $d): float => abs(array_sum(array_map(fn (array $p, array $q): float => ($p[0] * $q[1] - $q[0] * $p[1]) / 2, $o = SvgPath::outline($d), [...array_slice($o, 1), $o[0]])));
    $circle = 64 / 2 * sin(2 * M_PI / 64);
    expect($area('M-5 0A5 5 0 0 1 5 0A5 5 0 0 1 -5 0Z'))->toEqualWithDelta(25 * $circle, 1e-9)->and($area('M-5 0a5 5 0 0010 0a5 5 0 00-10 0z'))->toEqualWithDelta(25 * $circle, 1e-9)
        ->and($area('M-8 0A8 3 0 1 0 8 0A8 3 0 1 0 -8 0Z'))->toEqualWithDelta(24 * $circle, 1e-9);
    // three quarters of a circle the long way round, the short way, and an ellipse that lies at 30°
    expect($area('M5 0A5 5 0 1 1 0 -5L0 0Z'))->toEqualWithDelta(25 * 0.75 * $circle, 1e-9)->and($area('M5 0A5 5 0 0 0 0 -5L0 0Z'))->toEqualWithDelta(25 * 0.25 * $circle, 1e-9);
    [$c, $s] = [8 * cos(deg2rad(30)), 8 * sin(deg2rad(30))];
    expect($area("M{$c} {$s}A8 3 30 0 1 -{$c} -{$s}A8 3 30 0 1 {$c} {$s}Z"))->toEqualWithDelta(24 * $circle, 1e-4); // its middle is where a root is least exact
    // radii that do not reach are made larger: half a circle of 10
    expect($area('M0 0A1 1 0 0 1 20 0Z'))->toEqualWithDelta(50 * $circle, 1e-9)->and(SvgPath::outline('M0 0A0 5 0 0 1 20 0V9Z'))->toHaveCount(3);
});

it('frames a picture with full thickness, rising at 45°', function () {
    $framed = evenRelief(0.8, 21, 11, 20, 10)->framed(3.0, 2.4);
    expect([$framed->columns, $framed->rows])->toBe([27, 17])->and($framed->widthMm)->toBe(26.0)->and($framed->heightMm)->toBe(16.0)->and(array_slice($framed->mm, 8 * 27, 5))->toEqualWithDelta([2.4, 2.4, 1.8, 0.8, 0.8], 1e-9)
        ->and($framed->steepestDeg())->toEqualWithDelta(45.0, 1e-6)->and(evenRelief(0.8)->framed(0.2, 2.4)->columns)->toBe(81);
    $made = Lithophane::of(Pictures::photo(40, 30, fn (float $x) => 255 * $x), new Design(ShapeKind::Flat, 40, lightOf(), resolutionMm: 1.0, frameMm: 4.0));
    expect($made->relief->widthMm)->toBe(40.0)->and($made->body()->mesh()->bounds()->max->x)->toEqualWithDelta(24.0, 1e-9)->and($made->body()->isWatertight())->toBeTrue();
});

it('lets the ends of a picture that goes round run into each other', function () {
    $mm = [];
    for ($r = 0; $r < 3; $r++) {
        for ($c = 0; $c <= 100; $c++) {
            $mm[] = 1.0 + 0.01 * $c;
        }
    }
    $closed = (new Relief(101, 3, 100, 2, $mm))->closed(4.0);
    expect($closed->mm[0])->toEqualWithDelta(1.5, 1e-12)->and($closed->mm[100])->toEqualWithDelta(1.5, 1e-12)->and($closed->mm[2])->toEqualWithDelta(1.02 + 0.25 * (1.98 - 1.02), 1e-12)->and($closed->mm[98])->toEqualWithDelta(1.98 - 0.25 * (1.98 - 1.02), 1e-12)->and($closed->mm[4])->toBe($mm[4])->and($closed->mm[50])->toBe($mm[50]);
});

it('measures slopes, pinholes and limits', function () {
    // one step of 1 mm up, half way: thicker above
    $mm = [...array_fill(0, 5 * 5, 1.6), ...array_fill(0, 6 * 5, 0.4)];
    $relief = new Relief(5, 11, 4, 5, $mm);
    expect($relief->steepestDeg())->toEqualWithDelta(rad2deg(atan(1.2 / 0.5)), 1e-9)->and($relief->steeperThanMm2(45))->toEqualWithDelta(5 * 1.0 * 0.5, 1e-9)->and($relief->steeperThanMm2(70))->toBe(0.0)
        ->and($relief->thinnerThanMm2(0.45))->toEqualWithDelta(30 / 55 * 20, 1e-9)->and($relief->thinnerThanMm2(0.4))->toBe(0.0)->and((new Relief(5, 11, 4, 5, array_reverse($mm)))->steepestDeg())->toBe(0.0);
});

it('refuses what cannot be made', function (callable $make, string $said) {
    expect($make)->toThrow(InvalidArgumentException::class, $said);
})->with([
    [fn () => new ToneToThickness(0.6, 0.62, Translucency::exponential(.85, .86)), '0.05 mm between'], [fn () => new ToneToThickness(0.01, 2, Translucency::exponential(.85, .86)), '0.05 mm or more'], [fn () => Translucency::exponential(0.0, .8), 'μ is between'], [fn () => Translucency::exponential(1, 1.2), 't₀'],
    [fn () => new Design(ShapeKind::Flat, 5, lightOf()), '10 to 1000'], [fn () => new Design(ShapeKind::Flat, 100, lightOf(), resolutionMm: 0.01), 'resolution'], [fn () => new Design(ShapeKind::Arc, 100, lightOf(), arcDeg: 350), '10° to 300°'], [fn () => new Design(ShapeKind::Flat, 100, lightOf(), frameMm: 60), 'frame'],
    [fn () => Relief::nodes(1000, 800, 0.1), 'million points'], [fn () => new Relief(3, 2, 1, 1, [1.0]), 'thickness at each'],
]);
