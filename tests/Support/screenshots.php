<?php

declare(strict_types=1);

// One current picture of each main view, from the demo data.   bin/screenshots [name …]
require dirname(__DIR__, 2).'/vendor/autoload.php';

use Facebook\WebDriver\WebDriverKeys;
use Tests\Support\Chrome;
use Tests\Support\Running;

$only = array_slice($argv, 1);
$folder = dirname(__DIR__, 2).'/docs/screenshots';
$app = Running::start(['WRENLO_LEADERS' => '5', 'WRENLO_DIRECTIONS' => '2000', 'WRENLO_FINALISTS' => '24']);
$chrome = Chrome::start();
try {
    $app->artisan('wrenlo:demo');
    $chrome->visit($app->url)->waitForText('The cabinet');
    [$curlew, $pod, $fern, $pool, $whelk] = $chrome->js("return [...document.querySelectorAll('main a[href^=\"/pieces/\"]')].map((a) => a.getAttribute('href'))");

    $shoot = function (string $name, string $path, string $words, ?Closure $act = null, string $theme = 'reed') use ($chrome, $app, $folder, $only): void {
        if ($only !== [] && ! in_array($name, $only, true)) {
            return;
        }
        $chrome->js("localStorage.setItem('wrenlo-theme', arguments[0])", $theme);
        $chrome->visit('about:blank')->visit($app->url.$path)->waitForText($words, 90);
        $chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage]') === [] || $c->all('[data-stage=ready]') !== [] || $c->all('[data-percent]') !== [], 60);
        if ($act) {
            usleep(700_000);
            $act($chrome);
        }
        usleep(1_200_000);
        $chrome->screenshot("{$folder}/{$name}.png");
        $chrome->visit($app->url);
        echo "{$name}\n";
    };
    $press = fn (string $key): Closure => fn (Chrome $c) => $c->keys($key);

    // the whelk waits in the queue until here
    $shoot('cabinet', '/', 'Being measured');
    $app->startWorker();
    $chrome->visit($app->url.$whelk.'#stand')->waitForText('these proven layer by layer', 240);
    $shoot('look', $curlew.'#look', 'A sound solid');
    $shoot('damaged', $fern.'#look', 'Not a closed solid');
    $shoot('marks', $curlew.'#look', 'A sound solid', function (Chrome $c): void {
        $c->keys('m');
        $c->waitForText('Mark faces');
        $c->keys('k');
    });
    $shoot('thickness', $pod.'#look', 'A sound solid', function (Chrome $c): void {
        $c->press('Measure thickness');
        $c->waitForText('spread by area', 60);
        $c->keys('w');
        $c->js("document.querySelector('section[aria-label=\"Thin and weak\"]').scrollIntoView()");
    });
    $shoot('hand', $curlew.'#stand', 'these proven layer by layer', function (Chrome $c): void {
        $c->keys('h');
        $c->waitForText('Measured layer by layer');
        $c->keys(WebDriverKeys::ARROW_RIGHT.WebDriverKeys::ARROW_RIGHT.WebDriverKeys::ARROW_UP);
        usleep(600_000);
        $c->waitForText('Measured layer by layer', 60);
    });
    $shoot('stand', $curlew.'#stand', 'these proven layer by layer', function (Chrome $c): void {
        $c->js("document.querySelectorAll('[data-stance]')[1].click()");
    });
    $shoot('studio', $pool.'#photo', 'of 1. Detail down to', fn (Chrome $c) => $c->until('the window', fn (Chrome $c) => $c->all('canvas[data-window=lit]') !== []));
    $shoot('compare-night', $pod.'#stand', 'these proven layer by layer', function (Chrome $c): void {
        $c->keys('p');
        $c->until('the pin', fn (Chrome $c) => str_contains($c->text(), 'Unpin'));
        $c->js("document.querySelectorAll('[data-stance]')[4].click()");
        $c->keys('oc');
    }, 'tide');
    $shoot('hold', $curlew.'#hold', 'lean out further', function (Chrome $c): void {
        $c->until('the ways', fn (Chrome $c) => str_contains($c->text(), 'save plastic') || str_contains($c->text(), 'plastic here'), 120);
        $c->keys('...');
    });
    $shoot('layers', $curlew.'#layers', 'How fine, and where?', function (Chrome $c): void {
        $c->until('the paths', fn (Chrome $c) => $c->all('svg[aria-label^="Seen step from"]') !== [], 120);
        $c->js("[...document.querySelectorAll('[role=radio]')].find((r) => r.innerText === 'Within hours').click()");
        $c->until('a plan', fn (Chrome $c) => str_contains($c->text(), 'less than even layers'), 60);
    });
    $shoot('seam', $curlew.'#seam', 'less than at the back');
    $shoot('iron', $fern.'#look', 'Not a closed solid', function (Chrome $c): void {
        $c->js("const s = document.querySelector('select[aria-label=Plan]'); Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, [...s.options].find((o) => !o.selected).value); s.dispatchEvent(new Event('change', { bubbles: true }));");
        $c->waitForText('Lying, its face ironed', 60);
        usleep(1_500_000);
        $c->keys('6');
        $c->until('the tops', fn (Chrome $c) => str_contains($c->text(), 'more smooth'), 60);
    });
    $shoot('sheet-station', $curlew.'#sheet', 'Take it to the printer');
    $shoot('shelf', '/shelf', 'What you print with');
    $shoot('plate', '/plate?pieces='.basename($curlew).','.basename($pod), 'Nothing is left in the air');
    $chrome->size(900, 1180);
    $shoot('sheet', $curlew.'/export/sheet', 'Set this');
    $shoot('contacts', $curlew.'/contact-sheet', 'What matters');
    // a stance taken, and another side up since
    $chrome->size(1280, 800);
    $shoot('look-again', $curlew.'#look', 'A sound solid', function (Chrome $c): void {
        $c->js("[...document.querySelectorAll('[role=radio]')].find((r) => r.textContent === '+X').click()");
        $c->waitForText('look again', 60);
        $c->keys('2');
        $c->waitForText('these proven layer by layer', 120);
    });
    echo $app->log();
} finally {
    $chrome->stop();
    $app->stop();
}
