<?php

declare(strict_types=1);

use Tests\Support\MeshFiles;
use Wrenlo\Core\Mesh\MassProperties;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Surface;

const CUBE_CORNERS = "v 0 0 0\nv 2 0 0\nv 2 3 0\nv 0 3 0\nv 0 0 4\nv 2 0 4\nv 2 3 4\nv 0 3 4\n";
const CUBE_QUADS = "f 4 3 2 1\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf 4 1 5 8\n";

function plyBox(string $form): string
{
    $corners = [[0, 0, 0], [2, 0, 0], [2, 3, 0], [0, 3, 0], [0, 0, 4], [2, 0, 4], [2, 3, 4], [0, 3, 4]];
    $quads = [[3, 2, 1, 0], [4, 5, 6, 7], [0, 1, 5, 4], [1, 2, 6, 5], [2, 3, 7, 6], [3, 0, 4, 7]];
    $head = "ply\nformat {$form} 1.0\ncomment a box\nelement vertex 8\nproperty float x\nproperty uchar red\nproperty double y\nproperty short z\nelement strange 2\nproperty list ushort float odd\nproperty int plain\n"
        ."element face 6\nproperty uchar flags\nproperty list uchar int vertex_indices\nend_header\n";
    if ($form === 'ascii') {
        return $head.implode('', array_map(fn ($c) => "{$c[0]} 200 {$c[1]} {$c[2]}\n", $corners))."2 0.5 0.25 -7\n0 3\n"
            .implode('', array_map(fn ($q) => '1 4 '.implode(' ', $q)."\n", $quads));
    }
    [$f, $d, $s, $i] = $form === 'binary_little_endian' ? ['g', 'e', 'v', 'V'] : ['G', 'E', 'n', 'N'];

    return $head.implode('', array_map(fn ($c) => pack("{$f}C{$d}{$s}", $c[0], 200, $c[1], $c[2]), $corners))
        .pack("{$s}{$f}2{$i}{$s}{$i}", 2, 0.5, 0.25, 7, 0, 3)
        .implode('', array_map(fn ($q) => pack("CC{$i}4", 1, 4, ...$q), $quads));
}

it('reads OBJ as people write it', function (string $text) {
    $report = MeshInspector::inspect(MeshFiles::read($text, 'obj')->mesh);
    expect($report->triangles)->toBe(12)->and($report->volumeMm3)->toEqualWithDelta(24.0, 1e-12)
        ->and($report->areaMm2)->toEqualWithDelta(52.0, 1e-12)->and($report->topology->isWatertight())->toBeTrue();
})->with([
    'plain' => [CUBE_CORNERS.CUBE_QUADS],
    'with a byte order mark, comments and Windows line ends' => ["\xEF\xBB\xBF# box\r\n".str_replace("\n", " # x\r\n", str_replace('# x', '', CUBE_CORNERS)).CUBE_QUADS],
    'negative numbers count from the end' => [CUBE_CORNERS.preg_replace_callback('/(?<= )\d/', fn ($m) => (string) ($m[0] - 9), CUBE_QUADS)],
    'with texture and normals' => [CUBE_CORNERS."vt 0 0\nvn 0 0 1\nusemtl clay\ns 1\n".preg_replace('/(?<= )(\d)/', '$1/1/1', CUBE_QUADS)],
    'normals only' => [CUBE_CORNERS."vn 0 0 1\n".preg_replace('/(?<= )(\d)/', '$1//1', CUBE_QUADS)],
    'colours behind the corners' => [preg_replace('/^v .*$/m', '$0 0.2 0.5 1', CUBE_CORNERS).CUBE_QUADS],
    'a line continued' => [str_replace('f 4 3 2 1', "f 4 3 \\\n 2 1", CUBE_CORNERS.CUBE_QUADS)],
    'corners after the facets that name them' => [CUBE_CORNERS.CUBE_QUADS."p 1\nl 1 2\n"],
]);

it('cuts polygons that are not convex along their outline', function () {
    // the L of CHECKS.md (area 64), 2 high, with six-cornered top and bottom
    $outline = [[0, 0], [10, 0], [10, 4], [4, 4], [4, 10], [0, 10]];
    $text = implode('', array_map(fn ($p) => "v {$p[0]} {$p[1]} 0\n", $outline)).implode('', array_map(fn ($p) => "v {$p[0]} {$p[1]} 2\n", $outline))."f 6 5 4 3 2 1\nf 7 8 9 10 11 12\n";
    foreach (range(0, 5) as $k) {
        $text .= 'f '.($k + 1).' '.(($k + 1) % 6 + 1).' '.(($k + 1) % 6 + 7).' '.($k + 7)."\n";
    }
    $report = MeshInspector::inspect(MeshFiles::read($text, 'obj')->mesh);
    expect($report->volumeMm3)->toEqualWithDelta(128.0, 1e-12)->and($report->areaMm2)->toEqualWithDelta(2 * 64 + 40 * 2, 1e-12)
        ->and($report->topology->isWatertight())->toBeTrue()->and($report->triangles)->toBe(20);
});

it('tells the parts of an OBJ file apart', function () {
    $reading = MeshFiles::read("o base\n".CUBE_CORNERS.CUBE_QUADS."o knob on top\n".preg_replace('/^v (\S+)/m', 'v 7$1', CUBE_CORNERS).preg_replace_callback('/(?<= )\d/', fn ($m) => (string) ($m[0] - 9), CUBE_QUADS)."g empty\n", 'obj');
    expect(array_map(fn ($p) => [$p->name, $p->firstFacet, $p->facets], $reading->parts))->toBe([['base', 0, 12], ['knob on top', 12, 12]]);
});

