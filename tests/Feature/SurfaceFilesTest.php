<?php

declare(strict_types=1);

use App\Actions\PaintMarks;
use App\Findings\Disk;
use App\Findings\Findings;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Surface as SurfaceKind;
use App\Findings\Lists;
use App\Models\MarkStep;
use App\Models\Piece;
use App\Plans\StanceChoice;
use App\Storage\Blobs;
use App\Storage\SketchFile;
use App\Storage\SurfaceFile;
use Illuminate\Support\Facades\DB;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mark\NearbyPicker;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\Estimates;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\StanceSketch;
use Wrenlo\Core\Sight\Display;

/** Writes lists to the disk of findings and opens them again. */
function throughDisk(Closure $writer): Lists
{
    Disk::put(str_repeat('b', 64), 'lists', $writer);

    return Lists::open((string) Disk::get(str_repeat('b', 64), 'lists'));
}

function surfaceOf(Piece $piece): SurfaceFile
{
    return new SurfaceFile(Lists::open((string) Findings::blobNow(Findings::now(SurfaceKind::class, Pieces::bench($piece)->subject()), 'surface')));
}

it('picks from the stored surface what it picks from the mesh', function () {
    $mesh = Database\Demo\Marsh::pod();
    $facets = Surface::ofFacets($mesh);
    $beyond = Neighbours::in($mesh);
    $patches = Patches::of($facets, $beyond);
    $file = new SurfaceFile(throughDisk(SurfaceFile::writer($facets, $beyond, $patches)));
    [$own, $stored, $nearby] = [new Picker($facets, $beyond), $file->picker(), new NearbyPicker($file->nearby())];
    expect($file->facets)->toBe($facets->count())->and($file->patches)->toBe(count($patches->seed));
    foreach ([0, 777, 4999] as $seed) {
        expect($stored->patch($seed)->facets())->toBe($own->patch($seed)->facets())
            ->and($nearby->patch($seed)->facets())->toBe($own->patch($seed)->facets())
            ->and($nearby->brush([[$seed, new Vec3($facets->cx[$seed], $facets->cy[$seed], $facets->cz[$seed])]], 4.0)->facets())->toBe($own->brush([[$seed, new Vec3($facets->cx[$seed], $facets->cy[$seed], $facets->cz[$seed])]], 4.0)->facets())
            ->and($stored->shell($seed)->count())->toBe($facets->count())
            ->and($file->normal($seed))->toEqualWithDelta([$facets->nx[$seed], $facets->ny[$seed], $facets->nz[$seed]], 1e-6);
    }
    foreach ([0, 1, count($patches->seed) - 1] as $number) {
        ['facets' => $list, 'areaMm2' => $area, 'seed' => $seed] = $file->patch($number);
        expect($list)->toBe(array_keys($patches->label, $number, true))->and($seed)->toBe($patches->seed[$number])->and($area)->toEqualWithDelta($patches->areaMm2[$number], 1e-3);
    }
    expect(array_sum($file->areas()))->toEqualWithDelta($facets->totalAreaMm2(), 1e-4 * $facets->totalAreaMm2());
});

it('takes a surface apart anew where its file is gone, cut off or damaged', function (Closure $harm) {
    $piece = Pieces::fromBytes(Solids::stl(Solids::cone(15, 40, 40)), 'cone.stl');
    $path = Disk::files()->path(Disk::path(SurfaceKind::key(Pieces::bench($piece)->subject()), 'surface'));
    $bytes = (string) file_get_contents($path);
    $harm($path, $bytes);
    $this->postJson("/pieces/{$piece->id}/marks", ['kind' => 'hide', 'tool' => 'patch', 'facets' => [0]])->assertOk();
    expect((string) file_get_contents($path))->toBe($bytes);
})->with([
    'gone' => [fn (string $path) => unlink($path)],
    'cut off' => [fn (string $path, string $bytes) => file_put_contents($path, substr($bytes, 0, intdiv(strlen($bytes), 2)))],
    'empty' => [fn (string $path) => file_put_contents($path, '')],
    'of another version' => [fn (string $path, string $bytes) => file_put_contents($path, substr_replace($bytes, pack('V', 9), 4, 4))],
    'with one bit turned' => [fn (string $path, string $bytes) => file_put_contents($path, substr_replace($bytes, chr(ord($bytes[900]) ^ 4), 900, 1))],
]);

