<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;
use Tests\Support\MeshFiles;
use Tests\Support\RealMeshes;
use Tests\Support\Solids;
use Tests\Support\Strict3mf;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;

/** STL holds 32-bit numbers: a coordinate may move by 2⁻²⁴ of itself. The texts hold nine digits, PLY everything. */
const ROUND_TRIP = ['stl' => 1e-6, '3mf' => 1e-7, 'obj' => 1e-7, 'ply' => 1e-14];

/** @return Mesh the bunny, ten times as large and away from the origin */
function movedBunny(): Mesh
{
    $bunny = RealMeshes::bunny()->scaled(10);

    return new Mesh(array_map(fn ($v) => $v + 37.25, $bunny->x), $bunny->y, array_map(fn ($v) => $v - 11.1, $bunny->z), $bunny->tri);
}

it('keeps volume, area, triangles and closedness from format to format', function (string $ending, string $which) {
    $mesh = $which === 'bunny' ? movedBunny() : Solids::lathes([[[5, 0], [5, 10]], [[1, 20], [8, 22.5]]], 32);
    $before = MeshInspector::inspect($mesh);
    $after = MeshInspector::inspect(MeshFiles::read(MeshFiles::bytes($mesh, $ending), $ending)->mesh);
    $within = ROUND_TRIP[$ending];
    expect($after->triangles)->toBe($before->triangles)->and($after->vertices)->toBe($before->vertices)
        ->and($after->volumeMm3)->toEqualWithDelta($before->volumeMm3, $within * $before->volumeMm3)
        ->and($after->areaMm2)->toEqualWithDelta($before->areaMm2, $within * $before->areaMm2)
        ->and($after->topology)->toEqual($before->topology);
})->with(array_keys(ROUND_TRIP))->with(['bunny', 'two lathed shells']);

it('writes equal meshes to equal bytes', function (string $ending) {
    expect(MeshFiles::bytes(Solids::sphere(5, 24), $ending))->toBe(MeshFiles::bytes(Solids::sphere(5, 24), $ending));
})->with(array_keys(ROUND_TRIP));

// npm three 0.187, examples/jsm/loaders/3MFLoader.js, under Node with jsdom's XML parser
it('writes 3MF that an independent reader reads equal', function () {
    $mesh = movedBunny();
    $node = new Process(['node', dirname(__DIR__, 2).'/Support/node/read-3mf.mjs', Solids::file(MeshFiles::bytes($mesh, '3mf', 'Hare & “hound” <1>'), '3mf')]);
    $found = json_decode($node->mustRun()->getOutput(), true, flags: JSON_THROW_ON_ERROR);
    $own = MeshInspector::inspect($mesh);
    expect($found['triangles'])->toBe($own->triangles)
        ->and($found['volume'])->toEqualWithDelta($own->volumeMm3, 1e-5 * $own->volumeMm3) // the loader holds 32-bit numbers
        ->and($found['area'])->toEqualWithDelta($own->areaMm2, 1e-5 * $own->areaMm2);
});

// lib3mf 1.8.1 of the 3MF Consortium, Debian package lib3mf1, in its strict mode
it('writes 3MF that the consortium’s own library reads equal, without a warning, in its strict mode', function () {
    $mesh = movedBunny();
    $own = MeshInspector::inspect($mesh);
    $found = Strict3mf::read(Solids::file(MeshFiles::bytes($mesh, '3mf', 'Hare & “hound” <1>'), '3mf'));
    expect($found['unit'])->toBe(1)->and($found['warnings'])->toBe(0)->and($found['triangles'])->toBe($own->triangles)
        ->and($found['volume'])->toEqualWithDelta($own->volumeMm3, 1e-5 * $own->volumeMm3) // it holds 32-bit numbers
        ->and($found['area'])->toEqualWithDelta($own->areaMm2, 1e-5 * $own->areaMm2);
})->skip(fn () => ! Strict3mf::isInstalled(), 'lib3mf1 is not installed; bin/setup --test brings it.');

