<?php

declare(strict_types=1);

use App\Enums\FindingState;
use App\Findings\Findings;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\Sight;
use App\Models\Piece;
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
    expect(reportOf($piece)['watertight'])->toBeFalse();
    $offers = pageOf($piece, 'look')['mesh']['offers'];
    expect(array_column($offers, 'applied', 'key'))->toBe(['winding' => false, 'holes' => false]);
    $mask = $this->get($offers[0]['facets'])->assertOk()->getContent();
    expect(substr($mask, 12))->toBe("\xFF".str_repeat("\0", 10));
    $this->get(str_replace('repair-', 'repair-polish-', $offers[0]['facets']))->assertNotFound();

    decide($piece, 'look', ['recipe' => ['repairs' => ['holes', 'winding']]])->assertSessionHasNoErrors();
    expect(reportOf($piece)['watertight'])->toBeTrue()->and(reportOf($piece)['volume_mm3'])->toEqualWithDelta(24000.0, 1e-6);
    expect(array_column(pageOf($piece, 'look')['mesh']['offers'], 'applied', 'key'))->toBe(['winding' => true, 'holes' => true]);

    decide($piece, 'look', ['recipe' => ['repairs' => []]])->assertSessionHasNoErrors();
    expect(reportOf($piece)['watertight'])->toBeFalse()->and(array_column(pageOf($piece, 'look')['mesh']['offers'], 'count', 'key'))->toBe(['winding' => 1, 'holes' => 1]);
    decide($piece, 'look', ['recipe' => ['repairs' => ['polish']]])->assertSessionHasErrors('recipe.repairs.0');
});

it('mirrors and scales without touching the file', function () {
    $piece = pieceOf(MeshFiles::bytes(Solids::box(20, 30, 40, [5, 0, 0]), 'obj'), 'crate.obj');
    $blob = $piece->blob;
    decide($piece, 'look', ['recipe' => ['mirror' => 'x', 'scale' => 2]])->assertSessionHasNoErrors();
    expect(reportOf($piece)['bbox_mm'])->toEqual([[-50.0, 0.0, 0.0], [-10.0, 60.0, 80.0]])->and($piece->blob)->toBe($blob)->and(reportOf($piece)['watertight'])->toBeTrue();
    decide($piece, 'look', ['recipe' => ['mirror' => 'w']])->assertSessionHasErrors('recipe.mirror');
});

it('makes pieces of parts and of shells', function () {
    $boxes = MeshFiles::bytes(Solids::boxes([[10, 10, 10, [0, 0, 0]], [4, 4, 4, [30, 0, 0]]]), 'obj');
    $lines = explode("\n", trim($boxes));
    $facets = array_keys(array_filter($lines, fn (string $l) => str_starts_with($l, 'f ')));
    array_splice($lines, $facets[12], 0, ['o Right wing']);
    array_splice($lines, $facets[0], 0, ['o Left wing']);
    $piece = pieceOf(implode("\n", $lines)."\n", 'wings.obj');
    expect(pageOf($piece, 'look')['mesh']['parts'])->toBe(['Left wing', 'Right wing'])->and(reportOf($piece)['shells'])->toBe(2);
    $this->post("/pieces/{$piece->id}/split", ['by' => 'parts'])->assertRedirect(route('cabinet'));
    expect(Piece::query()->whereKeyNot($piece->id)->oldest('id')->pluck('name')->all())->toBe(['Left wing', 'Right wing'])
        ->and(reportOf(Piece::query()->where('name', 'Left wing')->first())['volume_mm3'])->toEqualWithDelta(1000.0, 1e-6);
    $this->post("/pieces/{$piece->id}/split", ['by' => 'shells'])->assertRedirect(route('cabinet'));
    expect(reportOf(Piece::query()->where('name', 'Wings 2')->first())['volume_mm3'])->toEqualWithDelta(64.0, 1e-6)
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
    // a facet that is there twice hides a hole in what one repair alone would count: in turn, what could be done is what was
    $twice = Solids::file(Solids::stl(new Mesh(...array_values(array_replace(get_object_vars($box = Solids::box(10, 10, 10)), ['tri' => [...array_slice($box->tri, 3), ...array_slice($box->tri, 3, 3)]])))));
    $all = wrenlo('repair', ['file' => $twice, '--do' => 'duplicate,winding,holes']);
    expect($all['done'])->toBe(['duplicate' => 1, 'winding' => 0, 'holes' => 1])
        ->and(array_intersect_key($all['could'], $all['done']))->toBe(array_filter($all['done']))
        ->and($all['after']['watertight'])->toBeTrue();
});

it('says of facets that lie over each other that they cannot be measured, and which repair helps', function () {
    $facet = "facet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 10 0 5\nvertex 0 10 5\nendloop\nendfacet\n";
    $piece = pieceOf("solid shoal\n".str_repeat($facet, 2000).'endsolid shoal', 'shoal.stl');
    $sight = Findings::existing(Sight::class, Pieces::bench($piece)->subject());
    expect($sight?->state)->toBe(FindingState::Failed)->and($sight->failure_code)->toBe('unmeasurable')->and($sight->failure)->toContain('306 times')
        ->and(reportOf($piece)['duplicate_facets'])->toBe(1999);
    decide($piece, 'look', ['recipe' => ['repairs' => ['duplicate']]])->assertSessionHasNoErrors();
    expect(Findings::existing(Sight::class, Pieces::bench($piece->refresh())->subject())?->state)->toBe(FindingState::Done)->and(reportOf($piece)['triangles'])->toBe(1);
});

it('draws a mesh that is too large for the stage simplified, with measures that follow', function () {
    $mesh = Solids::sphere(20, 560); // about 313,000 facets
    $piece = Pieces::waiting(bytes: Solids::stl($mesh), name: 'ball.stl');
    $subject = Pieces::bench($piece)->subject();
    $report = Findings::now(Report::class, $subject);
    $source = StageFile::map($subject);
    $head = unpack('Vversion/Vvertices/Vtriangles', (string) Findings::blob($report, 'geometry'), 4);
    expect($mesh->triangleCount())->toBeGreaterThan(StageFile::MOST_FACETS)
        ->and($head['triangles'])->toBeLessThanOrEqual(StageFile::MOST_FACETS)->toBe(count($source));
    $stream = fopen('php://memory', 'w+b');
    StageFile::measure(array_map(fn (int $f) => $f % 2 === 0 ? 1.0 : 0.0, range(0, $mesh->triangleCount() - 1)), $source)($stream);
    $bytes = (string) stream_get_contents($stream, -1, 12);
    expect(strlen($bytes))->toBe($head['triangles'])->and(ord($bytes[7]))->toBe($source[7] % 2 === 0 ? 255 : 0);
});
