<?php

declare(strict_types=1);

use Tests\Support\Dependencies;

/** Which parts a part may know (STYLE.md): a path under the root → the namespaces it may use besides PHP's own classes. */
const MAY_USE = [
    'core/src/Geometry' => ['Wrenlo\Core\Geometry'],
    'core/src/Mesh' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh'],
    'core/src/Slice' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Slice'],
    'core/src/Mark' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Mark'],
    'core/src/Sight' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Sight'],
    'core/src/Picture' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Picture'],
    'core/src/Settings' => ['Wrenlo\Core\Settings'],
    'core/src/Motion' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Slice', 'Wrenlo\Core\Settings', 'Wrenlo\Core\Motion'],
    'core/src/Thin' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Slice', 'Wrenlo\Core\Thin'],
    'core/src/Orientation' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Slice', 'Wrenlo\Core\Thin', 'Wrenlo\Core\Mark', 'Wrenlo\Core\Sight', 'Wrenlo\Core\Settings', 'Wrenlo\Core\Motion', 'Wrenlo\Core\Orientation'],
    'core/src/Seam' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Slice', 'Wrenlo\Core\Sight', 'Wrenlo\Core\Seam'],
    'core/src/Ironing' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Slice', 'Wrenlo\Core\Settings', 'Wrenlo\Core\Motion', 'Wrenlo\Core\Ironing'],
    'core/src/Layer' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Slice', 'Wrenlo\Core\Settings', 'Wrenlo\Core\Motion', 'Wrenlo\Core\Orientation', 'Wrenlo\Core\Layer'],
    'core/src/Support' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Slice', 'Wrenlo\Core\Settings', 'Wrenlo\Core\Motion', 'Wrenlo\Core\Support'],
    'core/src/Plate' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Plate'],
    'core/src/Photo' => ['Wrenlo\Core\Photo'],
    'core/src/Lithophane' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Photo', 'Wrenlo\Core\Settings', 'Wrenlo\Core\Motion', 'Wrenlo\Core\Layer', 'Wrenlo\Core\Lithophane'],
    'core/src/Format' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Format'],
    'database/demo' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Database\Demo'],
];

it('lets each part of the core know only what it may', function (string $folder) {
    expect(Dependencies::beyond($folder, MAY_USE[$folder]))->toBe([]);
})->with(array_keys(MAY_USE));

it('has a rule for every part of the core', function () {
    $folders = array_map(fn (string $f) => 'core/src/'.basename($f), glob(Dependencies::root().'/core/src/*', GLOB_ONLYDIR));
    expect(array_diff($folders, array_keys(MAY_USE)))->toBe([]);
});

it('catches a planted violation', function () {
    expect(Dependencies::beyond('tests/Fixtures/Planted', ['Wrenlo\Core\Geometry']))->toBe([
        'tests/Fixtures/Planted/Violation.php uses Illuminate\Support\Carbon',
        'tests/Fixtures/Planted/Violation.php uses Wrenlo\Core\Orientation\Search',
        'tests/Fixtures/Planted/Violation.php calls fopen()',
        'tests/Fixtures/Planted/Violation.php calls microtime()',
    ]);
});

it('keeps clock, chance and file system out of the core', function () {
    expect(Dependencies::impureCalls('core/src'))->toBe([]);
});

// Only findings, actions, commands and what hands a hand its numbers compute. Others may know the core's values and read-only lists, named here.
it('lets only findings, actions, jobs and commands call the core’s engines', function () {
    $engines = ['Search', 'Stances', 'StanceBasis', 'StanceSketch', 'WeighedFacets', 'HullClimb', 'ConvexHull', 'HeightField', 'MeshInspector', 'NormalBins', 'StlReader', 'BinaryStl', 'AsciiStl', 'ObjReader', 'PlyReader', 'ThreeMfReader', 'Visibility', 'Thickness', 'Slices', 'Slicer', 'TriangleIndex', 'Picker', 'NearbyPicker', 'Patches', 'Neighbours'];
    $found = [];
    foreach (['app/Http', 'app/Models', 'app/Policies', 'app/Providers', 'app/Casts', 'app/Enums', 'app/Plans', 'app/Sources', 'app/Stations'] as $folder) {
        foreach (Dependencies::uses($folder) as [$file, $class]) {
            if (str_starts_with($class, 'Wrenlo\Core') && in_array(substr((string) strrchr($class, '\\'), 1), $engines, true)) {
                $found[] = "{$file} uses {$class}";
            }
        }
    }
    expect($found)->toBe([]);
});

