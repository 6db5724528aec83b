<?php

declare(strict_types=1);

use Tests\TestCase;

pest()->extend(TestCase::class)->in('Feature');
pest()->extend(Tests\WorkersCase::class)->in('Workers');

/**
 * Runs a command as the shell would and reads its JSON.
 *
 * @return array<string, mixed>
 */
function wrenlo(string $command, array $arguments): array
{
    expect(Illuminate\Support\Facades\Artisan::call("wrenlo:{$command}", [...$arguments, '--json' => true]))->toBe(0);

    return json_decode(Illuminate\Support\Facades\Artisan::output(), true, flags: JSON_THROW_ON_ERROR);
}

/** Takes a decision at a station, as the screen does. */
function decide(App\Models\Piece $piece, string $station, array $changes): Illuminate\Testing\TestResponse
{
    $plan = $piece->plan()->firstOrFail();

    return test()->put("/pieces/{$piece->id}/plans/{$plan->id}/decisions/{$station}", ['version' => $plan->version, ...$changes]);
}

/** @return list<array<string, mixed>> the stances of a piece, best first */
function stancesOf(App\Models\Piece $piece): array
{
    return test()->getJson("/pieces/{$piece->id}/ranking")->assertOk()->json('stances');
}

/**
 * Drops a file on the page, as a person would. ChromeDriver puts it on the disk for the page and at times takes it away before it was read (one in eighty:
 * net::ERR_FILE_NOT_FOUND), so it is read into memory first, and handed over again where it was gone already.
 */
function dropFile(Tests\Support\Chrome $chrome, string $bytes, string $name): void
{
    // through the page's own input: ChromeDriver cannot drag from outside, so the drop event is made from what it holds
    $path = sys_get_temp_dir().'/'.bin2hex(random_bytes(4)).'-'.$name;
    file_put_contents($path, $bytes);
    for ($n = 0, $isDropped = false; $n < 4 && ! $isDropped; $n++) {
        $chrome->js("document.querySelector('#from-outside')?.remove(); const i = document.createElement('input'); i.type = 'file'; i.id = 'from-outside'; document.body.append(i);");
        $chrome->first('#from-outside')->setFileDetector(new Facebook\WebDriver\Remote\LocalFileDetector)->sendKeys($path);
        $isDropped = $chrome->driver->executeAsyncScript(<<<'JS'
            const [name, done] = arguments; const i = document.querySelector('#from-outside');
            i.files[0].arrayBuffer().then((bytes) => {
                const data = new DataTransfer(); data.items.add(new File([bytes], name)); i.remove();
                const at = document.querySelector('main');
                at.dispatchEvent(new DragEvent('dragover', { dataTransfer: data, bubbles: true, cancelable: true }));
                at.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
                done(true);
            }, () => done(false));
            JS, [$name]);
    }
    unlink($path);
    expect($isDropped)->toBeTrue();
}

/** The stance looked at, by its id; empty where there is none. */
function stanceInHand(Tests\Support\Chrome $chrome): string
{
    return (string) $chrome->js("return document.querySelector('[data-stance][aria-current=true]')?.dataset.stance ?? ''");
}

/** @return array<string, mixed> the mesh report of a piece */
function reportOf(App\Models\Piece $piece): array
{
    return App\Plans\Bench::of($piece->refresh())->done(App\Findings\Kinds\Report::class)->headline['report'];
}

/** The mesh of a piece as its plan has it. */
function meshOf(App\Models\Piece $piece): Wrenlo\Core\Mesh\Mesh
{
    return App\Findings\MeshInHand::reading(App\Plans\Bench::of($piece->refresh())->subject())->mesh;
}

/** @return array<string, mixed> what a station's page is given */
function pageOf(App\Models\Piece $piece, string $station): array
{
    return test()->get("/pieces/{$piece->id}")->assertOk()->inertiaProps("bench.stations.{$station}");
}
