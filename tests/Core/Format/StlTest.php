<?php

declare(strict_types=1);

use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\MeshInspector;

function readStl(string $bytes, string $ending = 'stl'): Reading
{
    $stream = fopen('php://memory', 'w+b');
    fwrite($stream, $bytes);
    rewind($stream);

    return MeshFormats::read($stream, $ending);
}

function stlModel(string $name): string
{
    return (string) file_get_contents(dirname(__DIR__, 3)."/node_modules/stl-models/{$name}");
}

/** @return string the reason code of the refusal, or “read” */
function verdict(string $bytes): string
{
    try {
        readStl($bytes);

        return 'read';
    } catch (UnreadableMesh $e) {
        expect($e->getMessage())->toMatch('/^[A-Z“].{10,}\.$/us');

        return $e->reason;
    }
}

it('reads back what it writes, to the last bit of 32-bit numbers', function () {
    $box = Solids::box(2, 3, 4, [0.5, -1.25, 8]);
    $back = readStl(Solids::stl($box))->mesh;
    expect($back->triangleCount())->toBe(12)
        ->and($back->vertexCount())->toBe(8)
        ->and($back->bounds()->min->toArray())->toBe([0.5, -1.25, 8.0])
        ->and(Solids::stl($back))->toBe(Solids::stl($box));
});

it('writes 84 + 50 n bytes, outward unit normals, and a header that is not taken for text', function () {
    $bytes = Solids::stl(Solids::box(1, 1, 1), 'solid gold');
    expect(strlen($bytes))->toBe(84 + 50 * 12)->and(substr($bytes, 0, 80))->toBe(str_pad('_solid gold', 80))->and(substr(Solids::stl(Solids::box(1, 1, 1), str_repeat('curlew ', 20)), 0, 84))->toBe(substr(str_repeat('curlew ', 20), 0, 80).pack('V', 12));
    foreach (range(0, 11) as $f) {
        $n = array_values(unpack('g3', $bytes, 84 + 50 * $f));
        expect(sqrt($n[0] ** 2 + $n[1] ** 2 + $n[2] ** 2))->toEqualWithDelta(1.0, 1e-6);
    }
});

// npm stl-models 0.12.0, folder broken/: read with a flagged report, or refused with this reason
it('takes damaged files as they are, or says why not', function (string $file, string $expected, array $warnings) {
    expect(verdict(stlModel("broken/{$file}")))->toBe($expected);
    if ($expected === 'read') {
        $reading = readStl(stlModel("broken/{$file}"));
        $codes = array_column(MeshInspector::inspect($reading->mesh, fromReading: $reading->warnings)->toArray()['warnings'], 'code');
        expect($codes)->toEqualCanonicalizing($warnings);
    }
})->with([
    ['empty.stl', 'empty', []],
    ['fourVertices.ascii.stl', 'syntax', []],
    ['incorrectFaceCounter.bin.stl', 'truncated', []],
    ['missingEndsolid.ascii.stl', 'read', ['unit', 'no_endsolid']],
    ['missingFace.ascii.stl', 'read', ['open', 'unit']],
    ['missingNormal.ascii.stl', 'read', ['unit']],
    ['notANumberNormal.ascii.stl', 'read', ['unit']],
    ['quad.ascii.stl', 'syntax', []],
    ['singleFace.ascii.stl', 'read', ['open', 'flat', 'unit']],
    ['solidNameMismatch.ascii.stl', 'read', ['unit']],
    ['twoVertices.ascii.stl', 'syntax', []],
    ['wrongHeader.bin.stl', 'read', []],
    ['wrongNormal.ascii.stl', 'read', ['unit']],
    ['wrongNormals.ascii.stl', 'read', ['unit']],
]);

it('reads every sound file of the same collection alike from text and binary', function (string $name, int $triangles) {
    $ascii = readStl(stlModel("{$name}.ascii.stl"))->mesh;
    $binary = readStl(stlModel("{$name}.bin.stl"))->mesh;
    expect($ascii->triangleCount())->toBe($triangles)->and($binary->triangleCount())->toBe($triangles)
        ->and(MeshInspector::inspect($binary)->volumeMm3)->toEqualWithDelta(MeshInspector::inspect($ascii)->volumeMm3, 1e-6 * abs(MeshInspector::inspect($ascii)->volumeMm3) + 1e-12);
})->with([['polytopes/cube', 12], ['polytopes/tetrahedron', 4], ['polytopes/tetrahedronIrregular', 4], ['objects/bunny', 69451]]);

it('knows binary by its length, whatever the header says', function () {
    $bytes = substr_replace(Solids::stl(Solids::box(1, 1, 1)), str_pad('solid but binary', 80), 0, 80);
    expect(readStl($bytes)->mesh->triangleCount())->toBe(12);
});

it('passes over trailing bytes and says so', function () {
    $reading = readStl(Solids::stl(Solids::box(1, 1, 1)).'left over');
    expect($reading->mesh->triangleCount())->toBe(12)->and($reading->warnings[0]->code)->toBe('trailing_bytes')
        ->and($reading->warnings[0]->message)->toContain('9 bytes');
});