it('has one job', function () {
    $jobs = [];
    foreach (Dependencies::files('app') as $file => $source) {
        if (preg_match('/implements\s+[^{]*ShouldQueue/', $source) === 1) {
            $jobs[] = $file;
        }
    }
    expect($jobs)->toBe(['app/Jobs/RunFinding.php']);
});

it('keeps the state of a run in findings alone', function () {
    $found = [];
    foreach ((new Illuminate\Filesystem\Filesystem)->allFiles(Dependencies::root().'/app/Models') as $file) {
        if ($file->getFilename() !== 'Finding.php' && preg_match('/FindingState|percent|lease|cancel_requested/', $file->getContents()) === 1) {
            $found[] = $file->getFilename();
        }
    }
    foreach (Dependencies::files('app') as $file => $source) {
        // who else writes how far something is
        if (! str_starts_with($file, 'app/Findings/') && $file !== 'app/Jobs/RunFinding.php' && preg_match('/->update\([^;]*[\'"](percent|lease_until|leased_by)[\'"]/', $source) === 1) {
            $found[] = $file;
        }
    }
    expect($found)->toBe([]);
});

/** What a station may know of another: nothing but its decision, and where the stance taken is shown, the numbers of its heights. */
it('keeps stations apart', function () {
    $allowed = ['App\Stations\Layers\LayersStation', 'App\Stations\Stand\RankStances'];
    $found = [];
    foreach (Dependencies::uses('app/Stations') as [$file, $class]) {
        preg_match('#app/Stations/(\w+)/#', $file, $own);
        preg_match('#^App\\\\Stations\\\\(\w+)\\\\#', $class, $other);
        if ($own !== [] && $other !== [] && $own[1] !== $other[1] && ! str_ends_with($class, 'Decision') && ! in_array($class, $allowed, true)) {
            $found[] = "{$file} uses {$class}";
        }
    }
    foreach (glob(Dependencies::root().'/resources/js/stations/*/{,*/}*.{ts,tsx}', GLOB_BRACE) as $file) {
        preg_match('#stations/(\w+)/#', $file, $own);
        preg_match_all("#from '(?:@/stations/|\.\./)(look|stand|hold|layers|sheet)/#", (string) file_get_contents($file), $m);
        foreach (array_diff($m[1], [$own[1]]) as $other) {
            $found[] = basename($file)." of {$own[1]} imports {$other}";
        }
    }
    expect($found)->toBe([]);
});

it('keeps stage, score and page from knowing any station', function () {
    $found = [];
    foreach (glob(Dependencies::root().'/resources/js/{stage,stage/*,score,bench,components,lib,pages}/*.{ts,tsx}', GLOB_BRACE) as $file) {
        if (! str_contains($file, '.test.') && preg_match("#from '@/stations/(?!list'|station')#", (string) file_get_contents($file)) === 1) {
            $found[] = basename($file);
        }
    }
    expect($found)->toBe([])->and(count(file(Dependencies::root().'/resources/js/pages/Piece.tsx')))->toBeLessThan(120);
});

it('builds nothing of more than eight parts by position', function () {
    expect(Dependencies::longCalls(['core/src', 'app'], 8))->toBe([]);
});

it('uses no raw colour in a component', function () {
    $found = [];
    foreach (glob(Dependencies::root().'/resources/js/{components,pages,bench,score,upload,shelf,stage,stations/*,stations/*/*}/*.tsx', GLOB_BRACE) as $file) {
        if (preg_match('/#[0-9a-f]{3,8}\b|rgba?\(/i', (string) file_get_contents($file)) === 1) {
            $found[] = basename($file);
        }
    }
    expect($found)->toBe([]);
});

it('has fresh TypeScript types of the page resources', function () {
    expect((string) file_get_contents(Dependencies::root().'/resources/js/types/generated.ts'))->toBe(Dependencies::generatedTypes());
});

it('names no package registry and commits no lock with addresses', function () {
    $lock = (string) file_get_contents(Dependencies::root().'/package-lock.json');
    expect($lock)->not->toContain('"resolved"')->and(file_exists(Dependencies::root().'/.npmrc'))->toBeTrue();
});
