<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Chrome;
use Tests\Support\RealMeshes;
use Tests\Support\Running;
use Tests\Support\Solids;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;

beforeEach(function () {
    $this->app = Running::start();
    $this->chrome = Chrome::start();
});

afterEach(function () {
    $log = $this->app->log();
    $this->chrome->stop();
    $this->app->stop();
    expect($log)->toBe('');
});

/** An application that searches as many directions and proves as many stances as a person gets. */
function searchInFull(Running $app): Running
{
    $app->stop();

    return Running::start(['WRENLO_DIRECTIONS' => '2000', 'WRENLO_FINALISTS' => '24']);
}

function percentShown(Chrome $chrome): int
{
    return (int) $chrome->js("return document.querySelector('[data-percent]')?.dataset.percent ?? -1");
}

it('goes from a dropped file to a downloaded mesh', function () {
    $this->app = searchInFull($this->app);
    $mesh = Marsh::curlew(2.2);
    $this->chrome->visit($this->app->url)->waitForText('Nothing on the shelves yet');
    dropFile($this->chrome, Solids::stl($mesh), 'curlew on a post.stl');
    // waiting, before any worker looks at it
    $this->chrome->waitForText('Waiting for its turn');
    $this->app->startWorker();
    $this->chrome->until('some progress', fn (Chrome $c) => percentShown($c) > 0 || stanceInHand($c) !== '');
    $this->chrome->until('the candidates', fn (Chrome $c) => count($c->all('[data-stance]')) === 24, 90);
    $this->chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]'), 60);
    $this->chrome->waitForText('these proven layer by layer', 90);

    // a moved weight brings another stance to the front
    $order = fn (): array => $this->chrome->js("return [...document.querySelectorAll('[data-stance]')].map((b) => b.dataset.stance)");
    $before = $order();
    $slider = $this->chrome->first('[data-weight=stand]');
    $slider->sendKeys(WebDriverKeys::END);
    $this->chrome->first('[data-weight=scar]')->sendKeys(WebDriverKeys::HOME);
    $this->chrome->until('another order', fn () => $order() !== $before);
    $this->chrome->waitForText('proven so far')->waitForText('these proven layer by layer', 90);

    // another stance, its numbers and its layers
    $this->chrome->until('a third print', fn (Chrome $c) => count($c->all('[data-stance]')) > 2);
    $this->chrome->js("document.querySelectorAll('[data-stance]')[2].click()");
    $this->chrome->waitForText('Stance 3 of');
    $chosen = stanceInHand($this->chrome);
    $this->chrome->press('Take this stance');
    $this->chrome->waitForText('How fine, and where?');
    $this->chrome->first('[data-layer="0.12"]')->click();
    $this->chrome->press('Set 0.12 mm');
    $this->chrome->waitForText('Where do layers begin?');
    $this->chrome->keys('7');
    $this->chrome->waitForText('Take it to the printer');
    $this->chrome->until('the plan', fn (Chrome $c) => str_contains($c->text(), 'layers of 0.12'));
    $this->chrome->driver->findElement(Facebook\WebDriver\WebDriverBy::xpath("//a[normalize-space()='STL']"))->click();
    $file = $this->chrome->until('the download', fn (Chrome $c) => glob($c->downloads.'/*.stl')[0] ?? null, 60);

    $stance = json_decode((string) $this->chrome->js('return fetch(location.pathname + "/stances/" + arguments[0]).then((r) => r.text())', $chosen), true);
    $out = MeshFormats::read(fopen($file, 'rb'), 'stl')->mesh;
    expect($out->bounds()->min->z)->toBe(0.0)
        ->and($out->bounds()->size()->z)->toEqualWithDelta($stance['tracks']['heightMm'], 1e-3)
        ->and(MeshInspector::inspect($out)->volumeMm3)->toEqualWithDelta(MeshInspector::inspect($mesh)->volumeMm3, 1e-4 * MeshInspector::inspect($mesh)->volumeMm3);

    // what was decided is still there after a reload, and can be undone
    $this->chrome->visit($this->chrome->driver->getCurrentURL())->waitForText('Take it to the printer');
    $this->chrome->waitForText('layers of 0.12');
});