it('refuses with place and reason', function (string $bytes, string $reason, string $words) {
    try {
        readStl($bytes);
        $this->fail('It was read.');
    } catch (UnreadableMesh $e) {
        expect($e->reason)->toBe($reason)->and($e->getMessage())->toContain($words);
    }
})->with(function () {
    $box = Solids::stl(Solids::box(1, 1, 1));
    $facet = "facet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\nendfacet\n";

    return [
        'cut off' => [substr($box, 0, 500), 'truncated', 'ends at byte 500'],
        'shorter than a header' => ["\x01\x02c", 'not_this_format', 'neither its text nor its binary form'],
        'NaN in facet 3' => [substr_replace($box, pack('g', NAN), 84 + 50 * 2 + 12 + 4, 4), 'not_a_number', 'facet 3 (byte 196)'],
        'infinity' => [substr_replace($box, pack('g', INF), 84 + 12, 4), 'not_a_number', 'facet 1'],
        'absurd count' => [substr_replace($box, pack('V', 4_000_000_000), 80, 4), 'truncated', '4,000,000,000'],
        'no triangles' => [str_repeat("\0", 84), 'no_triangles', 'no triangle'],
        'text cut inside a facet' => ["solid a\n{$facet}facet normal 0 0 1\nouter loop\nvertex 0 0 0\n", 'truncated', 'line 11'],
        'text with a word for a number' => ["solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 zero\n", 'not_a_number', 'line 4'],
        'vertex outside a facet' => ["solid a\nvertex 0 0 0\n", 'syntax', 'Line 2'],
        'other text' => ["solid a\n<html>\n", 'syntax', '<html>'],
    ];
});

it('refuses more triangles than it can hold, from the header alone', function () {
    $stream = fopen('php://temp', 'w+b');
    fwrite($stream, str_repeat("\0", 80).pack('V', 1_300_000));
    ftruncate($stream, 84 + 50 * 1_300_000);
    rewind($stream);
    expect(fn () => MeshFormats::read($stream, 'stl'))->toThrow(UnreadableMesh::class, 'reads up to 1,200,000');
});

it('names the formats it knows when it meets another', function () {
    expect(fn () => readStl('x', 'doc'))->toThrow(UnreadableMesh::class, 'Wrenlo does not read “.doc” files yet; it reads STL, 3MF, OBJ and PLY.');
});

it('welds −0 to 0', function () {
    $mesh = readStl(stlModel('polytopes/tetrahedronMinusZero.bin.stl'))->mesh;
    expect($mesh->vertexCount())->toBe(4);
});

it('survives a thousand seeded mutations: a sentence or a report each, little memory, no notice', function () {
    mt_srand(20261125);
    $sources = [Solids::stl(Solids::sphere(5, 16)), stlModel('polytopes/cube.ascii.stl'), stlModel('polytopes/tetrahedron.bin.stl')];
    $verdicts = [];
    memory_reset_peak_usage();
    $start = hrtime(true);
    for ($n = 0; $n < 1000; $n++) {
        $bytes = $sources[$n % 3];
        for ($k = mt_rand(1, 6); $k > 0; $k--) {
            $at = mt_rand(0, strlen($bytes) - 1);
            $bytes = match (mt_rand(0, 4)) {
                0 => substr_replace($bytes, chr(mt_rand(0, 255)), $at, 1),
                1 => substr($bytes, 0, max(1, $at)),
                2 => substr_replace($bytes, '', $at, mt_rand(1, 60)) ?: 'x',
                3 => substr_replace($bytes, substr($bytes, mt_rand(0, strlen($bytes) - 1), mt_rand(1, 60)), $at, 0),
                4 => substr_replace($bytes, pack('V', mt_rand()), min($at, 80), 4),
            };
        }
        $verdict = verdict($bytes);
        if ($verdict === 'read') {
            MeshInspector::inspect(readStl($bytes)->mesh)->toArray();
        }
        $verdicts[$verdict] = ($verdicts[$verdict] ?? 0) + 1;
    }
    expect(array_sum($verdicts))->toBe(1000)->and(count($verdicts))->toBeGreaterThan(3)
        ->and(memory_get_peak_usage())->toBeLessThan(512 * 1024 * 1024)
        ->and((hrtime(true) - $start) / 1e9)->toBeLessThan(300.0); // no hang; not a timing
});

it('says what a file named STL looks like instead', function (string $bytes, string $looks) {
    expect(fn () => MeshFormats::read(fopen(Solids::file($bytes), 'rb'), 'stl'))->toThrow(UnreadableMesh::class, "This is named STL but looks like {$looks}.");
})->with([
    'a letter' => [str_repeat("Dear cabinet, the whelk has arrived in good order.\n", 20), 'plain text'],
    'a short letter' => ['hello', 'plain text'],
    'with an accent at the end of the chunk' => [str_repeat('é', 900), 'plain text'],
    'a page' => ['<!DOCTYPE html><html><body>'.str_repeat('sign in first ', 60), 'a web page'],
    'a plan' => ['{"plan": '.str_repeat('1', 200).'}', 'JSON'],
    'an archive' => ["PK\x03\x04".random_bytes(200), 'a ZIP archive, as 3MF files are'],
    'a picture' => ["\x89PNG\r\n\x1A\n".random_bytes(200), 'a PNG picture'],
    'another mesh' => ["# a shell\no shell\nv 0 0 0\n".str_repeat("v 1 2 3\n", 30), 'an OBJ file'],
    'a third' => ["ply\nformat ascii 1.0\n".str_repeat("comment x\n", 20), 'a PLY file'],
]);
