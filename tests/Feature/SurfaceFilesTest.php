<?php

declare(strict_types=1);

use App\Actions\LoadStances;
use App\Actions\LoadSurface;
use App\Jobs\ProveFinalists;
use App\Models\Candidate;
use App\Storage\BasisFile;
use App\Storage\Blobs;
use App\Storage\SurfaceFile;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;

it('picks from the stored surface what it picks from the mesh', function () {
    $mesh = Database\Demo\Marsh::pod();
    $facets = Surface::ofFacets($mesh);
    $beyond = Neighbours::in($mesh);
    $patches = Patches::of($facets, $beyond);
    SurfaceFile::put('surface-test', $facets, $beyond, $patches);
    $file = SurfaceFile::open('surface-test');
    [$own, $stored] = [new Picker($facets, $beyond), $file->picker()];
    expect($file->facets)->toBe($facets->count())->and($file->patches)->toBe(count($patches->seed));
    foreach ([0, 777, 4999] as $seed) {
        expect($stored->patch($seed)->facets())->toBe($own->patch($seed)->facets())
            ->and($stored->shell($seed)->count())->toBe($facets->count())
            ->and($file->normal($seed))->toEqualWithDelta([$facets->nx[$seed], $facets->ny[$seed], $facets->nz[$seed]], 1e-6);
    }
    foreach ([0, 1, count($patches->seed) - 1] as $number) {
        ['facets' => $list, 'areaMm2' => $area, 'seed' => $seed] = $file->patch($number);
        expect($list)->toBe(array_keys($patches->label, $number, true))->and($seed)->toBe($patches->seed[$number])->and($area)->toEqualWithDelta($patches->areaMm2[$number], 1e-3);
    }
    expect(array_sum($file->areas()))->toEqualWithDelta($facets->totalAreaMm2(), 1e-4 * $facets->totalAreaMm2());
});

it('refuses a surface of another version, and takes it apart anew where there is none', function () {
    $piece = Pieces::analysed();
    $key = $piece->derivedFolder().'/surface.bin';
    expect(Blobs::hasDerived($key))->toBeTrue();
    $bytes = (string) file_get_contents(Blobs::derivedPath($key));
    Blobs::putDerived($key, substr_replace($bytes, pack('V', 9), 4, 4));
    expect(fn () => LoadSurface::for($piece))->toThrow(UnexpectedValueException::class, 'another version');
    unlink(Blobs::derivedPath($key));
    expect(LoadSurface::for($piece)->facets)->toBe($piece->triangles)->and((string) file_get_contents(Blobs::derivedPath($key)))->toBe($bytes);
});

it('reads a marked basis back as it was: the hand measures what the search measured', function () {
    $mesh = Solids::boxes([[40, 40, 4, [-20, -20, 20]], [10, 10, 20, [-5, -5, 0]]]);
    $all = FacetSet::of(range(0, $mesh->triangleCount() - 1));
    $marks = Marks::none()->painted(MarkKind::MustSupport, FacetSet::of([4, 5]))->painted(MarkKind::NeverSupport, FacetSet::of([0, 1, 2, 3]))
        ->painted(MarkKind::Show, FacetSet::of([6, 7]))->painted(MarkKind::NoSeam, $all);
    $basis = StanceBasis::of($mesh, Display::facingMinusY(), new PrintProfile, marks: $marks);
    BasisFile::put('marked-basis', $basis);
    foreach ([BasisFile::full('marked-basis', new PrintProfile), BasisFile::sketch('marked-basis', new PrintProfile)] as $k => $back) {
        [$own, $stored] = [new Stances($basis, new StanceRules), new Stances($back, new StanceRules)];
        foreach ([[0, 0, 1], [0.36, 0.48, 0.8]] as $up) {
            $up = new Vec3(...$up);
            expect($stored->estimate($up)->toArray())->toEqual($own->estimate($up)->toArray());
            $k === 0 && expect($stored->proven($up)->toArray())->toEqual($own->proven($up)->toArray());
        }
    }
    $full = BasisFile::full('marked-basis', new PrintProfile);
    expect($full->marks)->toEqual($marks)->and($full->wishes)->toBe($basis->wishes)->and($full->clearArea)->toBe($basis->clearArea)
        ->and($full->holdArea)->toBe($basis->holdArea)->and($full->coarseSeen)->toBe($basis->coarseSeen)->and(max($full->seen))->toBe(3.0);
});

it('proves later finalists with the marks the ranking was made with, not with those painted since', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::boxes([[40, 40, 4, [-20, -20, 20]], [10, 10, 20, [-5, -5, 0]]])), 'table.stl');
    $own = $piece->analysis->candidates()->where('origin', 'file')->firstOrFail();
    $before = $own->metrics();
    $this->postJson("/pieces/{$piece->id}/marks", ['kind' => 'hide', 'tool' => 'shell', 'facets' => [0]])->assertOk();
    Candidate::query()->whereKey($own->id)->update(['score_strip' => null, 'seen_scar_mm2' => -1]);
    (new ProveFinalists($piece->analysis->id))->handle();
    expect($own->refresh()->seen_scar_mm2)->toEqualWithDelta($before->seenScarMm2, 1e-9)->and($before->seenScarMm2)->toBeGreaterThan(0.0);
    expect(LoadStances::for($piece->analysis->fresh())->basis->marks->isEmpty())->toBeTrue();
    // a fresh ranking takes them in
    $this->post("/pieces/{$piece->id}/analysis");
    $again = $piece->fresh()->analysis->candidates()->where('origin', 'file')->firstOrFail();
    expect($again->seen_scar_mm2)->toBeLessThan($before->seenScarMm2);
});

it('goes with the piece: marks, steps and files are gone when it is', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::box(4, 5, 6)), 'crate.stl');
    $this->postJson("/pieces/{$piece->id}/marks", ['kind' => 'show', 'tool' => 'shell', 'facets' => [0]])->assertOk();
    $this->postJson("/pieces/{$piece->id}/thickness")->assertCreated();
    $folder = $piece->derivedFolder();
    expect(Blobs::hasDerived("{$folder}/surface.bin"))->toBeTrue()->and(Blobs::hasDerived("{$folder}/thickness.bin"))->toBeTrue();
    $this->delete("/pieces/{$piece->id}")->assertRedirect();
    foreach (['mark_sets', 'mark_steps', 'thickness_runs'] as $table) {
        expect(Illuminate\Support\Facades\DB::table($table)->count())->toBe(0);
    }
    expect(Blobs::hasDerived("{$folder}/surface.bin"))->toBeFalse()->and(Blobs::hasDerived("{$folder}/thickness.bin"))->toBeFalse();
});

it('keeps two hundred steps and goes back no further', function () {
    $piece = Pieces::fromBytes(Solids::stl(Solids::sphere(10, 24)), 'ball.stl');
    $areas = LoadSurface::for($piece)->areas();
    for ($n = 0; $n < 210; $n++) {
        App\Actions\PaintMarks::handle($piece, MarkKind::Hide, false, FacetSet::of([$n]), $areas);
    }
    expect(App\Models\MarkStep::query()->count())->toBe(200)->and($piece->marks()->facetCount())->toBe(210);
    for ($n = 0; $n < 230; $n++) {
        App\Actions\PaintMarks::undo($piece, $areas);
    }
    expect($piece->marks()->facetCount())->toBe(10);
    for ($n = 0; $n < 230; $n++) {
        App\Actions\PaintMarks::redo($piece, $areas);
    }
    expect($piece->marks()->facetCount())->toBe(210);
});
