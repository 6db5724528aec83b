<?php

declare(strict_types=1);

use Tests\Support\Solids;
use Wrenlo\Core\Format\Obj\ObjReader;
use Wrenlo\Core\Format\Ply\PlyReader;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mark\MarksFile;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\EarClipping;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Repair\FlipShells;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;
use Wrenlo\Core\Mesh\Repair\OrientWindings;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\UnitGuess;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;
use Wrenlo\Core\Thin\Member;

// Every limit from both sides: the last value that is taken, the first that is refused.

it('takes what is just within a limit', function (callable $make) {
    expect($make())->not->toBeNull();
})->with([
    'a short direction' => [fn () => (new Vec3(1.01e-12, 0, 0))->unit()], 'three numbers' => [fn () => Vec3::fromText(' 1, -2.5 ,3e2')],
    'a triangle' => [fn () => new Mesh([0, 1, 0], [0, 0, 1], [0, 0, 0], [0, 1, 2])], 'a recipe' => [fn () => new MeshRecipe(1e-6, 'x', ['holes'])],
    'runs' => [fn () => FacetSet::fromRuns([0, 2, 3, 7], 10)], 'all facets' => [fn () => FacetSet::fromRuns([0, 10], 10)], 'no runs' => [fn () => FacetSet::fromRuns([], 10)],
    'thin layers' => [fn () => new StanceRules(0.02)], 'thick layers' => [fn () => new StanceRules(1.0)], 'nearly a wall' => [fn () => new StanceRules(0.2, 0.001)], 'nearly a ceiling' => [fn () => new StanceRules(0.2, 89.99)],
    'narrow' => [fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), DisplayMode::Shelf, 10.0, -60.0)], 'all around' => [fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), DisplayMode::Shelf, 180.0, 80.0)],
    'a front nearly up' => [fn () => new Display(new Vec3(0, 0, 1), new Vec3(2e-6, 0, 1))], 'the first facet' => [fn () => pickerOfABox()->shell(0)], 'the last facet' => [fn () => pickerOfABox()->shell(11)],
    'a slow machine' => [fn () => new PrintProfile(wallMmPerS: 1e-9)],
]);

