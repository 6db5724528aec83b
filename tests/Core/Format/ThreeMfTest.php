<?php

declare(strict_types=1);

use Tests\Support\MeshFiles;
use Tests\Support\RealMeshes;
use Wrenlo\Core\Mesh\MeshInspector;

const CORE_SPACE = 'xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"';
const TYPES_PART = '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>';
const RELS_PART = '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="r" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';

/** A tetrahedron with three legs of 6 along the axes: volume 36. */
function tetraObject(int $id, string $attributes = '', string $triangles = '<triangle v1="0" v2="2" v3="1"/><triangle v1="0" v2="1" v3="3"/><triangle v1="0" v2="3" v3="2"/><triangle v1="1" v2="2" v3="3"/>', string $apex = '6'): string
{
    return "<object id=\"{$id}\" {$attributes}><mesh><vertices><vertex x=\"0\" y=\"0\" z=\"0\"/><vertex x=\"6\" y=\"0\" z=\"0\"/><vertex x=\"0\" y=\"6\" z=\"0\"/><vertex x=\"0\" y=\"0\" z=\"{$apex}\"/></vertices><triangles>{$triangles}</triangles></mesh></object>";
}

function threeMf(string $resources, string $build = '<item objectid="1"/>', string $model = CORE_SPACE, array $parts = []): string
{
    return MeshFiles::zip([
        '[Content_Types].xml' => TYPES_PART, '_rels/.rels' => RELS_PART,
        '3D/3dmodel.model' => "<?xml version=\"1.0\"?><model {$model}><resources>{$resources}</resources>".($build === '' ? '' : "<build>{$build}</build>").'</model>', ...$parts,
    ]);
}

// the list a strict reader goes by: shared/CHECKS.md, 3MF core
it('accepts what a strict reader accepts', function (string $bytes, ?float $volume, int $triangles) {
    $report = MeshInspector::inspect(MeshFiles::read($bytes, '3mf')->mesh);
    expect($report->triangles)->toBe($triangles)->and($report->topology->isWatertight())->toBe($volume !== null);
    if ($volume !== null) {
        expect($report->volumeMm3)->toEqualWithDelta($volume, 1e-9 * $volume);
    }
})->with([
    'no unit means millimetres' => [threeMf(tetraObject(1)), 36.0, 4],
    'inches' => [threeMf(tetraObject(1), model: CORE_SPACE.' unit="inch"'), 36 * 25.4 ** 3, 4],
    'a transform' => [threeMf(tetraObject(1), '<item objectid="1" transform="0 2 0 -3 0 0 0 0 1 100 5 -7"/>'), 216.0, 4],
    'a mirroring transform keeps the inside in' => [threeMf(tetraObject(1), '<item objectid="1" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/>'), 36.0, 4],
    'components of components' => [threeMf(tetraObject(1).'<object id="2"><components><component objectid="1"/><component objectid="1" transform="1 0 0 0 1 0 0 0 1 20 0 0"/></components></object><object id="3"><components><component objectid="2"/><component objectid="2" transform="1 0 0 0 1 0 0 0 1 0 20 0"/></components></object>', '<item objectid="3"/>'), 144.0, 16],
    'another part path' => [threeMf('', '', parts: ['_rels/.rels' => str_replace('/3D/3dmodel.model', '/Marsh/heron.model', RELS_PART), 'Marsh/heron.model' => '<model '.CORE_SPACE.'><resources>'.tetraObject(1).'</resources><build><item objectid="1"/></build></model>']), 36.0, 4],
    'a support object out of the build' => [threeMf(tetraObject(1).tetraObject(2, 'type="support"')), 36.0, 4],
    'a support object in the build is left out' => [threeMf(tetraObject(1).tetraObject(2, 'type="support"'), '<item objectid="1"/><item objectid="2"/>'), 36.0, 4],
    'an open mesh' => [threeMf(tetraObject(1, 'type="surface"', '<triangle v1="0" v2="2" v3="1"/><triangle v1="0" v2="1" v3="3"/><triangle v1="0" v2="3" v3="2"/>')), null, 3],
    'objects in another part (production extension)' => [threeMf('', '<item objectid="5" p:path="/3D/other.model"/>', CORE_SPACE.' xmlns:p="http://schemas.microsoft.com/3dmanufacturing/production/2015/06" requiredextensions="p"', ['3D/other.model' => '<model '.CORE_SPACE.'><resources>'.tetraObject(5).'</resources><build/></model>']), 36.0, 4],
    'materials are passed over' => [threeMf('<basematerials id="9"><base name="clay" displaycolor="#AA8866"/></basematerials>'.tetraObject(1, 'pid="9" pindex="0"')), 36.0, 4],
]);

