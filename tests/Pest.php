<?php

declare(strict_types=1);

use Tests\TestCase;

pest()->extend(TestCase::class)->in('Feature');

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

/** Notes a decision in the plan of a piece, as the screen does. */
function decide(App\Models\Piece $piece, array $changes): Illuminate\Testing\TestResponse
{
    return test()->put("/pieces/{$piece->id}/plan", $changes);
}

/** Drops a file on the page, as a person would. */
function dropFile(Tests\Support\Chrome $chrome, string $bytes, string $name): void
{
    // through the page's own input: ChromeDriver cannot drag from outside, so the drop event is made from what it holds
    $path = sys_get_temp_dir().'/'.bin2hex(random_bytes(4)).'-'.$name;
    file_put_contents($path, $bytes);
    $chrome->js("const i = document.createElement('input'); i.type = 'file'; i.id = 'from-outside'; document.body.append(i);");
    $chrome->first('#from-outside')->setFileDetector(new Facebook\WebDriver\Remote\LocalFileDetector)->sendKeys($path);
    $chrome->js(<<<'JS'
        const i = document.querySelector('#from-outside'); const data = new DataTransfer();
        data.items.add(new File([i.files[0]], arguments[0])); i.remove();
        const at = document.querySelector('main');
        at.dispatchEvent(new DragEvent('dragover', { dataTransfer: data, bubbles: true, cancelable: true }));
        at.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
        JS, $name);
    unlink($path);
}

/** The stance looked at, by its id; empty where there is none. */
function stanceInHand(Tests\Support\Chrome $chrome): string
{
    return (string) $chrome->js("return document.querySelector('[data-stance][aria-current=true]')?.dataset.stance ?? ''");
}
