<?php

declare(strict_types=1);

use Tests\Support\Solids;
use Wrenlo\Core\Mesh\Mesh;

function solidFile(Mesh $mesh): string
{
    return Solids::file(Solids::stl($mesh));
}

it('slices: every layer in its middle', function () {
    $j = wrenlo('slice', ['file' => solidFile(Solids::box(20, 10, 3.1)), '--up' => '0,0,1', '--layer' => '0.2']);
    expect($j['layers'])->toHaveCount(15)->and($j['layers'][0])->toMatchArray(['z_mm' => 0.1, 'loops' => 1]);
    foreach ($j['layers'] as $k => $l) {
        expect($l['z_mm'])->toEqualWithDelta(($k + 0.5) * 0.2, 1e-9)->and($l['area_mm2'])->toEqualWithDelta(200, 1e-4)->and($l['perimeter_mm'])->toEqualWithDelta(60, 1e-4);
    }
});

it('adds up the paths of a cube as they are laid', function () {
    // 20 mm, w 0.45, h 0.2: s = 0.407; three walls of 4·(20 − 2·(w/2 + k·s))
    $j = wrenlo('time', ['file' => solidFile(Solids::box(20, 20, 20)), '--layer' => '0.2']);
    $s = 0.45 - 0.2 * (1 - M_PI / 4);
    $wall = array_sum(array_map(fn (int $k): float => 4 * (20 - 2 * (0.225 + $k * $s)), [0, 1, 2])) * 100;
    $side = 20 - 2 * (0.225 + 2.5 * $s);
    expect($j['layers'])->toBe(100)->and($j['mm']['wall'])->toEqualWithDelta($wall, 0.005 * $wall)->and($j['mm']['skin'])->toEqualWithDelta(8 * $side ** 2 / $s, 0.005 * 8 * $side ** 2 / $s)
        ->and($j['mm']['infill'])->toEqualWithDelta(92 * 0.12 * $side ** 2 / $s, 0.005 * 92 * 0.12 * $side ** 2 / $s)
        ->and($j['grams'])->toEqualWithDelta(array_sum([$j['mm']['wall'], $j['mm']['skin'], $j['mm']['infill']]) * $s * 0.2 * 1.24 / 1000, 1e-6)->and($j['hours'] * 3600)->toEqualWithDelta(array_sum($j['seconds']), 1e-6)
        ->and(array_keys($j['seconds']))->toBe(['wall', 'skin', 'infill', 'travel', 'layer_change', 'slowed'])->and(array_keys($j['mm']))->toBe(['wall', 'skin', 'infill', 'travel']);
    // a pin of 3 mm is slowed down: every layer takes three seconds, and the change
    $pin = wrenlo('time', ['file' => solidFile(Solids::box(3, 3, 10)), '--layer' => '0.2']);
    expect($pin['hours'] * 3600)->toEqualWithDelta(50 * 5.0, 1e-6);
});

it('plans layers in three ways, and says why when it cannot', function () {
    $file = solidFile(Solids::sphere(9, 60));
    $even = wrenlo('layers', ['file' => $file, '--mode' => 'uniform', '--layer' => '0.2', '--up' => '0,0,1', '--front' => '0,-1,0', '--nozzle' => '0.4']);
    $step = wrenlo('layers', ['file' => $file, '--mode' => 'step', '--cusp-mm' => '0.08']);
    $budget = wrenlo('layers', ['file' => $file, '--mode' => 'budget', '--hours' => sprintf('%.9f', $even['hours'])]);
    foreach ([$even, $step, $budget] as $j) {
        expect($j)->toHaveKeys(['layers', 'min_mm', 'max_mm', 'ratio_limit', 'hours', 'seen_step_mean_mm', 'heights'])->and(array_sum($j['heights']))->toEqualWithDelta(18.0, 0.04)->and($j['layers'])->toBe(count($j['heights']));
    }
    expect($budget['hours'])->toBeLessThanOrEqual($even['hours'] + 1e-8)->and($budget['seen_step_mean_mm'])->toBeLessThan($even['seen_step_mean_mm'])->and($even['min_mm'])->toBe(0.2);
    $first = wrenlo('layers', ['file' => $file, '--mode' => 'budget', '--hours' => (string) $even['hours'], '--first' => '0.2']);
    expect($first['heights'][0])->toBe(0.2);
    foreach ([['--mode' => 'best'], ['--mode' => 'budget'], ['--mode' => 'budget', '--hours' => '0.0001'], ['--mode' => 'uniform', '--layer' => '0.5'], ['--nozzle' => '9']] as $wrong) {
        $this->artisan('wrenlo:layers', ['file' => $file, ...$wrong])->assertFailed();
    }
});

it('leads the seam on every outline', function () {
    $file = solidFile(Solids::cylinder(8, 6, 90));
    $path = wrenlo('seam', ['file' => $file, '--up' => '0,0,1', '--front' => '0,-1,0', '--layer' => '0.3', '--style' => 'path']);
    $back = wrenlo('seam', ['file' => $file, '--layer' => '0.3', '--style' => 'back']);
    expect($path)->toHaveKeys(['chains', 'loops', 'seam_mm', 'seen_seam_mm', 'jumps', 'points'])->and($path['loops'])->toBe(20)->and($path['points'])->toHaveCount(20)->and($path['chains'])->toBe(1)->and($path['jumps'])->toBe(0)
        ->and($path['seam_mm'])->toEqualWithDelta(6.0, 1e-9)->and($path['seen_seam_mm'])->toBeLessThanOrEqual($back['seen_seam_mm']);
    foreach ($path['points'] as $k => [$x, $y, $z]) {
        expect(hypot($x, $y))->toEqualWithDelta(8, 0.01)->and($y)->toBeGreaterThan(4)->and($z)->toEqualWithDelta(0.3 * ($k + 0.5), 1e-9);
    }
    $this->artisan('wrenlo:seam', ['file' => $file, '--style' => 'anywhere'])->assertFailed();
});

it('irons what lies level', function () {
    $file = solidFile(Solids::boxes([[30, 20, 4, [0, 0, 0]], [10, 8, 3, [0, 0, 4]]]));
    $all = wrenlo('iron', ['file' => $file, '--spacing' => '0.1', '--speed' => '20', '--flow' => '10', '--inset' => '0.2', '--scope' => 'all']);
    $top = wrenlo('iron', ['file' => $file, '--scope' => 'top']);
    expect($all)->toHaveKeys(['regions', 'minutes', 'height_gain_mm'])->and($all['regions'])->toHaveCount(2)->and($top['regions'])->toHaveCount(1)->and($top['minutes'])->toBeLessThan($all['minutes'])
        ->and($all['regions'][0])->toHaveKeys(['z_mm', 'area_mm2', 'ironed_area_mm2', 'seen', 'pattern', 'direction_deg', 'strokes_mm', 'minutes'])->and($all['regions'][0]['pattern'])->toBe('zigzag');
    foreach ([['--scope' => 'some'], ['--spacing' => '0'], ['--speed' => '-3']] as $wrong) {
        $this->artisan('wrenlo:iron', ['file' => $file, ...$wrong])->assertFailed();
    }
});