it('refuses what is just beyond it, in a sentence', function (callable $make, string $sentence) {
    expect($make)->toThrow(InvalidArgumentException::class, $sentence);
})->with([
    'x of a vector' => [fn () => new Vec3(INF, 0, 0), 'three finite numbers'], 'y of a vector' => [fn () => new Vec3(0, NAN, 0), 'three finite numbers'], 'z of a vector' => [fn () => new Vec3(0, 0, -INF), 'three finite numbers'],
    'too short' => [fn () => (new Vec3(0, 0.99e-12, 0))->unit(), 'a length above zero'], 'two numbers' => [fn () => Vec3::fromText('1,2'), 'three numbers separated by commas'], 'four numbers' => [fn () => Vec3::fromText('1,2,3,4'), 'three numbers separated by commas'], 'a word' => [fn () => Vec3::fromText('1,up,3'), 'three numbers separated by commas'],
    'nothing' => [fn () => new Mesh([], [], [], []), 'at least one triangle'], 'two corners' => [fn () => new Mesh([0, 1], [0, 1], [0, 1], [0, 1]), 'three corners a triangle'], 'one y too few' => [fn () => new Mesh([0, 1, 0], [0, 0], [0, 0, 0], [0, 1, 1]), 'three coordinates a vertex'], 'one z too many' => [fn () => new Mesh([0, 1, 0], [0, 0, 1], [0, 0, 0, 0], [0, 1, 2]), 'three coordinates a vertex'],
    'a corner that is not there' => [fn () => new Mesh([0, 1, 0], [0, 0, 1], [0, 0, 0], [0, 1, 3]), 'beyond the 3 vertices'], 'a corner below none' => [fn () => new Mesh([0, 1, 0], [0, 0, 1], [0, 0, 0], [0, 1, -1]), 'beyond the 3 vertices'],
    'not finite in x' => [fn () => new Mesh([0, NAN, 0], [0, 0, 1], [0, 0, 0], [0, 1, 2]), 'three finite'], 'not finite in z' => [fn () => new Mesh([0, 1, 0], [0, 0, 1], [0, 0, INF], [0, 1, 2]), 'three finite'],
    'a vertex of a builder' => [fn () => (new MeshBuilder)->vertex(0, NAN, 0), 'three finite'], 'its z' => [fn () => (new MeshBuilder)->vertex(0, 0, INF), 'three finite'], 'an empty builder' => [fn () => (new MeshBuilder)->build(), 'at least one triangle'],
    'a scale of zero' => [fn () => new MeshRecipe(0.0), 'above zero'], 'an endless scale' => [fn () => new MeshRecipe(INF), 'above zero'], 'a mirror across w' => [fn () => new MeshRecipe(1.0, 'w'), 'x, y or z'], 'a mirror of no kind' => [fn () => new MeshRecipe(1.0, '0'), 'x, y or z'],
    'runs in a dictionary' => [fn () => FacetSet::fromRuns(['a' => 0, 'b' => 2], 10), 'pairs'], 'half a run' => [fn () => FacetSet::fromRuns([0, 2, 5], 10), 'pairs'], 'a run of none' => [fn () => FacetSet::fromRuns([0, 0], 10), 'Run 1 '], 'runs that touch' => [fn () => FacetSet::fromRuns([0, 2, 2, 3], 10), 'Run 2 '], 'runs that go back' => [fn () => FacetSet::fromRuns([4, 2, 0, 1], 10), 'Run 2 '],
    'a run too long' => [fn () => FacetSet::fromRuns([0, 11], 10), 'Run 1 '], 'a run past the end' => [fn () => FacetSet::fromRuns([0, 1, 8, 3], 10), 'Run 2 '], 'a run of words' => [fn () => FacetSet::fromRuns([0, '2'], 10), 'Run 1 '], 'a run from before' => [fn () => FacetSet::fromRuns([-1, 2], 10), 'Run 1 '], 'a run from half' => [fn () => FacetSet::fromRuns([0.5, 2], 10), 'Run 1 '],
    'layers too thin' => [fn () => new StanceRules(0.0199), '0.02 and 1 mm'], 'layers too thick' => [fn () => new StanceRules(1.001), '0.02 and 1 mm'], 'a wall' => [fn () => new StanceRules(0.2, 0.0), 'a wall'], 'a ceiling' => [fn () => new StanceRules(0.2, 90.0), 'a ceiling'],
    'too narrow' => [fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), DisplayMode::Shelf, 9.9), '10° to 180°'], 'too wide' => [fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), DisplayMode::Shelf, 181.0), '10° to 180°'], 'eyes too low' => [fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), DisplayMode::Shelf, null, -61.0), '60° below'], 'eyes too high' => [fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, -1, 0), DisplayMode::Shelf, null, 81.0), '80° above'],
    'a front up' => [fn () => new Display(new Vec3(0, 0, 1), new Vec3(0.9e-6, 0, 1)), 'beside the piece'], 'facet 12 of a box' => [fn () => pickerOfABox()->shell(12), 'There is no facet 12; the mesh has 12'], 'facet -1' => [fn () => pickerOfABox()->patch(-1), 'There is no facet -1'], 'a brush on facet 12' => [fn () => pickerOfABox()->brush([[12, new Vec3(0, 0, 0)]], 1.0), 'There is no facet 12'],
    'an unknown mark' => [fn () => Marks::fromArray(['gild' => [0, 1]], 12), 'no mark called “gild”'], 'a mark that is no list' => [fn () => Marks::fromArray(['show' => 3], 12), 'no mark called “show”'],
    'no file of marks' => [fn () => MarksFile::read('{"wrenlo_marks":2,"sha256":"a","facets":12,"marks":{}}', 'a', 12), 'in a version that Wrenlo reads'], 'no marks in it' => [fn () => MarksFile::read('{"wrenlo_marks":1,"sha256":"a","facets":12}', 'a', 12), 'in a version'], 'no JSON' => [fn () => MarksFile::read('x', 'a', 12), 'in a version'],
    'marks of another file' => [fn () => MarksFile::read('{"wrenlo_marks":1,"sha256":"b","facets":12,"marks":{}}', 'a', 12), 'on another file'], 'marks of another mesh' => [fn () => MarksFile::read('{"wrenlo_marks":1,"sha256":"a","facets":1234,"marks":{}}', 'a', 12), 'another number of facets'],
    'an unknown criterion' => [fn () => Weights::of(['step' => 1, 'glitter' => 2]), 'no criterion called “glitter”'], 'an unknown repair' => [fn () => MeshRepairs::apply(Solids::box(1, 1, 1), ['gild']), 'There is no repair “gild”; there are weld,'],
    ...array_map(static fn (string $name): array => [static fn () => new PrintProfile(...[$name => 0.0]), 'must be above zero'], ['nozzleMm' => 'nozzleMm', 'lineMm' => 'lineMm', 'zStepMm' => 'zStepMm', 'bedXMm' => 'bedXMm', 'bedYMm' => 'bedYMm', 'bedZMm' => 'bedZMm', 'densityGPerCm3' => 'densityGPerCm3', 'wallMmPerS' => 'wallMmPerS', 'skinMmPerS' => 'skinMmPerS', 'infillMmPerS' => 'infillMmPerS', 'supportMmPerS' => 'supportMmPerS']),
]);

