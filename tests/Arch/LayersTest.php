<?php

declare(strict_types=1);

use Tests\Support\Dependencies;

/** Which parts a part may know (STYLE.md): a path under the root → the namespaces it may use besides PHP's own classes. */
const MAY_USE = [
    'core/src/Geometry' => ['Wrenlo\Core\Geometry'],
    'core/src/Mesh' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh'],
    'core/src/Mark' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Mark'],
    'core/src/Sight' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Sight'],
    'core/src/Picture' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Picture'],
    'core/src/Settings' => ['Wrenlo\Core\Settings'],
    'core/src/Motion' => ['Wrenlo\Core\Settings', 'Wrenlo\Core\Motion'],
    'core/src/Thin' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Thin'],
    'core/src/Orientation' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Thin', 'Wrenlo\Core\Mark', 'Wrenlo\Core\Sight', 'Wrenlo\Core\Settings', 'Wrenlo\Core\Motion', 'Wrenlo\Core\Orientation'],
    'core/src/Layer' => ['Wrenlo\Core\Geometry', 'Wrenlo\Core\Mesh', 'Wrenlo\Core\Settings', 'Wrenlo\Core\Motion', 'Wrenlo\Core\Orientation', 'Wrenlo\Core\Layer'],
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

// Only actions, jobs and commands compute. Others may know the core's values and read-only lists, named here.
it('lets only actions, jobs and commands call the core’s engines', function () {
    $engines = ['Search', 'Stances', 'StanceBasis', 'StanceSums', 'ConvexHull', 'HeightField', 'MeshInspector', 'NormalBins', 'StlReader', 'BinaryStl', 'AsciiStl', 'ObjReader', 'PlyReader', 'ThreeMfReader', 'Visibility', 'Thickness', 'Slices', 'TriangleIndex', 'Picker', 'Patches', 'Neighbours'];
    $found = [];
    foreach (['app/Http', 'app/Models', 'app/Policies', 'app/Providers', 'app/Casts', 'app/Enums'] as $folder) {
        foreach (Dependencies::uses($folder) as [$file, $class]) {
            if (str_starts_with($class, 'Wrenlo\Core') && in_array(substr((string) strrchr($class, '\\'), 1), $engines, true)) {
                $found[] = "{$file} uses {$class}";
            }
        }
    }
    expect($found)->toBe([]);
});

it('keeps features of the interface apart', function () {
    $found = [];
    foreach (glob(Dependencies::root().'/resources/js/features/*/*.{ts,tsx}', GLOB_BRACE) as $file) {
        $own = basename(dirname($file));
        preg_match_all('#from \'@/features/(\w+)/#', (string) file_get_contents($file), $m);
        foreach (array_diff($m[1], [$own]) as $other) {
            $found[] = basename($file)." of {$own} imports {$other}";
        }
    }
    expect($found)->toBe([]);
});

it('uses no raw colour in a component', function () {
    $found = [];
    foreach (glob(Dependencies::root().'/resources/js/{components,pages,features/*}/*.tsx', GLOB_BRACE) as $file) {
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