it('reads a marked sketch back as it was: the hand measures what the search measured', function () {
    $mesh = Solids::boxes([[40, 40, 4, [-20, -20, 20]], [10, 10, 20, [-5, -5, 0]]]);
    $all = FacetSet::of(range(0, $mesh->triangleCount() - 1));
    $marks = Marks::none()->painted(MarkKind::MustSupport, FacetSet::of([4, 5]))->painted(MarkKind::NeverSupport, FacetSet::of([0, 1, 2, 3]))
        ->painted(MarkKind::Show, FacetSet::of([6, 7]))->painted(MarkKind::NoSeam, $all);
    $sketch = StanceSketch::of(StanceBasis::of($mesh, Display::facingMinusY(), marks: $marks));
    $back = SketchFile::read(throughDisk(SketchFile::writer($sketch)));
    expect($back)->toEqual($sketch)->and(array_keys($back->bins->more))->toBe(['clear', 'hold']);
    foreach ([[0, 0, 1], [0.36, 0.48, 0.8]] as $up) {
        expect((new Estimates($back, new StanceRules))->of(new Vec3(...$up)))->toEqual((new Estimates($sketch, new StanceRules))->of(new Vec3(...$up)));
    }
});

it('ranks with the marks it was asked to rank with, not with those painted since', function () {
    $mesh = Solids::boxes([[40, 40, 4, [-20, -20, 20]], [10, 10, 20, [-5, -5, 0]]]);
    $piece = Pieces::fromBytes(Solids::stl($mesh), 'table.stl');
    $scar = fn (): float => collect(stancesOf($piece))->firstWhere('origin', 'file')['numbers']['seen_scar_mm2'];
    $before = $scar();
    $this->postJson("/pieces/{$piece->id}/marks", ['kind' => 'hide', 'tool' => 'shell', 'facets' => [0]])->assertOk();
    expect($scar())->toBe($before)->and($before)->toBeGreaterThan(0.0);
    // a fresh ranking takes them in, an undo takes them out again
    decide($piece, 'stand', ['marks' => 'now']);
    expect($scar())->toBeLessThan($before);
    $plan = $piece->plan()->first();
    $this->put("/pieces/{$piece->id}/plans/{$plan->id}/position", ['by' => -1, 'version' => $plan->version])->assertSessionHasNoErrors();
    expect($scar())->toBe($before);
    // the stored numbers are those of the core with the same marks
    $bench = Pieces::bench($piece);
    $own = new StanceChoice(new Vec3(0, 0, 1));
    $proof = Proof::stance($bench->done(Proof::class, $bench->standing($own))->headline)->for($bench->profile());
    expect($proof->toArray())->toEqual((new Stances(StanceBasis::of(meshOf($piece), $bench->look()->display), new StanceRules))->proven(new Vec3(0, 0, 1))->toArray());
});

it('goes with the piece: marks, steps and files are gone when it is', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::box(4, 5, 6)), 'crate.stl');
    $this->postJson("/pieces/{$piece->id}/marks", ['kind' => 'show', 'tool' => 'shell', 'facets' => [0]])->assertOk();
    $this->postJson("/pieces/{$piece->id}/findings/thickness")->assertCreated();
    $folders = array_map(fn (string $key): string => dirname(Disk::path($key, 'x')), App\Models\Finding::query()->pluck('key')->all());
    expect(array_filter($folders, Disk::files()->exists(...)))->not->toBe([]);
    $this->delete("/pieces/{$piece->id}")->assertRedirect();
    foreach (['mark_sets', 'mark_steps', 'findings', 'plans', 'plan_decisions', 'plan_steps'] as $table) {
        expect(DB::table($table)->count())->toBe(0, $table);
    }
    expect(array_filter($folders, Disk::files()->exists(...)))->toBe([])->and(is_file(Blobs::path($piece->blob)))->toBeFalse();
});

it('keeps two hundred steps and goes back no further', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::sphere(10, 24)), 'ball.stl');
    $surface = surfaceOf($piece);
    $bench = fn () => Pieces::bench($piece);
    for ($n = 0; $n < 210; $n++) {
        PaintMarks::handle($bench(), MarkKind::Hide, false, FacetSet::of([$n]), $surface);
    }
    expect(MarkStep::query()->count())->toBe(200)->and($bench()->marks()->facetCount())->toBe(210);
    for ($n = 0; $n < 230; $n++) {
        PaintMarks::step($bench(), $surface, -1);
    }
    expect($bench()->marks()->facetCount())->toBe(10);
    for ($n = 0; $n < 230; $n++) {
        PaintMarks::step($bench(), $surface, 1);
    }
    expect($bench()->marks()->facetCount())->toBe(210);
});
