<?php

declare(strict_types=1);

use App\Models\Finding;
use App\Models\Piece;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Mesh\Mesh;

/** A beam on a post, 40 mm long, standing as in its file. */
function beamOnBench(string $name, float $high = 20.0): Piece
{
    $mesh = Solids::carved([[true, [-3, 3, -6, 6, 0, $high]], [true, [-20, 20, -6, 6, $high, $high + 4]]]);
    $piece = Pieces::measured(mesh: $mesh, name: $name, finalists: 2);
    decide($piece, 'stand', ['stance' => collect(stancesOf($piece))->firstWhere('origin', 'file')['id']])->assertSessionHasNoErrors();

    return $piece->refresh();
}

function plateOf(string $query): array
{
    return test()->getJson("/plate/report?{$query}")->assertOk()->json();
}

/** @param  list<list<float>>  $outline */
function boxAround(array $outline): array
{
    return [min(array_column($outline, 0)), max(array_column($outline, 0)), min(array_column($outline, 1)), max(array_column($outline, 1))];
}

it('packs pieces a clearance apart, holds them together and says what it comes to', function () {
    [$a, $b] = [beamOnBench('beam.stl'), beamOnBench('low beam.stl', 12.0)];
    decide($b, 'layers', ['layer_mm' => 0.16])->assertSessionHasNoErrors();
    $report = plateOf("pieces={$a->id},{$b->id}&way=tree");
    expect($report['state'])->toBe('done')->and($report['failure'])->toBeNull()->and(array_column($report['places'], 'pieceId'))->toBe([$a->id, $b->id])->and($report['openIslands'])->toBe(0)->and($report['uncoveredMm2'])->toEqual(0)
        ->and($report['layerMm'])->toEqual(0.16)->and($report['contacts'])->toBeGreaterThan(8)->and(count($report['feet']))->toBeGreaterThan(1);
    [$p, $q] = array_map(boxAround(...), array_column($report['places'], 'outline'));
    $apart = max($q[0] - $p[1], $p[0] - $q[1], $q[2] - $p[3], $p[2] - $q[3]);
    expect($apart)->toBeGreaterThanOrEqual(6.0 - 1e-6)->and($apart)->toBeLessThan(6.5);
    // hours and grams of both by themselves, and of the supports they share
    $one = plateOf("pieces={$a->id}&way=none");
    $two = plateOf("pieces={$b->id}&way=none");
    expect($two['layerMm'])->toEqual(0.16)->and($one['supportGrams'])->toEqual(0)->and($report['grams'])->toBeGreaterThan($report['supportGrams'] + $two['grams'])
        ->and(plateOf("pieces={$a->id},{$b->id}&way=none")['grams'] + $report['supportGrams'])->toEqualWithDelta($report['grams'], 1e-9);
    // asked for again it is there
    $count = Finding::query()->where('kind', 'plate')->count();
    plateOf("pieces={$a->id},{$b->id}&way=tree");
    expect(Finding::query()->where('kind', 'plate')->count())->toBe($count);
});

it('writes all of the plate as one 3MF: each piece a model where it lies, the supports as such', function () {
    [$a, $b] = [beamOnBench('beam.stl'), beamOnBench('low beam.stl', 12.0)];
    $report = plateOf("pieces={$a->id},{$b->id}");
    $file = Solids::file($this->get("/plate/3mf?pieces={$a->id},{$b->id}")->assertOk()->assertDownload('plate.3mf')->streamedContent(), '3mf');
    $model = simplexml_load_string((string) file_get_contents("zip://{$file}#3D/3dmodel.model"));
    $objects = iterator_to_array($model->resources->object, false);
    expect(array_map(fn ($o): array => [(string) $o['name'], (string) $o['type']], $objects))->toBe([['Beam', 'model'], ['Low beam', 'model'], ['supports', 'support']]);
    foreach ([0, 1] as $k) {
        $x = array_map(fn ($v): float => (float) $v['x'], iterator_to_array($objects[$k]->mesh->vertices->vertex, false));
        $y = array_map(fn ($v): float => (float) $v['y'], iterator_to_array($objects[$k]->mesh->vertices->vertex, false));
        [$left, $right, $front, $back] = boxAround($report['places'][$k]['outline']);
        expect([min($x), max($x), min($y), max($y)])->toEqualWithDelta([$left, $right, $front, $back], 1e-3);
    }
    // an outside library: no support nearer to a piece than asked, but at its tips
    $read = Wrenlo\Core\Format\MeshFormats::read(fopen($file, 'rb'), '3mf')->mesh;
    expect(count($read->tri))->toBeGreaterThan(100);
    $meshOf = function ($o): Mesh {
        $v = iterator_to_array($o->mesh->vertices->vertex, false);
        $t = iterator_to_array($o->mesh->triangles->triangle, false);

        return new Mesh(array_map(fn ($p): float => (float) $p['x'], $v), array_map(fn ($p): float => (float) $p['y'], $v), array_map(fn ($p): float => (float) $p['z'], $v), array_merge(...array_map(fn ($p): array => [(int) $p['v1'], (int) $p['v2'], (int) $p['v3']], $t)));
    };
    $shells = $meshOf($objects[2]);
    $low = [];
    foreach ($shells->z as $k => $z) {
        if ($z < 8.0) {
            array_push($low, $shells->x[$k], $shells->y[$k], $z);
        }
    }
    expect(min(Tests\Support\OutsideRays::nearest(Mesh::joined([$meshOf($objects[0]), $meshOf($objects[1])]), $low)))->toBeGreaterThan(0.7);
});

it('says so where they do not fit, and sets nothing that is not the person’s or has no stance', function () {
    $a = beamOnBench('beam.stl');
    $a->user->printers()->first()->update(['bed_x_mm' => 45.0, 'bed_y_mm' => 45.0]);
    expect(plateOf("pieces={$a->id}"))->toMatchArray(['places' => [], 'hours' => null])->and(plateOf("pieces={$a->id}")['failure'])->toContain('too large for a bed of 45 × 45 mm');
    $this->getJson("/plate/3mf?pieces={$a->id}")->assertUnprocessable()->assertJsonPath('errors.pieces.0', fn (string $why) => str_contains($why, 'too large for a bed of 45 × 45 mm'));
    $this->getJson('/plate/report?pieces=99999')->assertStatus(404);
    $this->getJson('/plate/report?pieces=1;2')->assertStatus(422);
    $this->getJson("/plate/report?pieces={$a->id}&way=glue")->assertStatus(422);
    $this->getJson("/plate/report?pieces={$a->id}&clearance_mm=0")->assertStatus(422);
    $page = $this->get('/plate')->assertOk()->viewData('page')['props'];
    expect(json_decode((string) json_encode($page['pieces']), true)[0])->toMatchArray(['id' => $a->id, 'name' => 'Beam'])->and($page['most'])->toBe(12);
    config(['wrenlo.accounts' => true]);
    $this->actingAs(Pieces::someone('tove@marsh.invalid'))->getJson("/plate/report?pieces={$a->id}")->assertStatus(404);
});
