<?php

declare(strict_types=1);

/*
 * Two windows on one piece in which whatever can be pressed, moved or typed into is, at random: whether a page goes blank, a script fails, or the server
 * answers with an error of its own.   php tests/Bench/monkey.php [mesh|photo [seed [seconds]]]
 * What happens when depends on the machine, so this is not part of the suite.
 */

require dirname(__DIR__, 2).'/vendor/autoload.php';

use Database\Demo\Marsh;
use Tests\Support\Chrome;
use Tests\Support\Pictures;
use Tests\Support\Running;
use Tests\Support\Solids;

[$source, $seed, $seconds] = [$argv[1] ?? 'mesh', (int) ($argv[2] ?? 1), (float) ($argv[3] ?? 120)];
mt_srand($seed);

// what goes wrong in the page is kept by the page
const LISTEN = <<<'JS'
    if (!window.heard) {
        window.heard = [];
        const hear = (what, more) => window.heard.push(`${what}: ${more?.stack ?? more}`.slice(0, 600));
        addEventListener('error', (e) => hear('error', e.error ?? e.message));
        addEventListener('unhandledrejection', (e) => hear('rejection', e.reason));
        const say = console.error;
        console.error = (...a) => (hear('console', a.map((x) => x?.stack ?? String(x)).join(' ')), say(...a));
        const fetched = window.fetch;
        window.fetch = async (...a) => { const r = await fetched(...a); if (r.status >= 500 && r.status !== 503) hear(r.status, a[0]); return r; };
        const open = XMLHttpRequest.prototype.open;
        XMLHttpRequest.prototype.open = function (method, url, ...more) { this.addEventListener('load', () => this.status >= 500 && hear(this.status, `${method} ${url}`)); return open.call(this, method, url, ...more); };
        window.confirm = () => false;
    }
    JS;

// one thing of all that can be done, by the dice handed over
const ACT = <<<'JS'
    let dice = arguments[0];
    const r = () => (dice = (dice * 1103515245 + 12345) & 0x7fffffff) / 0x7fffffff;
    r(); r();
    const one = (list) => list[Math.floor(r() * list.length)];
    const e = one([...document.querySelectorAll('button, input:not([type=file]), select, textarea, [role=radio], summary, label, [tabindex="0"], canvas, svg')].filter((e) => e.getBoundingClientRect().width > 0 && !e.disabled && !/sign out|take it out/i.test(e.innerText ?? '')));
    if (!e) return 'nothing there';
    const write = (value) => {
        Object.getOwnPropertyDescriptor(Object.getPrototypeOf(e), 'value').set.call(e, value);
        for (const type of ['input', 'change']) e.dispatchEvent(new Event(type, { bubbles: true }));
    };
    const box = e.getBoundingClientRect();
    const at = { clientX: box.x + r() * box.width, clientY: box.y + r() * box.height, bubbles: true, cancelable: true, pointerId: 1, isPrimary: true, button: 0, buttons: 1 };
    const pointer = (type, more) => e.dispatchEvent(new PointerEvent(type, { ...at, ...more }));
    if (e.type === 'range') { write(String(+(e.min || 0) + (Math.round(r() * 20) / 20) * ((e.max || 100) - (e.min || 0)))); pointer('pointerup'); e.blur(); }
    else if (e.tagName === 'SELECT') write(one([...e.options])?.value ?? '');
    else if (e.tagName === 'TEXTAREA' || (e.tagName === 'INPUT' && ['number', 'text'].includes(e.type))) { e.focus(); write(one(['', '0', '-1', '1e9', '12', '0.3', '45', 'x', '99999999999', '1.5'])); e.blur(); }
    else if (/^(canvas|svg)$/i.test(e.tagName)) { pointer('pointerdown'); pointer('pointermove', { clientX: at.clientX + 40 * (r() - 0.5) }); pointer(r() < 0.2 ? 'pointercancel' : 'pointerup'); }
    else { e.focus?.(); e.click?.(); }
    return `${e.tagName.toLowerCase()} ${(e.getAttribute('aria-label') ?? e.innerText ?? '').replace(/\s+/g, ' ').slice(0, 40)}`;
    JS;

const KEYS = ['1', '2', '3', '4', '5', '6', '7', 'u', 'y', '?', 'Escape', 'w', 'b', 'g', 'e', 's', 'c', 't', 'j', 'k', 'n', 'p', 'm', 'ArrowRight', 'Enter'];
const PRESS = 'document.activeElement?.blur(); document.body.dispatchEvent(new KeyboardEvent("keydown", { key: arguments[0], bubbles: true })); return `key ${arguments[0]}`;';
const BRING = <<<'JS'
    const [content, name, done] = arguments, form = new FormData();
    form.append('file', new File([Uint8Array.from(atob(content), (c) => c.charCodeAt(0))], name));
    const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)[1]);
    fetch('/pieces', { method: 'POST', body: form, headers: { Accept: 'application/json', 'X-XSRF-TOKEN': token } }).then(async (r) => done((await r.json()).id));
    JS;

$app = Running::start()->startWorkers(1);
$windows = [Chrome::start(), Chrome::start()];
$windows[0]->visit($app->url)->waitForText('Nothing on the shelves yet');
[$content, $name] = $source === 'photo' ? [Pictures::png(Pictures::pool(160, 120)), 'pool.png'] : [Solids::stl(Marsh::pod()), 'pod.stl'];
$url = "{$app->url}/pieces/".$windows[0]->driver->executeAsyncScript(BRING, [base64_encode($content), $name]);
foreach ($windows as $window) {
    $window->visit($url);
}
$faults = $done = [];
$end = microtime(true) + $seconds;
for ($n = 0; microtime(true) < $end; $n++) {
    $which = mt_rand(0, 6) === 0 ? 1 : 0;
    $window = $windows[$which];
    try {
        $window->js(LISTEN);
        $done[] = "{$which} ".(mt_rand(0, 4) === 0 ? $window->js(PRESS, KEYS[mt_rand(0, count(KEYS) - 1)]) : $window->js(ACT, mt_rand(1, 2 ** 30)));
        usleep(mt_rand(5, 150) * 1000);
        $heard = $window->js('return (window.heard ?? []).splice(0)');
        if ($window->js('return document.querySelector("#app")?.innerText.length ?? 0') < 20) {
            $heard[] = 'the page is blank';
        }
    } catch (Throwable $e) {
        $heard = [$e::class.': '.substr($e->getMessage(), 0, 300)];
    }
    foreach ($heard as $fault) {
        $faults[preg_replace('/\d+/', '', substr($fault, 0, 160))] ??= $fault."\n    after ".implode(' · ', array_slice($done, -8));
    }
    if ($heard !== [] || mt_rand(0, 60) === 0 || ! str_starts_with($window->driver->getCurrentURL(), $url)) {
        $window->visit('about:blank')->visit($url);
    }
}
$log = $app->log();
foreach ($windows as $window) {
    $window->stop();
}
$app->stop();
echo "{$n} things done to the {$source}, seed {$seed}: ".($faults === [] && $log === '' ? 'nothing went wrong' : "\n\n".implode("\n\n", [...$faults, substr($log, 0, 3000)]))."\n";
exit($faults === [] && $log === '' ? 0 : 1);
