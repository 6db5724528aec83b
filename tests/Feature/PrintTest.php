<?php

declare(strict_types=1);

use App\Findings\Kinds\Laid;
use App\Findings\Kinds\Layering;
use App\Findings\Kinds\Seamed;
use App\Models\Finding;
use App\Models\Piece;
use Tests\Support\Pieces;
use Tests\Support\Solids;

/** A plate with a block on it and a cone beside: flat tops, slopes, and a stance that is the file's. */
function printedPiece(): Piece
{
    $flat = Solids::boxes([[30, 24, 4, [0, 0, 0]], [10, 8, 3, [4, 3, 4]]]);
    $cone = Solids::cone(5, 14, 48);
    $n = count($flat->x);
    $mesh = new Wrenlo\Core\Mesh\Mesh([...$flat->x, ...array_map(fn (float $x): float => $x - 9, $cone->x)], [...$flat->y, ...$cone->y], [...$flat->z, ...array_map(fn (float $z): float => $z + 3.5, $cone->z)], [...$flat->tri, ...array_map(fn (int $v): int => $v + $n, $cone->tri)]);
    $piece = Pieces::measured(mesh: $mesh, name: 'plate.stl', finalists: 2);
    decide($piece, 'stand', ['stance' => collect(stancesOf($piece))->firstWhere('origin', 'file')['id']])->assertSessionHasNoErrors();

    return $piece->refresh();
}

/** @return array<string, mixed> a station on the route card */
function headlineOf(Piece $piece, string $key): array
{
    return json_decode((string) json_encode(collect(test()->get("/pieces/{$piece->id}")->viewData('page')['props']['bench']->route)->firstWhere('key', $key)), true);
}

it('measures hours against seen step when it is asked, plans within hours while they are dragged, and keeps what is set', function () {
    $piece = printedPiece();
    $this->getJson("/pieces/{$piece->id}/layering/plan?mode=budget&hours=1")->assertUnprocessable()->assertJsonFragment(['message' => 'The paths of the layers are still being added up; a moment.']);
    $report = $this->getJson("/pieces/{$piece->id}/layering")->assertOk()->json();
    expect($report['underWay'])->toBeFalse()->and(count($report['curve']))->toBeGreaterThan(3)->and($report['even'])->toHaveCount(Pieces::bench($piece)->profile()->zStepMm > 0.03 ? 6 : 11)->and($report['laid'])->toBeNull();
    $knee = $report['curve'][$report['knee']];
    $plan = $this->getJson("/pieces/{$piece->id}/layering/plan?mode=budget&draft=1&hours={$knee['hours']}")->assertOk()->json();
    expect($plan['point']['hours'])->toBeLessThanOrEqual($knee['hours'] + 1e-8)->and($plan['ratio'])->toBeLessThanOrEqual(1.5 + 1e-9)->and(array_sum(array_map(fn (array $r): float => $r[0] * $r[1], $plan['runs'])))->toEqualWithDelta(17.5, 0.04);
    $this->getJson("/pieces/{$piece->id}/layering/plan?mode=budget&hours=0.001")->assertUnprocessable();
    $this->getJson("/pieces/{$piece->id}/layering/plan?mode=step&cusp_mm=0.05")->assertOk();
    decide($piece, 'layers', ['mode' => 'budget', 'hours' => 0.001])->assertSessionHasErrors('layer_mm');
    decide($piece, 'layers', ['mode' => 'budget', 'hours' => $knee['hours'], 'ranges' => [['from_mm' => 8, 'to_mm' => 10, 'least_mm' => 0.08, 'most_mm' => 0.12]]])->assertSessionHasNoErrors();
    $d = Pieces::bench($piece->refresh())->layers();
    $z = 0.0;
    foreach ($d->runs as [$mm, $count]) {
        for ($k = 0; $k < $count; $k++, $z += $mm) {
            expect($z + $mm / 2 < 8 || $z + $mm / 2 >= 10 || $mm <= 0.12 + 1e-9)->toBeTrue();
        }
    }
    // laid for real: the hours of every screen, within 3 % of what was promised
    $laid = $this->getJson("/pieces/{$piece->id}/layering")->json('laid');
    expect($laid['hours'])->toBeBetween(0.97 * $knee['hours'], 1.03 * $knee['hours'])->and($laid['layers'])->toBe(array_sum(array_column($d->runs, 1)));
    $choice = $this->get("/pieces/{$piece->id}")->inertiaProps('bench.stations.sheet.choice');
    expect($choice->isLaid ?? $choice['isLaid'])->toBeTrue()->and($choice->layers ?? $choice['layers'])->toBe($laid['layers'])->and(headlineOf($piece, 'layers')['figure'])->toContain('–');
    // back to even layers: the earlier ones are there again by undo
    decide($piece, 'layers', ['layer_mm' => 0.2])->assertSessionHasNoErrors();
    expect(Pieces::bench($piece->refresh())->layers()->runs)->toBe([]);
    $plan = $piece->refresh()->plan;
    $this->put("/pieces/{$piece->id}/plans/{$plan->id}/position", ['by' => -1, 'version' => $plan->version])->assertSessionHasNoErrors();
    expect(Pieces::bench($piece->refresh())->layers()->runs)->toEqual($d->runs);
});

