<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Chrome;
use Tests\Support\Running;
use Tests\Support\Solids;

beforeEach(function () {
    $this->app = Running::start();
    $this->app->startWorker();
    $this->chrome = Chrome::start();
});

afterEach(function () {
    $log = $this->app->log();
    $this->chrome->stop();
    $this->app->stop();
    expect($log)->toBe('');
});

/** What the route card says beside a station’s name. */
function holdFigure(Chrome $chrome): string
{
    return (string) $chrome->js("return [...document.querySelectorAll('nav button')].find((b) => b.innerText.includes('Hold'))?.innerText ?? ''");
}

it('lists what needs holding, flies to it by mouse and by keys, signs it off, and asks again at another limit', function () {
    $chrome = $this->chrome;
    $chrome->visit($this->app->url)->waitForText('Nothing on the shelves yet');
    dropFile($chrome, Solids::stl(Marsh::pod()), 'pod.stl');
    $chrome->waitForText('these proven layer by layer', 90);
    $chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]'), 60);
    expect(holdFigure($chrome))->not->toContain('place');
    $chrome->button('Take this stance')->click();
    $chrome->waitForText('How fine?', 30);
    $chrome->keys('3');
    $chrome->waitForText('What needs holding?', 60);
    $places = $chrome->until('the places', fn (Chrome $c) => count($c->all('[data-place]')));
    $chrome->until('the route card', fn (Chrome $c) => preg_match('/\d+ place/', holdFigure($c)));
    // by keys: the next place is ringed, and said
    $chrome->keys('j');
    $chrome->until('the ring', fn (Chrome $c) => preg_match('/(overhang|island|bridge|tip) at [\d.]+/', $c->text()));
    $before = $chrome->js("return document.querySelector('[data-place][aria-checked=true]')?.innerText ?? ''");
    $chrome->keys('j');
    $chrome->until('another place', fn (Chrome $c) => $places === 1 || $c->js("return document.querySelector('[data-place][aria-checked=true]')?.innerText ?? ''") !== $before);
    // by mouse: the first one, printed without
    $chrome->js("document.querySelector('[data-place]').click()");
    $chrome->button('Print it without')->click();
    $chrome->until('it signed off', fn (Chrome $c) => str_contains($c->text(), 'Hold it after all'));
    $chrome->until('one place less', fn (Chrome $c) => str_contains(holdFigure($c), $places === 1 ? 'nothing' : ($places === 2 ? '1 place' : ($places - 1).' place')));
    $chrome->driver->navigate()->refresh();
    $chrome->waitForText('What needs holding?', 60);
    $chrome->until('it still', fn (Chrome $c) => $c->all('[data-place] .line-through'), 30);
    // columns for it, with their price
    $chrome->button('Plan columns')->click();
    $chrome->waitForText('upright shafts', 60);
    expect($chrome->all('a[href$="/export/columns"]'))->not->toBe([]);
    // a steeper limit: everything is measured at it, and there is less to hold
    $area = fn (Chrome $c): int => preg_match('/([\d,]+)\smm² lean out further than (\d+)°/u', $c->text(), $m) === 1 ? (int) str_replace(',', '', $m[1]) : -1;
    $at45 = $area($chrome);
    $chrome->js("[...document.querySelectorAll('[role=radio]')].find((b) => b.innerText.startsWith('59')).click()");
    $chrome->until('59 degrees', fn (Chrome $c) => str_contains($c->text(), 'further than 59°') || str_contains($c->text(), 'Nothing leans out further than 59°'), 60);
    expect($area($chrome))->toBeLessThan($at45);
});
