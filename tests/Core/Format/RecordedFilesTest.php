<?php

declare(strict_types=1);

use Tests\Support\MeshFiles;
use Tests\Support\Recorded;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\UnreadableMesh;

// Recorded, not checked: Tests\Support\Recorded says what for.

/** A PLY with extra elements and properties, in one of its three forms. */
function recordedPly(string $form): string
{
    $head = "ply\r\nformat {$form} 1.0\r\ncomment by the marsh\r\nelement vertex 5\r\nproperty uchar red\r\nproperty double x\r\nproperty float y\r\nproperty short z\r\nelement face 3\r\nproperty list uchar uint vertex_indices\r\nproperty ushort kind\r\nend_header\r\n";
    $corners = [[1, 0, 0, 0], [2, 9.5, 0, 0], [3, 9.5, 8, -2], [4, 0, 8, 1], [5, 4, 4, 9]];
    $faces = [[[0, 1, 2, 3], 7], [[0, 4, 1], 300], [[2, 4, 3], 9]];
    if ($form === 'ascii') {
        return str_replace("\r", '', $head).implode('', array_map(fn (array $c): string => implode(' ', $c)."\n", $corners)).implode('', array_map(fn (array $f): string => count($f[0]).' '.implode(' ', $f[0])." {$f[1]}\n", $faces));
    }
    [$d, $f, $s, $l] = $form === 'binary_little_endian' ? ['e', 'g', 'v', 'V'] : ['E', 'G', 'n', 'N'];
    $body = implode('', array_map(fn (array $c): string => chr($c[0]).pack("{$d}{$f}{$s}", $c[1], $c[2], $c[3] & 0xFFFF), $corners));

    return str_replace("\r", '', $head).$body.implode('', array_map(fn (array $p): string => chr(count($p[0])).pack("{$l}*", ...$p[0]).pack($s, $p[1]), $faces));
}

