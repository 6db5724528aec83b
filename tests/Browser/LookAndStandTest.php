<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Facebook\WebDriver\WebDriverKeys;
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

/** Brings a file and waits until its best stances are proven. */
function bring(Chrome $chrome, string $url, string $bytes, string $name): void
{
    $chrome->visit($url)->waitForText('Nothing on the shelves yet');
    dropFile($chrome, $bytes, $name);
    $chrome->waitForText('these proven layer by layer', 90);
    $chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]'), 60);
}

/** What the best stance is, in words. */
function bestStance(Chrome $chrome): string
{
    return (string) $chrome->js("return document.querySelector('[data-stance]')?.getAttribute('aria-label') ?? ''");
}

function ledger(Chrome $chrome, string $row): string
{
    return (string) $chrome->js("return [...document.querySelectorAll('aside tr')].find((r) => r.querySelector('th')?.innerText.startsWith(arguments[0]))?.querySelector('td')?.innerText ?? ''", $row);
}

function markedFacets(Chrome $chrome): int
{
    return (int) str_replace(',', '', (string) $chrome->js("return document.querySelector('aside')?.innerText.match(/([\\d,]+) facets are marked/)?.[1] ?? '0'"));
}

it('paints marks with the mouse, keeps them past a reload, undoes them, and ranks anew with them', function () {
    bring($this->chrome, $this->app->url, Solids::stl(Marsh::pod()), 'pod.stl');
    $before = bestStance($this->chrome);
    expect(ledger($this->chrome, 'Seen scar'))->not->toStartWith('0');
    $this->chrome->press('Look');
    $this->chrome->waitForText('Where will people stand?');
    $this->chrome->press('Mark faces');
    $this->chrome->waitForText('Nothing is marked yet');
    // a stroke over the middle of the piece, then the same again as something else
    $this->chrome->drag([[0.46, 0.5], [0.5, 0.52], [0.54, 0.54]]);
    $brushed = $this->chrome->until('a stroke', fn (Chrome $c) => markedFacets($c));
    $this->chrome->js("[...document.querySelectorAll('[role=radio]')].find((b) => b.innerText.startsWith('Show')).click()");
    $this->chrome->drag([[0.5, 0.52]]);
    $this->chrome->until('both kinds in the legend', fn (Chrome $c) => str_contains($c->text(), 'What is marked') && preg_match('/show\s+hide|hide\s+show/i', (string) $c->js("return [...document.querySelectorAll('[data-stage] li')].map((l) => l.innerText).join(' ')")));
    $this->chrome->driver->navigate()->refresh();
    $this->chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]'), 60);
    $this->chrome->keys('1');
    $this->chrome->waitForText('The stances do not know these marks yet');
    $this->chrome->keys('m');
    $this->chrome->until('the marks', fn (Chrome $c) => markedFacets($c) > 0);
    $this->chrome->press('Undo');
    $this->chrome->until('the first stroke alone', fn (Chrome $c) => markedFacets($c) === $brushed);
    // the whole shell may hide: no scar is seen any more, and something else becomes best
    $this->chrome->js("[...document.querySelectorAll('[role=radio]')].find((b) => b.innerText.startsWith('Hide')).click()");
    $this->chrome->press('shell');
    $this->chrome->drag([[0.5, 0.52]]);
    $this->chrome->until('the shell', fn (Chrome $c) => markedFacets($c) > 10 * $brushed);
    $this->chrome->press('Rank anew with them');
    $this->chrome->until('the first ranking', fn (Chrome $c) => bestStance($c) !== '' && ledger($c, 'Seen scar') === "0\u{202F}mm²", 90);
    $this->chrome->waitForText('these proven layer by layer', 90);
    expect(bestStance($this->chrome))->not->toBe($before);
});