it('keeps the progress of a measurement over a reload and over a killed worker', function () {
    $this->app = searchInFull($this->app);
    $this->chrome->visit($this->app->url)->waitForText('Nothing on the shelves yet');
    dropFile($this->chrome, (string) file_get_contents(dirname(__DIR__, 2).'/node_modules/stl-models/objects/bunny.bin.stl'), 'rabbit.stl');
    $this->chrome->waitForText('Waiting for its turn');
    $this->app->startWorker();
    // on a fast machine the first ranking may be there before the page has asked twice
    $seen = $this->chrome->until('half-way', fn (Chrome $c) => percentShown($c) >= 12 ? percentShown($c) : (stanceInHand($c) !== '' ? 60 : null), 60);
    $this->app->killWorker();
    $address = $this->chrome->driver->getCurrentURL();
    $this->chrome->visit('about:blank');
    $this->chrome->visit($address);
    $kept = $this->chrome->until('the progress', fn (Chrome $c) => percentShown($c) >= 0 || stanceInHand($c) !== '' ? max(percentShown($c), 60 * (int) (stanceInHand($c) !== '')) : null);
    expect($kept)->toBeGreaterThanOrEqual($seen);
    // a new worker goes on with it, by itself
    $this->app->startWorker();
    $this->chrome->waitForText('these proven layer by layer', 180);
    // the scan came in metres: Wrenlo proposes, the person decides
    $this->chrome->press('Look');
    $this->chrome->waitForText('It was drawn in metres');
});

it('refuses a wrong file and shows what is wrong with a damaged one', function () {
    $this->app->startWorker();
    $this->chrome->visit($this->app->url)->waitForText('Nothing on the shelves yet');
    dropFile($this->chrome, 'hello', 'letter.txt');
    $this->chrome->waitForText('is not a file Wrenlo reads yet; it reads STL, 3MF, OBJ, PLY, PNG, JPG and JPEG.');
    dropFile($this->chrome, substr(Solids::stl(Marsh::pod()), 0, 9000), 'half a pod.stl');
    $this->chrome->waitForText('The file could not be read', 60)->waitForText('The file ends at byte 9,000');
    $this->chrome->visit($this->app->url)->waitForText('See what is wrong with the file');
    dropFile($this->chrome, Solids::stl(Marsh::brokenFern(1.8)), 'fern.stl');
    $this->chrome->until('the candidates', fn (Chrome $c) => count($c->all('[data-stance]')) > 0, 90);
    $this->chrome->press('Look');
    $this->chrome->waitForText('Not a closed solid')->waitForText('border a hole')->waitForText('What can be put right');
    // what would be touched is shown first, then it is repaired, then taken back
    $this->chrome->js("document.querySelector('[aria-label^=\"Show where: Close\"]').click()");
    $this->chrome->waitForText('Facets a repair would touch');
    foreach (['degenerate', 'duplicate', 'winding', 'holes'] as $repair) {
        $this->chrome->first("#repair-{$repair}")->click();
    }
    $this->chrome->press('Repair and measure anew');
    $this->chrome->waitForText('A sound solid', 90)->waitForText('Done; there is nothing more to do');
    $this->chrome->keys('2');
    $this->chrome->waitForText('these proven layer by layer', 90);
    $this->chrome->keys('1');
    $this->chrome->waitForText('What can be put right');
    $this->chrome->first('#repair-holes')->sendKeys(' ');
    $this->chrome->press('Take it back and measure anew');
    $this->chrome->waitForText('Not a closed solid', 90);
});