it('compares the nozzles of the shelf, each measured once', function () {
    $piece = printedPiece();
    $curves = $this->getJson("/pieces/{$piece->id}/layering/nozzles")->assertOk()->json();
    expect(count($curves))->toBe($piece->user->nozzles()->count())->and(array_filter($curves, fn (array $c): bool => $c['isOwn']))->toHaveCount(1)->and(Finding::query()->where('kind', 'layering')->count())->toBe(count($curves));
    $this->getJson("/pieces/{$piece->id}/layering/nozzles");
    expect(Finding::query()->where('kind', 'layering')->count())->toBe(count($curves));
    usort($curves, fn (array $a, array $b): int => $a['boreMm'] <=> $b['boreMm']);
    expect($curves[0]['curve'][0]['hours'])->toBeGreaterThan(end($curves)['curve'][0]['hours']); // a coarse one is quicker at its quickest
});

it('leads the seam, tells what each way shows, and leads it again on other layers', function () {
    $piece = printedPiece();
    decide($piece, 'layers', ['layer_mm' => 0.2]);
    $report = $this->getJson("/pieces/{$piece->id}/seam")->assertOk()->json();
    $by = array_column($report['styles'], null, 'key');
    expect(array_keys($by))->toBe(['path', 'back', 'corner', 'scatter'])->and($by['path']['seenMm'])->toBeLessThanOrEqual($by['back']['seenMm'])->and($by['path']['moreMm'])->toEqualWithDelta(0.0, 0.2);
    $bytes = (string) $this->get($by['path']['url'])->assertOk()->getContent();
    $lists = App\Findings\Lists::open($bytes);
    expect($lists->count('x'))->toBe($by['path']['outlines'])->and(max($lists->floats('z')))->toBeLessThan(17.6);
    $this->put("/pieces/{$piece->id}/plans/{$piece->refresh()->plan->id}/decisions/seam", ['style' => 'zigzag', 'version' => $piece->plan->version])->assertSessionHasErrors('style');
    decide($piece, 'seam', ['style' => 'path'])->assertSessionHasNoErrors();
    expect(headlineOf($piece, 'seam'))->toMatchArray(['figure' => 'led path', 'state' => 'done']);
    // other layers, other outlines: another finding; the first is there again when one goes back
    decide($piece, 'layers', ['layer_mm' => 0.28]);
    expect($this->getJson("/pieces/{$piece->id}/seam")->json('styles.0.outlines'))->toBeLessThan($by['path']['outlines']);
    $runs = Finding::query()->where('kind', 'seamed')->count();
    decide($piece, 'layers', ['layer_mm' => 0.2]);
    expect($this->getJson("/pieces/{$piece->id}/seam")->json('styles.0.outlines'))->toBe($by['path']['outlines'])->and(Finding::query()->where('kind', 'seamed')->count())->toBe($runs);
});

