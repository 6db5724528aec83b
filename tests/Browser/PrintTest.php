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

/** Hours and seen step of the sentence, the strip and the handle. @return array{string, string, string} */
function layersShown(Chrome $chrome): array
{
    return [
        (string) $chrome->js("return document.querySelector('aside [aria-live=polite]')?.innerText ?? ''"),
        (string) $chrome->js("return document.querySelector('[data-layers]')?.getAttribute('d') ?? ''"),
        (string) $chrome->js("return document.querySelector('[role=slider][aria-label^=Hours]')?.getAttribute('aria-valuetext') ?? ''"),
    ];
}

it('drags hours along the curve, sets heights by hand, leads the seam, irons, and takes it all along', function () {
    $chrome = $this->chrome;
    $chrome->visit($this->app->url)->waitForText('Nothing on the shelves yet');
    dropFile($chrome, Solids::stl(Marsh::pod()), 'pod.stl');
    $chrome->waitForText('these proven layer by layer', 90);
    $chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]'), 60);
    $chrome->press('Take this stance');
    $chrome->waitForText('How fine, and where?', 30);
    $chrome->until('the paths', fn (Chrome $c) => $c->all('svg[aria-label^="Seen step from"]') !== [], 120);
    $chrome->js("[...document.querySelectorAll('[role=radio]')].find((r) => r.innerText === 'Within hours').click()");
    $chrome->until('a plan', fn (Chrome $c) => str_contains(layersShown($c)[0], 'mean seen step') && str_contains(layersShown($c)[1], 'L'), 60);
    // by keys: more hours, a lower step; sentence, strip and handle go together
    $first = layersShown($chrome);
    $chrome->first('[role=slider][aria-label^=Hours]')->sendKeys(WebDriverKeys::PAGE_UP.WebDriverKeys::PAGE_UP);
    $chrome->until('another plan', fn (Chrome $c) => layersShown($c)[2] !== $first[2] && layersShown($c)[1] !== $first[1] && layersShown($c)[0] !== $first[0], 30);
    $um = static fn (array $shown): int => preg_match('/(\d+) micrometres/', $shown[2], $m) === 1 ? (int) $m[1] : -1;
    $more = layersShown($chrome);
    expect($um($more))->toBeLessThan($um($first))->and($more[0])->toContain("{$um($more)}\u{202F}µm");
    // by mouse: dragged to the left end, the quickest there is
    $chrome->drag([[0.8, 0.5], [0.5, 0.5], [0.16, 0.5]], on: '[role=slider][aria-label^=Hours]');
    $chrome->until('the quickest', fn (Chrome $c) => $um(layersShown($c)) > $um($first), 30);
    // hours enough for thin layers by hand
    $chrome->first('[role=slider][aria-label^=Hours]')->sendKeys(WebDriverKeys::END.WebDriverKeys::PAGE_DOWN);
    $chrome->until('a finer one', fn (Chrome $c) => $um(layersShown($c)) < $um($first), 30);
    // a stretch by hand
    $chrome->js("document.querySelector('aside details summary').click()");
    $fields = $chrome->all('aside details input');
    foreach (['10', '20'] as $k => $value) {
        $fields[$k]->sendKeys($value); // between 0.08 and 0.12 mm, as it is offered
    }
    $chrome->press('Keep to it');
    $chrome->until('it kept', fn (Chrome $c) => str_contains($c->text(), 'layers of 0.08 to 0.12'));
    $chrome->until('the stage as planned', fn (Chrome $c) => str_contains($c->text(), '0.08–0.'), 30);
    $chrome->until('the button', fn (Chrome $c) => $c->js("const b = [...document.querySelectorAll('aside button')].find((b) => b.innerText.startsWith('Set ') && !b.innerText.includes('heights')); return b && !b.disabled"));
    $chrome->js("[...document.querySelectorAll('aside button')].find((b) => b.innerText.startsWith('Set ')).click()");
    // the seam: by keys another way, by click the led one
    $chrome->waitForText('Where do layers begin?', 60);
    $chrome->until('the ways', fn (Chrome $c) => str_contains($c->text(), 'Sharpest corner') && str_contains($c->text(), 'less than at the back'), 90);
    $chrome->keys('jj');
    $chrome->until('the corner', fn (Chrome $c) => str_contains($c->text(), 'Set sharpest corner'));
    $chrome->js("[...document.querySelectorAll('aside [role=radio]')].find((r) => r.innerText.startsWith('Led path')).click()");
    $chrome->press('Set led path');
    // ironing: nothing level on a pod that leans, which is said; or chosen where there is
    $chrome->waitForText('Which tops are worth it?', 60);
    $chrome->until('the tops', fn (Chrome $c) => preg_match('/lies? level/', $c->text()) === 1, 60);
    $chrome->until('the choices', fn (Chrome $c) => str_contains($c->text(), 'All flat tops'));
    $chrome->js("[...document.querySelectorAll('aside [role=radio]')].find((r) => r.innerText.startsWith('All flat tops')).click()");
    $chrome->until('it decided', fn (Chrome $c) => $c->js("return ![...document.querySelectorAll('aside button')].find((b) => b.innerText === 'On to the sheet').disabled"));
    $chrome->press('On to the sheet');
    $chrome->waitForText('Take it to the printer', 60);
    expect($chrome->axe())->toBe([]);
    // everything as one archive: its heights add up to the piece, the stretch by hand in it
    $chrome->driver->findElement(Facebook\WebDriver\WebDriverBy::xpath("//a[contains(., 'as one ZIP')]"))->click();
    $file = $chrome->until('the download', fn (Chrome $c) => glob($c->downloads.'/*.zip')[0] ?? null, 60);
    $zip = new ZipArchive;
    expect($zip->open($file))->toBeTrue();
    $rows = array_map(fn (string $l): array => explode(',', $l), array_slice(explode("\n", trim((string) $zip->getFromName('layers.csv'))), 1));
    $plan = json_decode((string) $zip->getFromName('plan.json'), true);
    expect(array_sum(array_map(fn (array $r): float => (float) $r[2], $rows)))->toEqualWithDelta($plan['stance']['metrics']['height_mm'], 0.05)->and($plan['seam']['style'])->toBe('path')->and($plan['ironing']['scope'])->toBe('all');
    foreach ($rows as [, $z, $h]) {
        expect($z - $h / 2 < 10 || $z - $h / 2 >= 20 || $h <= 0.1201)->toBeTrue();
    }
    // and all of it is still there after a reload
    $chrome->driver->navigate()->refresh();
    $chrome->waitForText('Take it to the printer', 60);
    expect($chrome->js("return [...document.querySelectorAll('nav button')].find((b) => b.innerText.includes('Seam')).innerText"))->toContain('led path');
});
