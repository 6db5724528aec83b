<?php

declare(strict_types=1);

use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Sight\Display;

// Directions in which a piece is shown, by closed forms; every number is by hand.

it('refuses a front that points up', function () {
    expect(fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, 0, 2)))->toThrow(InvalidArgumentException::class, 'beside the piece')
        // however long it is
        ->and(fn () => new Display(new Vec3(0, 0, 1), new Vec3(5e-4, 0, 1000)))->toThrow(InvalidArgumentException::class, 'beside the piece')
        ->and((new Display(new Vec3(0, 0, 1), new Vec3(2e-3, 0, 1000)))->front->toArray())->toBe([1.0, 0.0, 0.0])
        ->and(fn () => new Display(new Vec3(0, 0, 1), new Vec3(0, 0, 0)))->toThrow(InvalidArgumentException::class);
    $usual = Display::facingMinusY();
    expect([$usual->up->toArray(), $usual->front->toArray(), $usual->frontAcross()])->toBe([[0.0, 0.0, 1.0], [0.0, -1.0, 0.0], [0.0, -1.0]]);
});

it('is the same to the last digit when it is made again of its own directions, so that its key is', function () {
    mt_srand(5);
    $between = fn (float $least, float $most): float => $least + ($most - $least) * mt_rand() / mt_getrandmax();
    $any = fn (): Vec3 => new Vec3($between(-1, 1), $between(-1, 1), $between(-1, 1));
    $keys = 0;
    for ($n = 0; $n < 3000; $n++) {
        $up = $any();
        // every third front is all but parallel to what is up
        $front = $n % 3 === 0 ? $up->scaled(2.0)->plus($any()->scaled(10 ** $between(-5, -1))) : $any();
        $display = new Display($up, $front);
        $again = new Display($display->up, $display->front);
        $keys += $again->key() === $display->key() ? 1 : 0;
        expect(abs($display->up->dot($display->front)))->toBeLessThan(1e-12)->and($display->front->length())->toEqualWithDelta(1.0, 1e-12)
            // the front lies in the plane of what was given
            ->and(abs($display->front->dot($up->cross($front)->unit())))->toBeLessThan(1e-9);
    }
    expect($keys)->toBe(3000);
});

it('settles a front where it is, and to the same wherever it came from', function (array $up, array $usual) {
    mt_srand(6);
    $display = (new Display(new Vec3(...$up), new Vec3(...$usual)))->settled();
    expect([$display->front->x, $display->front->y, $display->front->z])->toBe($usual); // quarter turns exactly
    // square to what is up: turned towards their cross product
    $turn = fn (Display $d, float $deg): Display => new Display($d->up, $d->front->scaled(cos(deg2rad($deg)))->plus($d->up->cross($d->front)->scaled(sin(deg2rad($deg)))));
    for ($n = 0; $n < 500; $n++) {
        $deg = mt_rand(-18_000, 18_000) / 100;
        $turned = $turn($display, $deg);
        $settled = $turned->settled();
        $back = $turn($settled, -$deg)->settled();
        expect($settled->front->minus($turned->front)->length())->toBeLessThan(2e-8)->and($settled->settled()->key())->toBe($settled->key())->and($back->key())->toBe($display->key());
    }
})->with(function () {
    foreach ([[0.0, 0.0, 1.0], [0.0, 0.0, -1.0], [0.0, 1.0, 0.0], [0.0, -1.0, 0.0], [1.0, 0.0, 0.0], [-1.0, 0.0, 0.0]] as $up) {
        foreach ([[0.0, -1.0, 0.0], [1.0, 0.0, 0.0], [0.0, 0.0, 1.0], [0.0, 1.0, 0.0], [-1.0, 0.0, 0.0], [0.0, 0.0, -1.0]] as $front) {
            if ($up[0] * $front[0] + $up[1] * $front[1] + $up[2] * $front[2] === 0.0) {
                yield [$up, $front];
            }
        }
    }
});