function pickerOfABox(): Picker
{
    $box = Solids::box(2, 3, 4);

    return new Picker(Surface::ofFacets($box), Neighbours::in($box));
}

it('counts the triangles of polygons before it makes them', function (string $ending, string $text) {
    $read = function (int $most) use ($ending, $text): int {
        $stream = fopen('php://memory', 'w+b');
        fwrite($stream, $text);
        rewind($stream);

        return ($ending === 'obj' ? ObjReader::class : PlyReader::class)::read($stream, $most)->mesh->triangleCount();
    };
    expect($read(9))->toBe(9)->and(fn () => $read(8))->toThrow(UnreadableMesh::class, 'holds 9 triangles; Wrenlo reads up to 8');
})->with([
    'obj' => ['obj', implode('', array_map(fn (int $k): string => sprintf("v %.6f %.6f 0\n", cos($k), sin($k)), range(0, 5)))."f 1 2 3 4 5 6\nf 1 2 3\nf 1 3 4 5 6 2\n"],
    'ply' => ['ply', "ply\nformat ascii 1.0\nelement vertex 6\nproperty float x\nproperty float y\nproperty float z\nelement face 3\nproperty list uchar int vertex_indices\nend_header\n".implode('', array_map(fn (int $k): string => sprintf("%.6f %.6f 0\n", cos($k), sin($k)), range(0, 5)))."6 0 1 2 3 4 5\n3 0 1 2\n6 0 2 3 4 5 1\n"],
]);

it('makes a strip agree whichever edges its facets share', function () {
    mt_srand(9);
    for ($n = 0; $n < 40; $n++) {
        $tri = [];
        $wrong = 0;
        for ($k = 0; $k < 12; $k++) {
            $t = $k % 2 ? [$k + 1, $k, $k + 2] : [$k, $k + 1, $k + 2];
            $turn = mt_rand(0, 2);
            $t = [...array_slice($t, $turn), ...array_slice($t, 0, $turn)];
            if (mt_rand(0, 2) === 0) {
                $wrong++;
                $t = [$t[0], $t[2], $t[1]];
            }
            array_push($tri, ...$t);
        }
        $mesh = new Mesh(array_map(fn (int $k): float => $k / 2, range(0, 13)), array_map(fn (int $k): float => $k % 2, range(0, 13)), array_fill(0, 14, 0.0), $tri);
        $turned = OrientWindings::apply($mesh);
        expect(MeshInspector::inspect($turned->mesh)->topology->flippedEdges)->toBe(0)->and($turned->count)->toBe(min($wrong, 12 - $wrong));
    }
});

it('says what is wrong with a file, with the place', function (UnreadableMesh $e, string $reason, string $sentence) {
    expect($e->reason)->toBe($reason)->and($e->getMessage())->toBe($sentence);
})->with([
    [UnreadableMesh::expandsBeyond('a.xml', 300_000_000), 'too_large', 'The part “a.xml” unpacks to more than 300 MB: Wrenlo stops there.'],
    [UnreadableMesh::hasTooMany(1_300_000, 1_200_000), 'too_large', 'The file holds 1,300,000 triangles; Wrenlo reads up to 1,200,000. Reduce the mesh in the program it was made with: on a print a facet below the line width cannot be seen.'],
    [UnreadableMesh::expected('a number', str_repeat('é', 3).'abcdefghijklmnopqrstuvwxyz', 7), 'syntax', 'Line 7: “······abcdefghijklmnopq…” stands where a number should.'],
    [UnreadableMesh::reachesTooFar('z', -3.4e12), 'too_far', 'A corner lies at z = -3.4e+12: no piece is that large, so the file is damaged.'],
    [UnreadableMesh::isCutOff(1300, 2484, 48), 'truncated', 'The file ends at byte 1,300, but its header announces 48 triangles, which need 2,484 bytes: it was cut off on the way or the count at byte 80 is wrong.'],
    [UnreadableMesh::hasCorners(5, 1200, 9), 'syntax', 'Facet 1,200 (line 9) has 5 corners: a facet in this format has three.'], [UnreadableMesh::hasABadNumber(1200, 'line 9'), 'not_a_number', 'A corner of facet 1,200 (line 9) is not a finite number.'],
]);

