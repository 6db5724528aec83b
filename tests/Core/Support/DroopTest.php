<?php

declare(strict_types=1);

use Wrenlo\Core\Support\Droop;
use Wrenlo\Core\Support\RegionKind;

// common practice, no source: the classes are ours, and held where they change
it('says what to expect of a place without support', function (RegionKind $kind, float $lean, ?float $span, string $polymer, Droop $droop) {
    expect(Droop::of($kind, $lean, 45.0, $span, $polymer))->toBe($droop);
})->with([
    'an island' => [RegionKind::Island, 90.0, null, 'PLA', Droop::Falls], 'a tip' => [RegionKind::Point, 90.0, null, 'PLA', Droop::Falls],
    'a bit over' => [RegionKind::Overhang, 51.0, null, 'PLA', Droop::Slight], 'more' => [RegionKind::Overhang, 51.1, null, 'PLA', Droop::Visible],
    'much' => [RegionKind::Overhang, 65.0, null, 'PLA', Droop::Visible], 'a ceiling' => [RegionKind::Overhang, 65.1, null, 'PLA', Droop::Strong],
    'a short bridge' => [RegionKind::Bridge, 90.0, 6.0, 'PLA', Droop::None], 'one of a usual length' => [RegionKind::Bridge, 90.0, 15.0, 'pla', Droop::Slight],
    'a long one' => [RegionKind::Bridge, 90.0, 15.1, 'PLA', Droop::Visible], 'too long' => [RegionKind::Bridge, 90.0, 30.1, 'PLA', Droop::Strong],
    'of a soft filament' => [RegionKind::Bridge, 90.0, 6.0, 'TPU', Droop::Visible], 'of one nobody knows' => [RegionKind::Bridge, 90.0, 8.1, 'PVB', Droop::Visible],
]);

it('has words for each', function () {
    expect(array_unique(array_map(fn (Droop $d): string => $d->words(), Droop::cases())))->toHaveCount(5)->and(Droop::spanMm('petg'))->toBe(10.0);
});