it('leads from facets that lie over each other to the repair that helps', function () {
    $this->app->startWorker();
    $this->chrome->visit($this->app->url)->waitForText('Nothing on the shelves yet');
    $box = Solids::box(20, 30, 40);
    dropFile($this->chrome, Solids::stl(new Mesh($box->x, $box->y, $box->z, array_merge(...array_fill(0, 60, $box->tri)))), 'crate.stl');
    $this->chrome->waitForText('The mesh cannot be measured as it is', 60)->waitForText('cover the box round the piece 60 times');
    $this->chrome->press('To the repairs');
    $this->chrome->waitForText('What can be put right')->waitForText('cover the box round the piece 60 times');
    $this->chrome->first('#repair-duplicate')->click();
    $this->chrome->press('Repair and measure anew');
    $this->chrome->waitForText('A sound solid', 60);
    $this->chrome->keys('2');
    $this->chrome->waitForText('these proven layer by layer', 90);
});

it('can be worked by keyboard alone', function () {
    $this->app->startWorker();
    $this->chrome->visit($this->app->url)->waitForText('Nothing on the shelves yet');
    dropFile($this->chrome, Solids::stl(RealMeshes::bunny()->scaled(10)), 'rabbit.stl');
    $this->chrome->waitForText('these proven layer by layer', 90);
    $this->chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]'), 60);
    $first = stanceInHand($this->chrome);
    $this->chrome->keys('p');
    $this->chrome->until('the pin', fn (Chrome $c) => str_contains($c->text(), 'Unpin'));
    $this->chrome->keys('j');
    $this->chrome->until('the next stance', fn (Chrome $c) => stanceInHand($c) !== $first);
    $this->chrome->keys('c');
    $this->chrome->waitForText('Pinned, stance 1');
    $this->chrome->keys('c');
    $this->chrome->keys('o');
    $this->chrome->waitForText('Overhang from the vertical');
    $this->chrome->keys('[');
    $this->chrome->until('a cut', fn (Chrome $c) => str_contains((string) $c->js("return document.querySelector('[role=slider][aria-label^=Cut]').getAttribute('aria-valuetext')"), 'layer'));
    $this->chrome->keys('?');
    $this->chrome->waitForText('Take this stance');
    expect($this->chrome->js("return document.querySelector('dialog[open]') !== null"))->toBeTrue();
    $this->chrome->keys(WebDriverKeys::ESCAPE);
    $this->chrome->until('the list to close', fn (Chrome $c) => $c->js("return document.querySelector('dialog[open]') === null && document.activeElement === document.body"));
    $this->chrome->keys(WebDriverKeys::ENTER);
    $this->chrome->waitForText('How fine, and where?');
    $this->chrome->keys('u');
    $this->chrome->until('undone', fn (Chrome $c) => $c->js("return [...document.querySelectorAll('nav[aria-label=Stations] button')][2].disabled"));
});

it('lets the front be dragged round and measures anew from there', function () {
    $this->app->startWorker();
    $this->chrome->visit($this->app->url)->waitForText('Nothing on the shelves yet');
    dropFile($this->chrome, Solids::stl(Marsh::pod()), 'pod.stl');
    $this->chrome->waitForText('these proven layer by layer', 90);
    $this->chrome->keys('1');
    $this->chrome->waitForText('Where will people stand?');
    $this->chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]'), 60);
    foreach (range(1, 12) as $_) {
        $this->chrome->first('input[aria-label="Turn the front, degrees"]')->sendKeys(WebDriverKeys::ARROW_RIGHT);
    }
    $this->chrome->waitForText('30°');
    $this->chrome->press('measure anew');
    $this->chrome->keys('2');
    // until the change is kept the ranking of the front before stands
    $front = 'return fetch(location.pathname, { headers: { "X-Inertia": "true", "X-Requested-With": "XMLHttpRequest", "X-Inertia-Version": JSON.parse(document.querySelector("script[data-page]")?.textContent ?? document.querySelector("#app").dataset.page).version ?? "" } }).then((r) => r.json()).then((p) => p.props.bench.stations.look.front)';
    $this->chrome->until('the front', function (Chrome $c) use ($front): bool {
        [$x, $y, $z] = $c->js($front);

        return abs($x - 0.5) + abs($y + sqrt(0.75)) + abs($z) < 1e-6;
    });
    $this->chrome->waitForText('these proven layer by layer', 120);
});