it('lays a facet flat, lifts the piece and keeps the pose', function () {
    bring($this->chrome, $this->app->url, Solids::stl(Solids::box(24, 30, 60)), 'crate.stl');
    $own = $this->chrome->js("return document.querySelector('[data-stance][aria-label*=\"pose of the file\"]').dataset.stance");
    $this->chrome->first("[data-stance='{$own}']")->click();
    $this->chrome->until('the upright pose', fn (Chrome $c) => stanceInHand($c) === $own);
    $this->chrome->press('Turn by hand');
    $this->chrome->waitForText('In your hand')->waitForText('Measured layer by layer');
    expect(ledger($this->chrome, 'Height'))->toBe("60\u{202F}mm");
    usleep(300_000); // the turn on the stage has come to rest
    $this->chrome->doubleClick(0.5, 0.55);
    $this->chrome->until('it to lie on that side', fn (Chrome $c) => in_array(ledger($c, 'Height'), ["24\u{202F}mm", "30\u{202F}mm"], true));
    $lift = $this->chrome->js("return [...document.querySelectorAll('aside label')].find((l) => l.innerText.startsWith('Lifted')).querySelector('input').id ||= 'lift'");
    $this->chrome->first("#{$lift}")->clear()->sendKeys('2');
    $this->chrome->until('it to hang above the plate', fn (Chrome $c) => in_array(ledger($c, 'Height'), ["26\u{202F}mm", "32\u{202F}mm"], true) && ! str_starts_with(ledger($c, 'Support'), '0.0'));
    $this->chrome->press('Keep this pose');
    $this->chrome->waitForText('turned by hand', 60);
});

it('paints and draws a window by keys alone', function () {
    bring($this->chrome, $this->app->url, Solids::stl(Marsh::pod()), 'pod.stl');
    $this->chrome->keys('1');
    $this->chrome->waitForText('Where will people stand?');
    $this->chrome->keys('m');
    $this->chrome->waitForText('Nothing is marked yet');
    $this->chrome->keys('a');
    $this->chrome->until('the aim', fn (Chrome $c) => $c->all('[data-aim=on]'));
    usleep(700_000); // the view has come to rest
    $aim = fn (string $state) => $this->chrome->until("the aim {$state}", fn (Chrome $c) => $c->all("[data-aim={$state}]"));
    $this->chrome->keys(' ');
    $aim('pressed');
    $this->chrome->keys(str_repeat(WebDriverKeys::ARROW_DOWN, 3));
    $this->chrome->keys(' ');
    $brushed = $this->chrome->until('a stroke', fn (Chrome $c) => markedFacets($c));
    // Escape lets a stroke go that has begun, and leaves the aim and the marking where they are
    $this->chrome->keys(' ');
    $aim('pressed');
    $this->chrome->keys(str_repeat(WebDriverKeys::ARROW_UP, 8).WebDriverKeys::ESCAPE);
    expect($this->chrome->all('[data-aim]'))->not->toBe([])->and(markedFacets($this->chrome))->toBe($brushed);
    $this->chrome->keys('ttt'); // brush → patch → shell → window
    $this->chrome->keys(str_repeat(WebDriverKeys::ARROW_LEFT, 12).str_repeat(WebDriverKeys::ARROW_UP, 12));
    $this->chrome->keys(' ');
    $this->chrome->keys(str_repeat(WebDriverKeys::ARROW_RIGHT, 24).str_repeat(WebDriverKeys::ARROW_DOWN, 24));
    $this->chrome->keys(' ');
    $this->chrome->until('the window', fn (Chrome $c) => markedFacets($c) > 3 * $brushed);
    $this->chrome->keys(WebDriverKeys::ESCAPE);
    $this->chrome->until('the aim put away', fn (Chrome $c) => $c->all('[data-aim]') === []);
    $this->chrome->keys(WebDriverKeys::ESCAPE);
    $this->chrome->waitForText('Where will people stand?');
});

it('compares two pinned stances side by side', function () {
    bring($this->chrome, $this->app->url, Solids::stl(Marsh::pod()), 'pod.stl');
    $this->chrome->press('Pin');
    $this->chrome->until('the pin', fn (Chrome $c) => str_contains($c->text(), 'Unpin'));
    $this->chrome->all('[data-stance]')[2]->click();
    $this->chrome->until('the comparison', fn (Chrome $c) => str_contains(mb_strtolower($c->text()), 'pinned') && count($c->all('aside td.text-success, aside td.text-error')) > 0);
    $this->chrome->press('Side by side');
    $this->chrome->waitForText('Pinned, stance 1');
    $this->chrome->press('as a chart');
    $this->chrome->until('the chart beside the piece', fn (Chrome $c) => count($c->all('section[aria-label^=Trade-off] circle')) === 8);
    $stage = $this->chrome->first('[data-stage]')->getSize()->getWidth();
    expect($this->chrome->first('section[aria-label^=Trade-off] svg')->getSize()->getWidth())->toBeGreaterThan($stage);
});