it('finds flat tops, irons those that were chosen, and says what that takes', function () {
    $piece = printedPiece();
    decide($piece, 'layers', ['layer_mm' => 0.2]);
    $report = $this->getJson("/pieces/{$piece->id}/ironing")->assertOk()->json();
    expect(array_map(fn (array $t): array => [round($t['zMm'], 2), $t['isTopmost']], $report['tops']))->toBe([[7.0, true], [4.0, false]])->and($report['tops'][0]['areaMm2'])->toEqualWithDelta(80, 0.01)
        ->and($report['minutes'])->toEqual(0)->and($report['topMinutes'])->toBeLessThan($report['allMinutes'])->and($report['gainMm'])->toEqualWithDelta(0.02, 1e-9);
    decide($piece, 'iron', ['scope' => 'top'])->assertSessionHasNoErrors();
    $top = $this->getJson("/pieces/{$piece->id}/ironing")->json();
    expect(array_column($top['tops'], 'isIroned'))->toBe([true, false])->and($top['minutes'])->toEqualWithDelta($top['topMinutes'], 1e-9);
    decide($piece, 'iron', ['scope' => 'worth', 'minutes' => $report['topMinutes'] + 0.1])->assertSessionHasNoErrors();
    expect(array_column($this->getJson("/pieces/{$piece->id}/ironing")->json('tops'), 'isIroned'))->toBe([true, false]);
    // twice as fast takes about half
    decide($piece, 'iron', ['scope' => 'all', 'mm_per_s' => 40])->assertSessionHasNoErrors();
    expect($this->getJson("/pieces/{$piece->id}/ironing")->json('minutes'))->toBeBetween(0.48 * $report['allMinutes'], 0.56 * $report['allMinutes'])->and(headlineOf($piece, 'iron')['figure'])->toContain('min');
    decide($piece, 'iron', ['spacing_mm' => 0])->assertSessionHasErrors('iron');
});

it('hands layers, seam and strokes over, each alone and all in one archive', function () {
    $piece = printedPiece();
    decide($piece, 'layers', ['layer_mm' => 0.2]);
    decide($piece, 'seam', ['style' => 'path']);
    decide($piece, 'iron', ['scope' => 'all']);
    $csv = (string) $this->get("/pieces/{$piece->id}/export/layers")->assertOk()->assertHeader('Content-Type', 'text/csv; charset=utf-8')->getContent();
    $rows = array_map(fn (string $l): array => explode(',', $l), explode("\n", trim($csv)));
    expect(array_shift($rows))->toBe(['layer', 'z_top_mm', 'height_mm'])->and(array_sum(array_map(fn (array $r): float => (float) $r[2], $rows)))->toEqualWithDelta(17.5, 0.2)->and((float) end($rows)[1])->toEqualWithDelta(17.5, 0.2);
    $plan = $this->get("/pieces/{$piece->id}/export/json")->json();
    expect($plan['layers']['profile'])->toHaveCount(count($rows))->and(count($plan['seam']['points_mm']))->toBeGreaterThan(80)->and(array_column($plan['ironing']['tops'], 'z_mm'))->toEqual([7, 4]);
    $this->get("/pieces/{$piece->id}/export/sheet")->assertSee('led path')->assertSee('all flat tops')->assertSee('0.1 mm apart at 20 mm/s, 10 % flow');
    $path = tempnam(sys_get_temp_dir(), 'zip');
    file_put_contents($path, $this->get("/pieces/{$piece->id}/export/zip")->assertOk()->streamedContent());
    $zip = new ZipArchive;
    expect($zip->open($path))->toBeTrue();
    $names = array_map(fn (int $k): string => (string) $zip->getNameIndex($k), range(0, $zip->numFiles - 1));
    expect($names)->toBe(['layers.csv', 'plan.json', 'seam.csv', 'ironing/z-7.00-mm.svg', 'ironing/z-4.00-mm.svg'])->and($zip->getFromName('layers.csv'))->toBe($csv)
        ->and(count(explode("\n", trim((string) $zip->getFromName('seam.csv')))))->toBe(1 + count($plan['seam']['points_mm']));
    $svg = new SimpleXMLElement((string) $zip->getFromName('ironing/z-7.00-mm.svg'));
    expect((string) $svg['width'])->toBe('12mm')->and((string) $svg['height'])->toBe('10mm')->and(count($svg->children()))->toBeGreaterThan(1);
    $zip->close();
    unlink($path);
});

it('answers 409 where nothing stands, and keeps one run of each', function () {
    $piece = Pieces::measured(finalists: 2);
    foreach (['layering', 'seam', 'ironing', 'layering/nozzles'] as $address) {
        $this->getJson("/pieces/{$piece->id}/{$address}")->assertStatus(409);
    }
    expect(Finding::query()->whereIn('kind', [Layering::name(), Laid::name(), Seamed::name(), 'ironed'])->count())->toBe(0);
});
