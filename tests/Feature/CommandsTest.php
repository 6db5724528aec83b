<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;
use Tests\Support\MeshFiles;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Mesh\MeshInspector;

const POSE_KEYS = [
    'height_mm', 'overhang_area_mm2', 'support_to_plate_mm3', 'support_mm3', 'scar_area_mm2', 'landing_area_mm2', 'islands', 'step_mean_mm',
    'seen_step_mean_mm', 'terrace_area_mm2', 'flat_up_area_mm2', 'plate_contact_mm2', 'topple_margin_mm', 'hours', 'grams',
];

it('inspects', function () {
    $report = wrenlo('inspect', ['file' => Solids::file(Solids::stl(Solids::box(20, 30, 40)))]);
    expect($report)->toHaveKeys([
        'triangles', 'vertices', 'shells', 'boundary_edges', 'non_manifold_edges', 'flipped_edges', 'degenerate_facets', 'duplicate_facets', 'euler',
        'watertight', 'volume_mm3', 'area_mm2', 'centre_of_mass_mm', 'bbox_mm', 'hull_volume_mm3', 'unit_guess', 'warnings',
    ])->and($report['volume_mm3'])->toEqual(24000.0)->and($report['centre_of_mass_mm'])->toEqual([10.0, 15.0, 20.0])
        ->and($report['bbox_mm'])->toEqual([[0.0, 0.0, 0.0], [20.0, 30.0, 40.0]])->and($report['unit_guess'])->toBe('mm')->and($report['warnings'])->toBe([]);
});

it('reads every format it knows, and writes the one the ending says', function (string $ending) {
    $out = sys_get_temp_dir().'/wrenlo-standing-'.getmypid().".{$ending}";
    $result = wrenlo('export', ['file' => Solids::file(MeshFiles::bytes(Solids::box(20, 30, 40), $ending), $ending), '--up' => '1,0,0', '--out' => $out]);
    expect($result['triangles'])->toBe(12)->and($result['height_mm'])->toEqual(20.0);
    expect(wrenlo('inspect', ['file' => $out]))->toMatchArray(['triangles' => 12, 'watertight' => true])->volume_mm3->toEqualWithDelta(24000.0, 1e-3);
    unlink($out);
})->with(['stl', '3mf', 'obj', 'ply']);

it('poses', function () {
    $pose = wrenlo('pose', ['file' => Solids::file(Solids::stl(Solids::box(20, 30, 40))), '--up' => '1,0,0', '--layer' => '0.1']);
    expect($pose)->toHaveKeys(POSE_KEYS)->and($pose['height_mm'])->toEqual(20.0)->and($pose['plate_contact_mm2'])->toEqual(1200.0)
        ->and($pose['topple_margin_mm'])->toEqualWithDelta(15.0, 1e-9)->and($pose['layers'])->toBe(200)->and($pose['support_mm3'])->toEqual(0.0);
});

it('orients, with reasons and the numbers that pose gives', function () {
    $file = Solids::file(Solids::stl(Solids::cone(15, 40, 48)));
    $result = wrenlo('orient', ['file' => $file, '--directions' => '300', '--top' => '5', '--preset' => 'plastic']);
    expect($result['timings_ms'])->toHaveKeys(['read', 'hull', 'search', 'exact'])->and($result['directions'])->toBeGreaterThan(300)
        ->and($result['candidates'])->toHaveCount(5)->and(array_column($result['candidates'], 'rank'))->toBe([1, 2, 3, 4, 5]);
    foreach ($result['candidates'] as $candidate) {
        $pose = wrenlo('pose', ['file' => $file, '--up' => implode(',', array_map(fn ($v) => sprintf('%.17g', $v), $candidate['up']))]);
        foreach (POSE_KEYS as $key) {
            expect($candidate['metrics'][$key])->toEqualWithDelta($pose[$key], 1e-6 * max(1, abs($pose[$key])), $key);
        }
        expect($candidate['reason'])->toMatch('/\d/')->toEndWith('.');
    }
    expect(array_column($result['candidates'], 'score'))->toBe(collect($result['candidates'])->pluck('score')->sort()->values()->all());
    // the pose of the file is ranked along, however poor it is: here on its tip
    $tip = wrenlo('orient', ['file' => Solids::file(Solids::stl(Solids::turned(Solids::cone(15, 40, 48), new Wrenlo\Core\Geometry\Vec3(0, 0, -1)))), '--directions' => '100', '--top' => '3', '--preset' => 'safe'])['candidates'];
    expect(array_column($tip, 'origin'))->toHaveCount(3)->toContain('file')->and($tip[2]['origin'])->toBe('file');
});

it('exports the mesh standing on the plate', function () {
    $file = Solids::file(Solids::stl(Solids::box(20, 30, 40, [5.0, 5.0, 5.0])));
    $out = Solids::file('');
    wrenlo('export', ['file' => $file, '--up' => '1,1,0', '--out' => $out]);
    $mesh = MeshFormats::read(fopen($out, 'rb'), 'stl')->mesh;
    $bounds = $mesh->bounds();
    expect($bounds->min->z)->toBe(0.0)->and($bounds->max->z)->toEqualWithDelta((20 + 30) / sqrt(2), 1e-5)
        ->and($bounds->min->x)->toEqualWithDelta(-$bounds->max->x, 1e-5)
        ->and(MeshInspector::inspect($mesh)->volumeMm3)->toEqualWithDelta(24000.0, 0.01);
});

it('exits with 1 and one sentence on stderr for what it cannot read', function (array $command, string $sentence) {
    $process = new Process(['php', 'artisan', ...$command], base_path(), ['APP_KEY' => config('app.key')]);
    $process->run();
    expect($process->getExitCode())->toBe(1)->and($process->getOutput())->toBe('')
        ->and(trim($process->getErrorOutput()))->toContain($sentence)->not->toContain("\n");
})->with(fn () => [
    'no such file' => [['wrenlo:inspect', '/nowhere/shell.stl', '--json'], 'There is no readable file “shell.stl”.'],
    'cut off' => [['wrenlo:inspect', Solids::file(substr(Solids::stl(Solids::box(1, 1, 1)), 0, 300)), '--json'], 'ends at byte 300'],
    'another format' => [['wrenlo:pose', Solids::file('x', 'dat'), '--up=0,0,1', '--json'], 'does not read “.dat” files yet'],
    'no direction' => [['wrenlo:pose', Solids::file(Solids::stl(Solids::box(1, 1, 1))), '--json'], '--up is needed'],
    'a wrong preset' => [['wrenlo:orient', Solids::file(Solids::stl(Solids::box(1, 1, 1))), '--preset=pretty', '--json'], '--preset is one of'],
]);
