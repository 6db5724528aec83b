<?php

declare(strict_types=1);

use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\Views;

function estimatesPage(): string
{
    return (string) file_get_contents(dirname(__DIR__, 2).'/docs/estimates.md');
}

it('quotes the constants of the code, in the table and in what it says', function () {
    preg_match_all('/^\| ([\d.]+) \| ([\w\\\\]+)::(\w+) \|$/m', estimatesPage(), $rows, PREG_SET_ORDER);
    expect(count($rows))->toBeGreaterThan(10);
    [$said] = explode('## The constants quoted here', estimatesPage());
    foreach ($rows as [, $value, $class, $name]) {
        $constant = (new ReflectionClass("Wrenlo\\Core\\{$class}"))->getConstant($name);
        expect((float) $value)->toBe((float) $constant, "{$class}::{$name}")
            ->and(preg_match('/(?<![\d.])'.preg_quote(number_format((float) $value, strlen((string) strrchr($value, '.')) - 1 > 0 ? strlen((string) strrchr($value, '.')) - 1 : 0)).'(?![\d])/', str_replace([' two ', ' five '], [' 2 ', ' 5 '], $said)))->toBe(1, "{$value} ({$name}) is in the table and nowhere else");
    }
});

it('quotes the viewers and the plain careful printing of the code', function () {
    $p = new PrintProfile;
    $shelf = Display::facingMinusY();
    expect(estimatesPage())->toContain('share of '.count(Views::of($shelf)->all).' viewing directions')
        ->toContain(sprintf('azimuth ±%d°', $shelf->spreadDeg))
        ->toContain(sprintf('%d / %d / %d / %d mm/s', $p->wallMmPerS, $p->skinMmPerS, $p->infillMmPerS, $p->supportMmPerS))
        ->toContain("what {$p->walls} walls leave")->toContain("{$p->skinLayers} · t · open")->toContain("{$p->skinLayers} layers under every top")->toContain(sprintf('w/2 + %.1f·s', $p->walls - 0.5))
        ->toContain(sprintf('· %d %%', round(100 * $p->infillShare)))->toContain(sprintf('column volume · %d %%', round(100 * $p->supportShare)))
        ->toContain(sprintf('· %.2f + layers · %d s', 1 + $p->travelShare, $p->layerChangeS));
});