it('refuses what a strict reader refuses, with a reason', function (string $bytes, string $reason, string $words) {
    [$code, $sentence] = MeshFiles::verdict($bytes, '3mf');
    expect($code)->toBe($reason)->and($sentence)->toContain($words);
})->with([
    'a bad index' => [threeMf(tetraObject(1, '', '<triangle v1="0" v2="2" v3="4"/>')), 'bad_index', 'Object 1, triangle 0'],
    'a repeated index' => [threeMf(tetraObject(1, '', '<triangle v1="0" v2="2" v3="2"/>')), 'repeated_index', 'uses a vertex twice'],
    'NaN' => [threeMf(tetraObject(1, apex: 'NaN')), 'not_a_number', 'Object 1, vertex 3'],
    'a duplicate id' => [threeMf(tetraObject(1).tetraObject(1)), 'duplicate_id', 'id 1'],
    'a missing object' => [threeMf(tetraObject(1), '<item objectid="4"/>'), 'bad_index', 'Build item 1 refers to object 4'],
    'a forward reference' => [threeMf('<object id="2"><components><component objectid="1"/></components></object>'.tetraObject(1), '<item objectid="2"/>'), 'bad_index', 'Object 2, component 1 refers to object 1'],
    'an object made of itself' => [threeMf('<object id="1"><components><component objectid="1"/></components></object>'), 'bad_index', 'object 1'],
    'no build' => [threeMf(tetraObject(1), ''), 'no_build', 'no build'],
    'an empty build' => [threeMf(tetraObject(1), ' '), 'no_triangles', 'no triangle'],
    'a wrong namespace' => [threeMf(tetraObject(1), model: 'xmlns="http://example.org/core"'), 'wrong_namespace', 'core specification'],
    'a bad unit' => [threeMf(tetraObject(1), model: CORE_SPACE.' unit="furlong"'), 'unit', 'furlong'],
    'a bad type' => [threeMf(tetraObject(1, 'type="ghost"')), 'type', 'ghost'],
    'missing relationships' => [MeshFiles::zip(['[Content_Types].xml' => TYPES_PART, '3D/3dmodel.model' => '<model/>']), 'missing_part', 'relationships'],
    'missing content types' => [MeshFiles::zip(['_rels/.rels' => RELS_PART, '3D/3dmodel.model' => '<model/>']), 'missing_part', 'content types'],
    'a missing model' => [MeshFiles::zip(['[Content_Types].xml' => TYPES_PART, '_rels/.rels' => RELS_PART]), 'missing_part', '3dmodel.model'],
    'an unknown required extension' => [threeMf(tetraObject(1), model: CORE_SPACE.' xmlns:q="http://example.org/q" requiredextensions="q"'), 'extension', 'example.org/q'],
    'a flattening transform' => [threeMf(tetraObject(1), '<item objectid="1" transform="1 0 0 0 1 0 0 0 0 0 0 0"/>'), 'flat_transform', 'flattens'],
    'eleven numbers' => [threeMf(tetraObject(1), '<item objectid="1" transform="1 0 0 0 1 0 0 0 1 0 0"/>'), 'syntax', '12 numbers, not 11'],
    'mesh and components at once' => [threeMf('<object id="1"></object>'), 'syntax', 'Object 1 needs one mesh'],
    'entities' => [threeMf('', '', parts: ['3D/3dmodel.model' => '<?xml version="1.0"?><!DOCTYPE model [<!ENTITY a "b">]><model '.CORE_SPACE.'>&a;</model>']), 'entities', 'entities'],
    'an entity that names a file' => [threeMf('', '', parts: ['3D/3dmodel.model' => '<?xml version="1.0"?><!DOCTYPE model [<!ENTITY a SYSTEM "file:///etc/passwd">]><model '.CORE_SPACE.'>&a;</model>']), 'entities', 'entities'],
    'XML that breaks off' => [threeMf('', '', parts: ['3D/3dmodel.model' => '<model '.CORE_SPACE.'><resources><object id="1">']), 'syntax', 'damaged at line 1'],
    'no archive at all' => ['solid text', 'not_this_format', 'archive cannot be opened'],
    'nothing' => ['', 'empty', 'empty'],
    'nesting without end' => [threeMf('', '', parts: ['3D/3dmodel.model' => '<model '.CORE_SPACE.'>'.str_repeat('<resources>', 300).str_repeat('</resources>', 300).'</model>']), 'syntax', '3dmodel.model'],
]);

it('stops a part that unpacks without end', function () {
    $bomb = '<model '.CORE_SPACE.'><!--'.str_repeat(' ', 260_000_000).'--></model>';
    $zip = MeshFiles::zip(['[Content_Types].xml' => TYPES_PART, '_rels/.rels' => RELS_PART, '3D/3dmodel.model' => $bomb]);
    unset($bomb);
    expect(strlen($zip))->toBeLessThan(400_000)->and(MeshFiles::verdict($zip, '3mf')[0])->toBe('too_large');
});

