<?php

declare(strict_types=1);

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Tests\Support\Chrome;
use Tests\Support\Running;

it('has no serious accessibility finding on any screen, by day and by night', function () {
    $app = Running::start();
    $app->artisan('wrenlo:demo', '--small');
    $app->startWorker();
    $chrome = Chrome::start();
    try {
        $chrome->visit($app->url)->waitForText('Curlew on a mooring post');
        $ids = $chrome->js("return [...document.querySelectorAll('main a[href^=\"/pieces/\"]')].map((a) => a.getAttribute('href'))");
        expect($ids)->toHaveCount(5);
        $screens = ['/' => 'The cabinet', '/shelf' => 'What you print with', $ids[0].'#look' => 'A sound solid', $ids[0].'#stand' => 'Stance', $ids[0].'#layers' => 'How fine, and where?', $ids[0].'#seam' => 'less than at the back', $ids[0].'#iron' => 'Which tops are worth it?', $ids[0].'#sheet' => 'Take it to the printer', $ids[2].'#look' => 'Not a closed solid', ...array_combine(array_map(fn (string $s) => $ids[3].$s, ['#photo', '#light', '#shape', '#upright', '#sheet', '/lithophane/sheet']), ['of 1. Detail down to', 'How thick for this lamp?', 'facets, closed', 'tips at', 'Colours behind it', 'Light it']), "{$ids[0]}/export/sheet" => 'Set this', "{$ids[0]}/contact-sheet" => 'What matters'];
        $found = [];
        foreach ($screens as $path => $words) {
            $chrome->visit('about:blank')->visit($app->url.$path)->waitForText($words);
            $chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage]') === [] || $c->all('[data-stage=ready]') !== [], 60);
            // by night nothing is another than by day but the colours
            foreach (['reed' => [], 'tide' => ['color-contrast', 'link-in-text-block']] as $theme => $rules) {
                $chrome->js("document.documentElement.dataset.theme = arguments[0]; localStorage.setItem('wrenlo-theme', arguments[0]); dispatchEvent(new Event('wrenlo-theme'))", $theme);
                usleep(300_000); // colours run into one another
                foreach ($chrome->axe($rules) as $finding) {
                    $found[] = "{$theme} {$path}: {$finding}";
                }
            }
            $chrome->js("localStorage.setItem('wrenlo-theme', 'reed')");
            // nothing is cut off sideways at the widths people have
            foreach ([1024, 1600, 1280] as $width) {
                $chrome->size($width, 800);
                $chrome->until("all of {$path} within {$width}", fn (Chrome $c): bool => $c->js('return document.documentElement.scrollWidth - document.documentElement.clientWidth') === 0, 5);
            }
        }
        // what opens over a station: marking, and the piece in the hand
        foreach ([['#look', 'm', 'Mark faces', 'Face by face'], ['#stand', 'h', 'Stance', 'Measured layer by layer']] as [$at, $key, $words, $opened]) {
            $chrome->visit('about:blank')->visit($app->url.$ids[0].$at)->waitForText($words);
            $chrome->until('the stage', fn (Chrome $c) => $c->all('[data-stage=ready]') !== [], 60);
            $chrome->keys($key);
            $chrome->waitForText($opened);
            foreach ($chrome->axe() as $finding) {
                $found[] = "{$at} {$key}: {$finding}";
            }
        }
        expect($found)->toBe([]);

        // the sheet is one page of paper
        $chrome->visit("{$app->url}{$ids[0]}/export/sheet")->waitForText('Take care');
        $pdf = (new ChromeDevToolsDriver($chrome->driver))->execute('Page.printToPDF', ['paperWidth' => 8.27, 'paperHeight' => 11.69, 'preferCSSPageSize' => true]);
        preg_match_all('#/Type\s*/Page\b#', base64_decode($pdf['data']), $pages);
        expect($pages[0])->toHaveCount(1);
        expect($app->log())->toBe('');
    } finally {
        $chrome->stop();
        $app->stop();
    }
});

it('with accounts opens the door to those who sign up, and to their own pieces only', function () {
    $app = Running::start(['WRENLO_ACCOUNTS' => 'on']);
    $chrome = Chrome::start();
    try {
        $chrome->visit($app->url)->waitForText('Sign in');
        expect($chrome->axe())->toBe([]);
        $chrome->visit($app->url.'/sign-up')->waitForText('Make an account');
        foreach (['name' => 'Ines', 'email' => 'ines@marsh.invalid', 'password' => 'ten good words'] as $name => $value) {
            $chrome->first("input[name={$name}]")->sendKeys($value);
        }
        $chrome->press('Make the account');
        $chrome->waitForText('Nothing on the shelves yet')->waitForText('Sign out Ines');
        $chrome->press('Sign out Ines');
        $chrome->waitForText('I')->until('the door', fn (Chrome $c) => str_ends_with($c->driver->getCurrentURL(), '/sign-in'));
        $chrome->visit($app->url.'/pieces/1')->until('the door', fn (Chrome $c) => str_ends_with($c->driver->getCurrentURL(), '/sign-in'));
    } finally {
        $chrome->stop();
        $app->stop();
    }
});