/** @return array<string, array{string, string}> name → ending, bytes */
function recordedFiles(): array
{
    $box = Solids::box(2, 3, 4);
    $ascii = "solid pod\nfacet normal 0 0 1\n outer loop\n  vertex 0 0 0\n  vertex 1e1 0 0\n  vertex 0 -2.5 0\n endloop\nendfacet\nendsolid pod\n";
    $model = '<?xml version="1.0" encoding="UTF-8"?><model unit="inch" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources><object id="1" type="model"><mesh><vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex x="0" y="1" z="0"/><vertex x="0" y="0" z="1"/></vertices><triangles><triangle v1="0" v2="2" v3="1"/><triangle v1="0" v2="1" v3="3"/><triangle v1="1" v2="2" v3="3"/><triangle v1="2" v2="0" v3="3"/></triangles></mesh></object><object id="2" name="pair" type="model"><components><component objectid="1"/><component objectid="1" transform="0 1 0 -1 0 0 0 0 1 5 6 7"/></components></object></resources><build><item objectid="2" transform="2 0 0 0 1 0 0 0 1 0 0 3"/><item objectid="1"/></build></model>';
    $relations = '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="r" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';
    $types = '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>';
    $packed = fn (string $model): string => MeshFiles::zip(['[Content_Types].xml' => $types, '_rels/.rels' => $relations, '3D/3dmodel.model' => $model]);
    $obj = "# a pod\nmtllib none.mtl\no pod\nv 0 0 0\nv 4 0 0 1\nv 4 4 0\nv 0 4 0\nv 2 2 5\nvn 0 0 1\nvt 0 1\ng one\nf 4/1/1 3//1 2 1\nf 1 2 5\nf -4 -3 -1\ng two\nf 3 4 5\nf 4 1 5\nl 1 2\n";

    return [
        'ascii' => ['stl', $ascii], 'ascii in capitals' => ['stl', strtoupper($ascii)], 'four numbers' => ['stl', str_replace('1e1 0 0', '1e1 0 0 0', $ascii)], 'two numbers' => ['stl', str_replace('1e1 0 0', '1e1 0', $ascii)], 'no number' => ['stl', str_replace('1e1', 'one', $ascii)],
        'an infinite number' => ['stl', str_replace('1e1', '1e999', $ascii)], 'four corners' => ['stl', str_replace(' endloop', "  vertex 1 1 1\n endloop", $ascii)], 'two corners' => ['stl', str_replace("  vertex 0 -2.5 0\n", '', $ascii)], 'cut in a facet' => ['stl', substr($ascii, 0, 70)], 'cut in a loop' => ['stl', substr($ascii, 0, 90)],
        'no end' => ['stl', str_replace("endsolid pod\n", '', $ascii)], 'a word too many' => ['stl', str_replace('outer loop', 'inner loop', $ascii)], 'empty' => ['stl', ''], 'only a head' => ['stl', "solid pod\nendsolid pod\n"], 'a few bytes' => ['stl', 'abc'], 'two solids' => ['stl', $ascii.$ascii],
        'binary' => ['stl', Solids::stl($box)], 'binary cut' => ['stl', substr(Solids::stl($box), 0, 300)], 'binary, a byte short' => ['stl', substr(Solids::stl($box), 0, -1)], 'binary and more' => ['stl', Solids::stl($box).'and more'], 'binary named solid' => ['stl', Solids::stl($box, 'solid as a rock')],
        'binary, not a number' => ['stl', substr_replace(Solids::stl($box), pack('g', NAN), 84 + 12, 4)], 'binary of none' => ['stl', str_repeat(' ', 80).pack('V', 0)], 'far away' => ['stl', substr_replace(Solids::stl($box), pack('g', 3e12), 84 + 16, 4)],
        'obj' => ['obj', $obj], 'obj, no corner 9' => ['obj', $obj."f 1 2 9\n"], 'obj, corner 0' => ['obj', $obj."f 0 1 2\n"], 'obj, corner -9' => ['obj', $obj."f -9 1 2\n"], 'obj, two corners' => ['obj', $obj."f 1 2\n"], 'obj, no number' => ['obj', $obj."v 1 2 x\n"], 'obj, two numbers' => ['obj', $obj."v 1 2\n"], 'obj, continued' => ['obj', str_replace('f 1 2 5', "f 1 \\\n 2 5", $obj)], 'obj of none' => ['obj', "v 1 2 3\n"],
        'obj, nan' => ['obj', $obj."v 1 nan 2\nf 1 2 6\n"], 'obj, a word' => ['obj', $obj."f 1 2 three\n"], 'obj, five corners' => ['obj', "v 0 0 0\nv 4 0 0\nv 6 3 0\nv 2 6 0\nv -2 3 0\nf 1 2 3 4 5\n"],
        'ply' => ['ply', recordedPly('ascii')], 'ply little' => ['ply', recordedPly('binary_little_endian')], 'ply big' => ['ply', recordedPly('binary_big_endian')], 'ply cut' => ['ply', substr(recordedPly('binary_big_endian'), 0, -5)], 'ply text cut' => ['ply', substr(recordedPly('ascii'), 0, -14)], 'ply head cut' => ['ply', substr(recordedPly('ascii'), 0, 90)],
        'ply, no z' => ['ply', str_replace('property short z', 'property short w', recordedPly('ascii'))], 'ply, no corner' => ['ply', str_replace('3 0 4 1 300', '3 0 9 1 300', recordedPly('ascii'))], 'ply, a type unknown' => ['ply', str_replace('short z', 'long z', recordedPly('ascii'))], 'ply, a property of nothing' => ['ply', str_replace('element vertex 5', 'comment', recordedPly('ascii'))],
        'ply, a property without a name' => ['ply', str_replace('property short z', 'property short', recordedPly('ascii'))], 'ply, a list of floats' => ['ply', str_replace('list uchar uint', 'list float uint', recordedPly('ascii'))], 'ply, another version' => ['ply', str_replace(' 1.0', ' 2.0', recordedPly('ascii'))], 'ply, another form' => ['ply', str_replace('ascii', 'morse', recordedPly('ascii'))], 'ply, minus five' => ['ply', str_replace('vertex 5', 'vertex -5', recordedPly('ascii'))],
        'ply, a word' => ['ply', str_replace('9.5 0 0', '9.5 nine 0', recordedPly('ascii'))], 'ply, too few' => ['ply', str_replace('element face 3', 'element face 4', recordedPly('ascii'))], 'ply, two corners' => ['ply', str_replace('3 0 4 1 300', '2 0 4 300', recordedPly('ascii'))], 'ply, no faces' => ['ply', str_replace(['face 3', 'vertex_indices'], ['edge 3', 'other'], recordedPly('ascii'))],
        '3mf' => ['3mf', $packed($model)], '3mf in millimetres' => ['3mf', $packed(str_replace('inch', 'millimeter', $model))], '3mf in feet' => ['3mf', $packed(str_replace('inch', 'foot', $model))], '3mf in ells' => ['3mf', $packed(str_replace('inch', 'ell', $model))], '3mf, no corner' => ['3mf', $packed(str_replace('v3="3"/></triangles>', 'v3="4"/></triangles>', $model))], '3mf, no object' => ['3mf', $packed(str_replace('objectid="2"', 'objectid="9"', $model))],
        '3mf, in itself' => ['3mf', $packed(str_replace('<component objectid="1"/>', '<component objectid="2"/>', $model))], '3mf, a short transform' => ['3mf', $packed(str_replace('2 0 0 0 1 0 0 0 1 0 0 3', '2 0 0 0 1 0', $model))], '3mf, a word in it' => ['3mf', $packed(str_replace('2 0 0 0 1 0 0 0 1 0 0 3', '2 0 0 0 x 0 0 0 1 0 0 3', $model))], '3mf turned inside out' => ['3mf', $packed(str_replace('2 0 0 0 1 0 0 0 1 0 0 3', '-2 0 0 0 1 0 0 0 1 0 0 3', $model))],
        '3mf, no build' => ['3mf', $packed(str_replace(['<build>', '</build>'], ['<!--', '-->'], $model))], '3mf, no number' => ['3mf', $packed(str_replace('x="1"', 'x="one"', $model))], '3mf, no model' => ['3mf', MeshFiles::zip(['[Content_Types].xml' => $types, '_rels/.rels' => $relations])], '3mf, no types' => ['3mf', MeshFiles::zip(['_rels/.rels' => $relations, '3D/3dmodel.model' => $model])], '3mf, no relations' => ['3mf', MeshFiles::zip(['[Content_Types].xml' => $types, '3D/3dmodel.model' => $model])], '3mf, only text' => ['3mf', 'abc'], '3mf, an archive of something' => ['3mf', MeshFiles::zip(['a.txt' => 'abc'])],
        '3mf with what nobody knows' => ['3mf', $packed(str_replace(['<vertices>', '<triangles>', '<components>', '<build>', '<resources>'], ['<vertices><other/><vertex x="9" y="9" z="9"/>', '<triangles><other/>', '<components><other/>', '<build><other/>', '<resources><other/><basematerials id="7"><base name="a"/></basematerials>'], $model))],
        '3mf, a vertex without z' => ['3mf', $packed(str_replace('<vertex x="1" y="0" z="0"/>', '<vertex x="1" y="0"/>', $model))], '3mf, an endless vertex' => ['3mf', $packed(str_replace('<vertex x="1" y="0" z="0"/>', '<vertex x="1" y="0" z="1e999"/>', $model))],
        '3mf, the same id twice' => ['3mf', $packed(str_replace('<object id="2"', '<object id="1"', $model))], '3mf, a support' => ['3mf', $packed(str_replace('id="1" type="model"', 'id="1" type="support"', $model))], '3mf, of other' => ['3mf', $packed(str_replace('id="1" type="model"', 'id="1" type="other"', $model))],
        '3mf, a vertex twice' => ['3mf', $packed(str_replace('v1="2" v2="0" v3="3"', 'v1="2" v2="2" v3="3"', $model))],
        ...array_map(fn (int $n): array => ['3mf', $packed(str_replace(['</resources>', '<build>'], [preg_replace('/^.*?(<mesh>.*?<\/mesh>).*$/s', '<object id="5" type="support">$1</object></resources>', $model), '<build>'.str_repeat('<item objectid="5"/>', $n)], $model))], ['3mf, one support beside' => 1, '3mf, three supports beside' => 3]),
        'binary, not a number further on' => ['stl', substr_replace(Solids::stl($box), pack('g', INF), 84 + 50 * 6 + 12 + 12 + 4, 4)], 'binary, cut late' => ['stl', substr(Solids::stl(Solids::sphere(5, 100)), 0, 84 + 50 * 9000 + 17)],
        'our 3mf' => ['3mf', MeshFiles::bytes($box, '3mf')], 'our obj' => ['obj', MeshFiles::bytes($box, 'obj')], 'our ply' => ['ply', MeshFiles::bytes($box, 'ply')], 'stl named ply' => ['ply', Solids::stl($box)], 'obj named stl' => ['stl', $obj], '3mf named obj' => ['obj', MeshFiles::bytes($box, '3mf')], 'a picture' => ['stl', "\x89PNG\r\n\x1a\n".str_repeat('x', 100)], 'of another kind' => ['step', 'x'],
    ];
}