it('reads a line continued many times and parts by the ten thousand without taking longer by their square', function () {
    [$reason, $sentence] = MeshFiles::verdict(CUBE_CORNERS.'f'.str_repeat(" 1 \\\n2 \\\n3 \\\n", 60_000)."1\n", 'obj');
    expect($reason)->toBe('syntax')->and($sentence)->toBe('Line 180009: a polygon with 180,001 corners is more than the 2,000 Wrenlo cuts.');
    $parts = MeshFiles::read(CUBE_CORNERS.implode('', array_map(fn (int $k): string => "g p{$k}\nf 1 2 3\n", range(0, 39_999))), 'obj')->parts;
    expect(count($parts))->toBe(40_000)->and([$parts[0]->name, $parts[39_999]->name, $parts[39_999]->firstFacet])->toBe(['p0', 'p39999', 39_999]);
    expect(MeshFiles::read(CUBE_CORNERS.'f 1 2 3 \\', 'obj')->mesh->triangleCount())->toBe(1);
});

it('reads PLY in all three forms, over properties and elements it does not need', function (string $form) {
    $mesh = MeshFiles::read(plyBox($form), 'ply')->mesh;
    expect($mesh->triangleCount())->toBe(12)
        ->and(MassProperties::of($mesh, Surface::ofFacets($mesh))->volumeMm3)->toEqualWithDelta(24.0, 1e-12);
})->with(['ascii', 'binary_little_endian', 'binary_big_endian']);

it('reads signed coordinates', function () {
    $text = "ply\nformat binary_big_endian 1.0\nelement vertex 3\nproperty short x\nproperty char y\nproperty int z\nelement face 1\nproperty list char uint vertex_index\nend_header\n"
        .pack('nCN', 65533, 254, 4294967295).pack('nCN', 5, 0, 0).pack('nCN', 0, 5, 0).pack('CN3', 3, 0, 1, 2);
    expect(MeshFiles::read($text, 'ply')->mesh->vertex(0)->toArray())->toBe([-3.0, -2.0, -1.0]);
});

it('leaves faces without area out and says so', function () {
    $reading = MeshFiles::read(str_replace(['element face 6', "1 4 3 2 1 0\n"], ['element face 7', "1 2 0 1\n1 4 3 2 1 0\n"], plyBox('ascii')), 'ply');
    expect($reading->mesh->triangleCount())->toBe(12)->and($reading->warnings[0]->code)->toBe('no_area');
});

it('refuses with place and reason', function (string $ending, string $bytes, string $reason, string $words) {
    [$code, $sentence] = MeshFiles::verdict($bytes, $ending);
    expect($code)->toBe($reason)->and($sentence)->toContain($words);
})->with([
    'an OBJ corner that is not there' => ['obj', CUBE_CORNERS."f 1 2 9\n", 'bad_index', 'Line 9 refers to vertex 9'],
    'the OBJ corner zero' => ['obj', CUBE_CORNERS."f 0 1 2\n", 'syntax', 'Line 9: “0” stands where the number of a vertex'],
    'too far back' => ['obj', CUBE_CORNERS."f -1 -2 -9\n", 'bad_index', 'vertex -9'],
    'a line of two corners' => ['obj', CUBE_CORNERS."f 1 2\n", 'syntax', 'three or more corners'],
    'a word for a number' => ['obj', "v 0 zero 0\n", 'syntax', 'Line 1: “zero”'],
    'too large a number' => ['obj', "v 0 1e999 0\n", 'not_a_number', 'Line 1'],
    'no facets' => ['obj', CUBE_CORNERS, 'no_triangles', 'no triangle'],
    'another text' => ['obj', "<html>\n", 'syntax', '<html>'],
    'nothing' => ['obj', '', 'empty', 'empty'],
    'not PLY' => ['ply', "plywood\n", 'not_this_format', 'PLY'],
    'a PLY header cut off' => ['ply', "ply\nformat ascii 1.0\n", 'truncated', 'header'],
    'no format line' => ['ply', "ply\nelement vertex 0\nend_header\n", 'syntax', '“format”'],
    'an unknown form' => ['ply', "ply\nformat binary_middle 1.0\nend_header\n", 'syntax', 'binary_middle'],
    'PLY text cut off' => ['ply', substr(plyBox('ascii'), 0, -20), 'syntax', 'stands where'],
    'PLY bytes cut off' => ['ply', substr(plyBox('binary_big_endian'), 0, -20), 'truncated', 'inside the records'],
    'an absurd count' => ['ply', str_replace('element face 6', 'element face 999999999', plyBox('ascii')), 'too_large', '999,999,999'],
    'a corner that is not there' => ['ply', str_replace("1 4 3 2 1 0\n", "1 4 3 2 1 8\n", plyBox('ascii')), 'bad_index', 'vertex 8'],
    'triangle strips' => ['ply', "ply\nformat ascii 1.0\nelement tristrips 1\nproperty list int int vertex_indices\nend_header\n", 'unsupported', 'strips'],
    'no z' => ['ply', str_replace('property short z', 'property short w', plyBox('ascii')), 'syntax', '“z”'],
]);