it('counts what components multiply before it builds them', function () {
    $objects = tetraObject(1);
    foreach (range(2, 24) as $id) {
        $before = $id - 1;
        $objects .= "<object id=\"{$id}\"><components><component objectid=\"{$before}\"/><component objectid=\"{$before}\"/></components></object>";
    }
    [$reason, $sentence] = MeshFiles::verdict(threeMf($objects, '<item objectid="24"/>'), '3mf');
    expect($reason)->toBe('too_large')->and($sentence)->toContain(number_format(4 * 2 ** 23));
});

/** Objects 2 to n, each twice the one before. */
function doubled(int $n, string $of): string
{
    return implode('', array_map(static fn (int $id): string => sprintf('<object id="%d">'.$of.'</object>', $id, ...array_fill(0, substr_count($of, '%d'), $id - 1)), range(2, $n)));
}

it('refuses what doubles beyond the whole numbers, and what doubles without a triangle', function () {
    $twice = '<components><component objectid="%d"/><component objectid="%d"/></components>';
    [$reason, $sentence] = MeshFiles::verdict(threeMf(tetraObject(1).doubled(70, $twice), '<item objectid="70"/>'), '3mf');
    expect($reason)->toBe('too_large')->and($sentence)->toContain('over a billion triangles');
    // one triangle at the end of a tree whose other branches bear nothing: each object would be placed all the same
    $empty = '<object id="1"><mesh><vertices/><triangles/></mesh></object>';
    [$reason, $sentence] = MeshFiles::verdict(threeMf($empty.doubled(70, $twice).tetraObject(71), '<item objectid="70"/><item objectid="71"/>'), '3mf');
    expect($reason)->toBe('too_large')->and($sentence)->toContain('objects within objects');
});

it('leaves out vertices that no triangle uses, and keeps the order of the others', function () {
    $object = '<object id="1"><mesh><vertices>'.implode('', array_map(fn (int $i): string => '<vertex x="'.$i.'" y="'.($i * $i).'" z="'.($i % 2).'"/>', range(0, 9))).'</vertices><triangles><triangle v1="7" v2="2" v3="5"/></triangles></mesh></object>';
    $mesh = MeshFiles::read(threeMf($object, '<item objectid="1"/><item objectid="1" transform="1 0 0 0 1 0 0 0 1 0 0 9"/>'), '3mf')->mesh;
    expect($mesh->x)->toBe([2.0, 5.0, 7.0, 2.0, 5.0, 7.0])->and($mesh->z)->toBe([0.0, 1.0, 1.0, 9.0, 10.0, 10.0])->and($mesh->tri)->toBe([2, 0, 1, 5, 3, 4]);
});

it('tells build items apart by name', function () {
    $reading = MeshFiles::read(threeMf(tetraObject(1, 'name="Whelk"').tetraObject(2), '<item objectid="1"/><item objectid="2" transform="1 0 0 0 1 0 0 0 1 20 0 0"/>'), '3mf');
    expect(array_map(fn ($p) => [$p->name, $p->firstFacet, $p->facets], $reading->parts))->toBe([['Whelk', 0, 4], ['Object 2', 4, 4]])
        ->and($reading->unit)->toBe('millimeter');
});

// Debian lib3mf-doc (BSD), shared/CHECKS.md: 252 vertices, 500 triangles, volume and area by several tools
it('reads the helix of the 3MF library’s own examples', function () {
    $path = RealMeshes::path('helix.3mf');
    $report = MeshInspector::inspect(MeshFiles::read((string) file_get_contents($path), '3mf')->mesh);
    expect($report->triangles)->toBe(500)->and($report->vertices)->toBe(252)
        ->and($report->volumeMm3)->toEqualWithDelta(108196.544, 1e-6 * 108196.544)
        ->and($report->areaMm2)->toEqualWithDelta(23574.9633, 1e-6 * 23574.9633)
        ->and($report->hullVolumeMm3)->toEqualWithDelta(283765.93, 1e-6 * 283765.93)
        ->and($report->centreOfMassMm->x)->toEqualWithDelta(58.5007705, 1e-5);
});

it('lets the unpacked parts go once it is done with a file, read or refused, without waiting for a clean-up', function () {
    gc_disable();
    $open = static fn (): int => count((array) scandir('/proc/self/fd'));
    $before = $open();
    for ($n = 0; $n < 10; $n++) {
        expect(MeshFiles::verdict(threeMf(tetraObject(1)), '3mf')[0])->toBe('read')->and(MeshFiles::verdict(threeMf(tetraObject(1), '<item objectid="7"/>'), '3mf')[0])->not->toBe('read');
    }
    $after = $open();
    gc_enable();
    expect($after)->toBe($before);
});