it('does all of it by keyboard', function () {
    $press = function (string $keys): void {
        $this->chrome->keys($keys);
    };
    $tabTo = function (string $words): void {
        for ($n = 0; $n < 90; $n++) {
            if (str_contains((string) $this->chrome->js("const e = document.activeElement; return e === document.body ? '' : (e.getAttribute('aria-label') ?? '') + ' ' + e.innerText + ' ' + e.id"), $words)) {
                return;
            }
            $this->chrome->keys(WebDriverKeys::TAB);
        }
        throw new RuntimeException("Tab never comes to “{$words}”.");
    };
    bring($this->chrome, $this->app->url, Solids::stl(Marsh::brokenFern(1.8)), 'fern.stl');
    // repair
    $press('1');
    $this->chrome->waitForText('What can be put right');
    foreach (['degenerate', 'duplicate', 'winding', 'holes'] as $repair) {
        $tabTo("repair-{$repair}");
        $press(' ');
    }
    $tabTo('Repair and measure anew');
    $press(WebDriverKeys::ENTER);
    $this->chrome->waitForText('A sound solid', 90);
    $this->chrome->js('document.activeElement.blur()');
    $press('2');
    $this->chrome->waitForText('these proven layer by layer', 90);
    // mark the largest face
    $press('1');
    $this->chrome->waitForText('What can be put right');
    $press('m');
    $this->chrome->waitForText('Nothing is marked yet');
    $press('jj'); // hide → mating → must support
    $press('.');
    $this->chrome->waitForText('Face 1 of');
    $press('.');
    $this->chrome->waitForText('Face 2 of');
    $press(WebDriverKeys::ENTER);
    $marked = $this->chrome->until('the face', fn (Chrome $c) => markedFacets($c));
    $press('u');
    $this->chrome->waitForText('Nothing is marked yet');
    $press('y');
    $this->chrome->until('it again', fn (Chrome $c) => markedFacets($c) === $marked);
    $tabTo('Rank anew with them');
    $press(WebDriverKeys::ENTER);
    $this->chrome->waitForText('these proven layer by layer', 90);
    // take it in the hand, lay it on the next side, keep it
    $this->chrome->js('document.activeElement.blur()');
    $press('h');
    $this->chrome->waitForText('In your hand')->waitForText('Measured layer by layer');
    $up = $this->chrome->js("return [...document.querySelectorAll('aside input')].map((i) => i.value).join()");
    $press('.');
    $this->chrome->until('another side', fn (Chrome $c) => $c->js("return [...document.querySelectorAll('aside input')].map((i) => i.value).join()") !== $up);
    $press(WebDriverKeys::ARROW_RIGHT);
    $this->chrome->waitForText('Measured layer by layer');
    $press(WebDriverKeys::ENTER);
    $this->chrome->waitForText('turned by hand', 60);
    // pin it and hold another against it
    $press('p');
    $this->chrome->until('the pin', fn (Chrome $c) => str_contains($c->text(), 'Unpin'));
    $press('j');
    $this->chrome->until('the next', fn (Chrome $c) => ! str_contains($c->text(), 'Unpin'));
    $press('c');
    $this->chrome->waitForText('Pinned, stance');
});

it('measures thickness and shows it on the piece', function () {
    bring($this->chrome, $this->app->url, Solids::stl(Solids::box(40, 30, 0.8)), 'leaf.stl');
    $this->chrome->keys('1');
    $this->chrome->waitForText('Where will people stand?');
    $this->chrome->press('Measure thickness');
    $this->chrome->waitForText('Nothing is thinner than one', 60);
    $this->chrome->press('Show on the piece');
    $this->chrome->waitForText('Thickness to the opposite wall');
    expect(ledger($this->chrome, '0.8'))->not->toBe('')->not->toStartWith('0');
});
