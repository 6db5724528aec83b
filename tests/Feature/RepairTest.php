<?php

declare(strict_types=1);

use App\Models\Piece;
use App\Storage\Blobs;
use App\Storage\StageFile;
use Tests\Support\MeshFiles;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Mesh\Mesh;

/** A box of 20 × 30 × 40 without its last facet and with the first one turned round. */
function brokenBox(): string
{
    $box = Solids::box(20, 30, 40);
    $tri = array_slice($box->tri, 0, -3);
    [$tri[1], $tri[2]] = [$tri[2], $tri[1]];

    return MeshFiles::bytes(new Mesh($box->x, $box->y, $box->z, $tri), 'stl');
}

function pieceOf(string $bytes, string $name): Piece
{
    return Pieces::fromBytes($bytes, $name);
}

it('offers repairs with counts and facets, applies the chosen ones, and takes them back', function () {
    $piece = pieceOf(brokenBox(), 'crate.stl');
    expect($piece->offers)->toBe(['winding' => 1, 'holes' => 1])->and($piece->watertight)->toBeFalse();
    $offers = $this->get("/pieces/{$piece->id}")->assertOk()->inertiaProps('bench')['mesh']['offers'];
    expect(array_column($offers, 'applied', 'key'))->toBe(['winding' => false, 'holes' => false]);
    $mask = $this->get($offers[0]['facets'])->assertOk()->streamedContent();
    expect(substr($mask, 12))->toBe("\xFF".str_repeat("\0", 10));
    $this->get("/pieces/{$piece->id}/repair?key=polish")->assertNotFound();

    $this->patch("/pieces/{$piece->id}", ['repairs' => ['holes', 'winding']])->assertSessionHasNoErrors();
    $piece->refresh();
    expect($piece->watertight)->toBeTrue()->and($piece->offers)->toBe([])
        ->and($piece->report['volume_mm3'])->toEqualWithDelta(24000.0, 1e-6);
    expect(array_column($this->get("/pieces/{$piece->id}")->inertiaProps('bench')['mesh']['offers'], 'applied', 'key'))->toBe(['winding' => true, 'holes' => true]);

    $this->patch("/pieces/{$piece->id}", ['repairs' => []])->assertSessionHasNoErrors();
    expect($piece->refresh()->watertight)->toBeFalse()->and($piece->offers)->toBe(['winding' => 1, 'holes' => 1]);
    $this->patch("/pieces/{$piece->id}", ['repairs' => ['polish']])->assertSessionHasErrors('repairs.0');
});

it('mirrors and scales without touching the file', function () {
    $piece = pieceOf(MeshFiles::bytes(Solids::box(20, 30, 40, [5, 0, 0]), 'obj'), 'crate.obj');
    $blob = $piece->blob;
    $this->patch("/pieces/{$piece->id}", ['mirror' => 'x', 'scale' => 2])->assertSessionHasNoErrors();
    expect($piece->refresh()->report['bbox_mm'])->toEqual([[-50.0, 0.0, 0.0], [-10.0, 60.0, 80.0]])->and($piece->blob)->toBe($blob)->and($piece->watertight)->toBeTrue();
    $this->patch("/pieces/{$piece->id}", ['mirror' => 'w'])->assertSessionHasErrors('mirror');
});

it('makes pieces of parts and of shells', function () {
    $boxes = MeshFiles::bytes(Solids::boxes([[10, 10, 10, [0, 0, 0]], [4, 4, 4, [30, 0, 0]]]), 'obj');
    $lines = explode("\n", trim($boxes));
    $facets = array_keys(array_filter($lines, fn (string $l) => str_starts_with($l, 'f ')));
    array_splice($lines, $facets[12], 0, ['o Right wing']);
    array_splice($lines, $facets[0], 0, ['o Left wing']);
    $piece = pieceOf(implode("\n", $lines)."\n", 'wings.obj');
    expect($piece->parts)->toBe(['Left wing', 'Right wing'])->and($piece->report['shells'])->toBe(2);
    $this->post("/pieces/{$piece->id}/split", ['by' => 'parts'])->assertRedirect(route('cabinet'));
    expect(Piece::query()->whereKeyNot($piece->id)->oldest('id')->pluck('name')->all())->toBe(['Left wing', 'Right wing'])
        ->and(Piece::query()->where('name', 'Left wing')->first()->report['volume_mm3'])->toEqualWithDelta(1000.0, 1e-6);
    $this->post("/pieces/{$piece->id}/split", ['by' => 'shells'])->assertRedirect(route('cabinet'));
    expect(Piece::query()->where('name', 'Wings 2')->first()->report['volume_mm3'])->toEqualWithDelta(64.0, 1e-6)
        ->and(Piece::query()->count())->toBe(5);
    $whole = pieceOf(MeshFiles::bytes(Solids::box(1, 2, 3), 'stl'), 'one.stl');
    $this->post("/pieces/{$whole->id}/split", ['by' => 'shells'])->assertSessionHasErrors(['by' => 'The mesh is one shell.']);
    $this->post("/pieces/{$whole->id}/split", ['by' => 'parts'])->assertSessionHasErrors(['by' => 'The file sets no parts apart.']);
});

it('repairs from the command line', function () {
    $in = Solids::file(brokenBox());
    $out = sys_get_temp_dir().'/wrenlo-repaired-'.getmypid().'.3mf';
    $result = wrenlo('repair', ['file' => $in, '--do' => 'winding,holes', '--out' => $out]);
    expect($result['could'])->toBe(['winding' => 1, 'holes' => 1])->and($result['done'])->toBe(['winding' => 1, 'holes' => 1])
        ->and($result['before']['watertight'])->toBeFalse()->and($result['after']['watertight'])->toBeTrue()
        ->and(wrenlo('inspect', ['file' => $out])['volume_mm3'])->toEqualWithDelta(24000.0, 1e-3);
    unlink($out);
    expect(wrenlo('repair', ['file' => $in])['done'])->toBe([]);
});

it('draws a mesh that is too large for the stage simplified, with measures that follow', function () {
    $mesh = Solids::sphere(20, 560); // about 313,000 facets
    StageFile::putGeometry('test-large', $mesh);
    $map = StageFile::map('test-large');
    $head = unpack('Vversion/Vvertices/Vtriangles', file_get_contents(Blobs::derivedPath('test-large/geometry.bin')), 4);
    expect($mesh->triangleCount())->toBeGreaterThan(StageFile::MOST_FACETS)
        ->and($head['triangles'])->toBeLessThanOrEqual(StageFile::MOST_FACETS)->toBe(count($map['source']))
        ->and(count($map['owner']))->toBe($mesh->triangleCount());
    StageFile::putMeasure('test-large', 'test-large/half.bin', array_map(fn (int $f) => $f % 2 === 0 ? 1.0 : 0.0, range(0, $mesh->triangleCount() - 1)));
    $bytes = substr((string) file_get_contents(Blobs::derivedPath('test-large/half.bin')), 12);
    expect(strlen($bytes))->toBe($head['triangles'])->and(ord($bytes[7]))->toBe($map['source'][7] % 2 === 0 ? 255 : 0);
});