it('asks a library that does refuse: a corner that does not exist, a unit that is none', function (string $from, string $to) {
    $zip = new ZipArchive;
    $path = Solids::file(MeshFiles::bytes(Solids::box(1, 2, 3), '3mf'), '3mf');
    $zip->open($path);
    $zip->addFromString('3D/3dmodel.model', str_replace($from, $to, (string) $zip->getFromName('3D/3dmodel.model')));
    $zip->close();
    expect(fn () => Strict3mf::read($path))->toThrow(RuntimeException::class);
})->with([['v1="1"', 'v1="99"'], ['unit="millimeter"', 'unit="furlong"']])->skip(fn () => ! Strict3mf::isInstalled(), 'lib3mf1 is not installed; bin/setup --test brings it.');

it('writes archives that PHP’s own ZIP class checks and unpacks', function () {
    $zip = new ZipArchive;
    expect($zip->open(Solids::file(MeshFiles::bytes(Solids::box(1, 2, 3), '3mf'), '3mf'), ZipArchive::CHECKCONS))->toBeTrue()
        ->and($zip->numFiles)->toBe(3)
        ->and($zip->getFromName('3D/3dmodel.model'))->toContain('unit="millimeter"');
    $xml = new DOMDocument;
    expect($xml->loadXML($zip->getFromName('3D/3dmodel.model')))->toBeTrue()
        ->and($xml->getElementsByTagName('triangle')->length)->toBe(12);
});

it('survives 2,000 seeded mutations over the four formats: a sentence or a report each, little memory, no run that hangs', function () {
    mt_srand(3_20261125);
    $sphere = Solids::sphere(5, 12);
    $deflated = MeshFiles::bytes($sphere, '3mf');
    $parts = [];
    $zip = new ZipArchive;
    $zip->open(Solids::file($deflated, '3mf'));
    foreach (['[Content_Types].xml', '_rels/.rels', '3D/3dmodel.model'] as $name) {
        $parts[$name] = (string) $zip->getFromName($name);
    }
    $asciiPly = "ply\nformat ascii 1.0\nelement vertex 4\nproperty float x\nproperty float y\nproperty float z\nelement face 4\nproperty list uchar int vertex_indices\nend_header\n0 0 0\n9 0 0\n0 9 0\n0 0 9\n3 0 2 1\n3 0 1 3\n3 1 2 3\n3 2 0 3\n";
    $sources = [['stl', MeshFiles::bytes($sphere, 'stl')], ['obj', MeshFiles::bytes($sphere, 'obj')], ['ply', MeshFiles::bytes($sphere, 'ply')], ['ply', $asciiPly], ['3mf', $deflated], ['xml', '']];
    $verdicts = [];
    $longest = 0;
    memory_reset_peak_usage();
    for ($n = 0; $n < 2000; $n++) {
        [$ending, $bytes] = $sources[$n % count($sources)];
        $victim = $ending === 'xml' ? array_rand($parts) : null;
        $bytes = $victim === null ? $bytes : $parts[$victim];
        for ($k = mt_rand(1, 5); $k > 0; $k--) {
            $at = mt_rand(0, max(0, strlen($bytes) - 1));
            $bytes = match (mt_rand(0, 5)) {
                0 => substr_replace($bytes, chr(mt_rand(0, 255)), $at, 1),
                1 => substr($bytes, 0, max(1, $at)),
                2 => substr_replace($bytes, '', $at, mt_rand(1, 60)) ?: 'x',
                3 => substr_replace($bytes, substr($bytes, mt_rand(0, strlen($bytes) - 1), mt_rand(1, 60)), $at, 0),
                4 => substr_replace($bytes, pack('V', mt_rand()), $at, 4),
                5 => substr_replace($bytes, (string) mt_rand(-9, 99_999_999), $at, 1),
            };
        }
        if ($victim !== null) {
            [$ending, $bytes] = ['3mf', MeshFiles::zip([...$parts, $victim => $bytes])];
        }
        $start = hrtime(true);
        [$verdict] = MeshFiles::verdict($bytes, $ending);
        if ($verdict === 'read') {
            MeshInspector::inspect(MeshFiles::read($bytes, $ending)->mesh)->toArray();
        }
        $longest = max($longest, hrtime(true) - $start);
        $verdicts["{$ending} {$verdict}"] = ($verdicts["{$ending} {$verdict}"] ?? 0) + 1;
    }
    expect(array_sum($verdicts))->toBe(2000)->and(count($verdicts))->toBeGreaterThan(12)
        ->and(memory_get_peak_usage())->toBeLessThan(512 * 1024 * 1024)
        ->and($longest / 1e9)->toBeLessThan(10.0); // the promise is that nothing hangs; a usual run takes milliseconds
});