it('reads and refuses the same', function () {
    $kept = [];
    foreach (recordedFiles() as $name => [$ending, $bytes]) {
        try {
            $reading = MeshFiles::read($bytes, $ending);
            $kept[$name] = ['mesh' => $reading->mesh, 'parts' => $reading->parts, 'unit' => $reading->unit, 'warnings' => array_map(fn ($w): array => $w->toArray(), $reading->warnings)];
        } catch (UnreadableMesh $e) {
            $kept[$name] = [$e->reason, $e->getMessage()];
        }
    }
    Recorded::same('files', $kept);
});

it('comes to the same verdict about a thousand damaged files', function () {
    mt_srand(17);
    $kept = [];
    foreach (recordedFiles() as $name => [$ending, $bytes]) {
        if ($ending === '3mf' || str_starts_with($bytes, 'PK') || strlen($bytes) < 50) { // an archive holds the time of day
            continue;
        }
        for ($n = 0; $n < 20; $n++) {
            $at = mt_rand(0, strlen($bytes) - 1);
            $spoilt = match ($n % 5) {
                0 => substr_replace($bytes, chr(mt_rand(0, 255)), $at, 1),
                1 => substr($bytes, 0, max(1, $at)),
                2 => substr_replace($bytes, '', $at, mt_rand(1, 30)) ?: 'x',
                3 => substr_replace($bytes, substr($bytes, 0, mt_rand(1, 60)), $at, 0),
                default => substr_replace($bytes, (string) mt_rand(-9, 9_999), $at, 1),
            };
            [$reason, $sentence] = MeshFiles::verdict($spoilt, $ending);
            $kept[] = "{$name} {$n}: {$reason} ".($reason === 'read' ? MeshFiles::read($spoilt, $ending)->mesh->triangleCount() : $sentence);
        }
    }
    expect(count($kept))->toBeGreaterThan(1000);
    Recorded::same('damaged', hash('sha256', implode("\n", $kept)));
});

it('writes the same', function () {
    $kept = ['names' => MeshFormats::names(), 'knows' => array_map(MeshFormats::knows(...), ['STL', 'step', '3mf']), 'mime' => array_map(MeshFormats::mime(...), MeshFormats::endings())];
    foreach (['box' => Solids::box(2, 3, 4), 'larger' => Solids::sphere(5.123456789, 60)] as $name => $mesh) {
        foreach (['stl', 'obj', 'ply', '3mf'] as $ending) {
            $bytes = MeshFiles::bytes($mesh, $ending, 'A “pod” & more');
            $kept["{$name} {$ending}"] = $ending === '3mf' ? strlen($bytes) > 100 : hash('sha256', $bytes);
        }
    }
    Recorded::same('written', $kept);
});