it('cuts a star of any size into triangles that cover it once', function (float $size) {
    mt_srand(3);
    for ($n = 0; $n < 60; $n++) {
        $count = mt_rand(5, 14);
        $x = $y = [];
        for ($k = 0; $k < $count; $k++) {
            $r = $size * mt_rand(20, 100) / 100;
            [$x[], $y[]] = [$r * cos(2 * M_PI * $k / $count) + 7, $r * sin(2 * M_PI * $k / $count) - 3];
        }
        $area = static fn (array $p): float => array_sum(array_map(static fn (int $k): float => ($x[$p[$k]] * $y[$p[($k + 1) % count($p)]] - $x[$p[($k + 1) % count($p)]] * $y[$p[$k]]) / 2, array_keys($p)));
        $cut = array_chunk(EarClipping::triangles(range(0, $count - 1), $x, $y, array_fill(0, $count, 1.0)), 3);
        $areas = array_map($area, $cut);
        expect($cut)->toHaveCount($count - 2)->and(min($areas))->toBeGreaterThanOrEqual(-1e-9 * $size ** 2)->and(array_sum($areas))->toEqualWithDelta($area(range(0, $count - 1)), 1e-9 * $size ** 2);
    }
})->with([0.01, 1.0, 100.0]);

it('turns the shells that face inwards, and leaves a hollow hollow', function () {
    // a block with a hollow in it; around it, to every side, blocks that face inwards; one in the hollow that does not
    $at = [[-90, 0, 0], [90, 0, 0], [0, -90, 0], [0, 90, 0], [0, 0, -90], [0, 0, 90], [70, 70, 70], [-70, -70, -70], [60, -60, 10]];
    $mesh = Solids::boxes([[40, 40, 40, [0, 0, 0]], [30, 30, 30, [5, 5, 5]], ...array_map(static fn (array $a): array => [8, 9, 10, $a], $at)]);
    $tri = $mesh->tri;
    for ($f = 12; $f < 24 + 12 * count($at); $f++) {
        [$tri[3 * $f + 1], $tri[3 * $f + 2]] = [$tri[3 * $f + 2], $tri[3 * $f + 1]];
    }
    $turned = FlipShells::apply(new Mesh($mesh->x, $mesh->y, $mesh->z, $tri));
    expect($turned->count)->toBe(count($at))->and(MeshInspector::inspect($turned->mesh)->volumeMm3)->toEqualWithDelta(40 ** 3 - 30 ** 3 + count($at) * 720, 1e-6);
});

it('reckons with vectors', function () {
    $a = new Vec3(1, 2, 3);
    $b = new Vec3(-4, 0.5, 2);
    expect($a->dot($b))->toBe(3.0)->and($a->cross($b)->toArray())->toBe([2.5, -14.0, 8.5])->and($a->plus($b)->toArray())->toBe([-3.0, 2.5, 5.0])->and($a->minus($b)->toArray())->toBe([5.0, 1.5, 1.0])
        ->and($b->scaled(2.0)->toArray())->toBe([-8.0, 1.0, 4.0])->and((new Vec3(2, 3, 6))->length())->toBe(7.0)->and((new Vec3(2, 3, 6))->unit()->toArray())->toEqualWithDelta([2 / 7, 3 / 7, 6 / 7], 1e-15)
        ->and((new Vec3(1, 0, 0))->angleDegTo((new Vec3(1, 1, 0))->unit()))->toEqualWithDelta(45.0, 1e-12)->and((new Vec3(1, 0, 0))->angleDegTo(new Vec3(-1, 0, 0)))->toEqualWithDelta(180.0, 1e-12)
        ->and(Vec3::fromText(' 1, -2.5 ,3e2')->toArray())->toBe([1.0, -2.5, 300.0])->and(Vec3::unitFromText('0,3,4')->toArray())->toEqualWithDelta([0.0, 0.6, 0.8], 1e-15);
});

it('guesses the unit by the longest side, and knows how long each is', function (float $side, UnitGuess $unit, float $millimetres, string $plural) {
    expect(UnitGuess::fromLongestSide($side))->toBe($unit)->and($unit->millimetres())->toBe($millimetres)->and($unit->plural())->toBe($plural);
})->with([
    [0.79, UnitGuess::Metre, 1000.0, 'metres'], [0.8, UnitGuess::Inch, 25.4, 'inches'], [4.99, UnitGuess::Inch, 25.4, 'inches'], [5.0, UnitGuess::Centimetre, 10.0, 'centimetres'], [14.9, UnitGuess::Centimetre, 10.0, 'centimetres'],
    [15.0, UnitGuess::Millimetre, 1.0, 'millimetres'], [2000.0, UnitGuess::Millimetre, 1.0, 'millimetres'], [2001.0, UnitGuess::Micrometre, 0.001, 'micrometres'],
]);

it('knows how slender a member is: its lever over the width of a round section of the same area', function () {
    expect((new Member(M_PI * 9, 0.0, 0.0, 0.0, 30.0, [0.0, 0.0], false))->slenderness())->toEqualWithDelta(5.0, 1e-12);
});
