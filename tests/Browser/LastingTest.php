<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Chrome;
use Tests\Support\Running;
use Tests\Support\Solids;

// What a person decided outlasts what is measured, and what another window does.

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

/** Takes the third stance of a seed pod. @return string its id */
function takeThird(Chrome $chrome, string $url): string
{
    $chrome->visit($url)->waitForText('Nothing on the shelves yet');
    dropFile($chrome, Solids::stl(Marsh::pod()), 'pod.stl');
    $chrome->waitForText('these proven layer by layer', 90);
    $chrome->js("document.querySelectorAll('[data-stance]')[2].click()");
    $chrome->waitForText('Stance 3 of');
    $taken = stanceInHand($chrome);
    $chrome->press('Take this stance');
    $chrome->waitForText('How fine, and where?');

    return $taken;
}

/** The stance a plan has taken, as its file of numbers says. @return array<string, mixed> */
function takenNow(Chrome $chrome): array
{
    return json_decode((string) $chrome->js('return fetch(location.pathname + "/export/json").then((r) => r.text())'), true, flags: JSON_THROW_ON_ERROR)['stance'];
}

it('keeps the stance taken when the front is turned, over a reload, and says what changed in numbers', function () {
    $taken = takeThird($this->chrome, $this->app->url);
    $before = takenNow($this->chrome);
    $this->chrome->keys('1');
    $this->chrome->waitForText('Where will people stand?');
    $slider = $this->chrome->first('input[aria-label="Turn the front, degrees"]');
    $slider->sendKeys(str_repeat(WebDriverKeys::ARROW_RIGHT, 36));
    $this->chrome->press('measure anew');
    $this->chrome->waitForText('look again', 60);
    $this->chrome->driver->navigate()->refresh();
    $this->chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]'), 60);
    $this->chrome->keys('2');
    $this->chrome->waitForText('these proven layer by layer', 120);
    $told = (string) $this->chrome->js("return document.querySelector('section[aria-label=\"Look again\"]')?.innerText ?? ''");
    expect($told)->toMatch('/front turned 90°: .*\d+ → [\d,.]+/i');
    $after = takenNow($this->chrome);
    expect($after['up'])->toBe($before['up'])->and(stanceInHand($this->chrome))->toBe($taken);
    // undone: the ranking of before is there at once, and nothing asks to be looked at again
    $this->chrome->keys('u');
    $this->chrome->until('all of it as before', fn (Chrome $c) => $c->all('section[aria-label="Look again"]') === [] && str_contains($c->text(), 'these proven layer by layer'), 30);
    expect(takenNow($this->chrome))->toBe($before);
    // done again and kept all the same
    $this->chrome->keys('y');
    $this->chrome->waitForText('Keep it all the same');
    $this->chrome->press('Keep it all the same');
    $this->chrome->until('nothing to look at again', fn (Chrome $c) => $c->all('section[aria-label="Look again"]') === []);
    expect(takenNow($this->chrome)['up'])->toBe($before['up']);
});

it('loses nothing of two windows that decide about the same plan', function () {
    takeThird($this->chrome, $this->app->url);
    $address = explode('#', $this->chrome->driver->getCurrentURL())[0];
    $other = Chrome::start();
    try {
        $other->visit($address.'#layers')->waitForText('How fine, and where?');
        $this->chrome->first('[data-layer="0.12"]')->click();
        $this->chrome->press('Set 0.12 mm');
        $this->chrome->waitForText('Where do layers begin?');
        // the other one does not know, and what only comes along with a measurement there is told, not taken for seen
        $other->keys('3');
        $other->waitForText('Another window changed this plan: ', 60);
        $other->keys('4');
        $other->waitForText('How fine, and where?');
        $other->first('[data-layer="0.28"]')->click();
        $other->press('Set 0.28 mm');
        $other->waitForText('Both are kept');
        $told = (string) $other->js("return document.querySelector('aside [role=status]').innerText");
        expect($told)->toContain('window');
        // both are there: each as a plan
        $plans = $other->js("return [...document.querySelectorAll('select[aria-label=Plan] option')].map((o) => o.innerText)");
        expect($plans)->toHaveCount(2);
        $other->visit('about:blank')->visit($address.'#sheet')->waitForText('layers of');
        preg_match('/layers of (0\.\d+)/', $other->text(), $m);
        $layers = [$m[1]];
        $other->js("const s = document.querySelector('select[aria-label=Plan]'); Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, [...s.options].find((o) => !o.selected).value); s.dispatchEvent(new Event('change', { bubbles: true }));");
        $layers[] = $other->until('the other plan', fn (Chrome $c) => preg_match('/layers of (0\.\d+)/', $c->text(), $m) && $m[1] !== $layers[0] ? $m[1] : null);
        sort($layers);
        expect($layers)->toBe(['0.12', '0.28']);
    } finally {
        $other->stop();
    }
});
