<?php

declare(strict_types=1);

use Tests\Support\Mutants;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Box3;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\LayerChoices;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mesh\HeightBands;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;
use Wrenlo\Core\Mesh\Shells;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\Candidate;
use Wrenlo\Core\Orientation\ContactNumbers;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Footing;
use Wrenlo\Core\Orientation\Metrics;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\StanceSums;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Thin\SlenderParts;

// Small values, by hand: what one-token changes of them got past every other test (docs/testing.md).

it('knows the sides of a box', function () {
    $box = new Box3(new Vec3(1, 2, 3), new Vec3(4, 12, 5));
    expect($box->size()->toArray())->toBe([3.0, 10.0, 2.0])->and($box->longestSideMm())->toBe(10.0)->and($box->centre()->toArray())->toBe([2.5, 7.0, 4.0])
        ->and($box->diagonalMm())->toEqualWithDelta(sqrt(113), 1e-12);
});

it('adds up what is seen at a time and what is never seen', function () {
    // the front of a box is seen whole by everyone, its back by nobody
    $mesh = Solids::box(20, 30, 40);
    $display = Display::facingMinusY();
    $basis = StanceBasis::of($mesh, $display);
    $faces = [];
    foreach ($basis->facets->area as $f => $a) {
        $faces[] = min(1.0, $basis->weighed->seen[$f]) * $a;
    }
    expect($basis->seenMm2())->toEqualWithDelta(array_sum($faces), 1e-9)->and($basis->seenMm2())->toBeGreaterThan(800.0)->toBeLessThan(2600.0)
        ->and($basis->volumeMm3())->toEqualWithDelta(24000.0, 1e-9);
    $seen = Visibility::weights($mesh, Surface::ofFacets($mesh), Views::of($display));
    $never = $basis->neverSeenMm2(Visibility::isEverSeen($mesh, Surface::ofFacets($mesh), $display, $seen), Marks::none());
    expect($never)->toEqualWithDelta(20 * 40, 1e-9); // the back alone: viewers stand as low as 10° below and as high as 45° above
});

it('says both steps at each layer height', function () {
    $stances = new Stances(StanceBasis::of(Solids::cone(10, 30), Display::facingMinusY()), new StanceRules);
    $up = new Vec3(0, 0, 1);
    $rows = LayerChoices::for($stances->measured($up, $stances->field($up)), new PrintProfile);
    expect($rows[0]['step_mean_mm'])->toEqualWithDelta(0.08 / 0.2 * $rows[3]['step_mean_mm'], 1e-12)->and($rows[3]['step_mean_mm'])->toEqualWithDelta(0.2 * 10 / hypot(10, 30), 1e-3);
});

it('proposes a repair that has one thing to do', function () {
    $box = Solids::box(10, 10, 10);
    $open = $box->withFacets(array_slice($box->tri, 3));
    $found = MeshRepairs::proposals($open, MeshInspector::inspect($open));
    expect(array_map(fn ($r): int => $r->count, $found))->toBe(['holes' => 1])
        ->and(MeshRepairs::inTurn($open, MeshInspector::inspect($open), ['holes'])[2])->toBe(['holes' => 1])
        ->and(array_column(MeshInspector::inspect($open)->warnings, 'code'))->toContain('open')
        ->and(array_column(MeshInspector::inspect($box)->warnings, 'code'))->not->toContain('open', 'non_manifold', 'flipped', 'inside_out');
});

it('estimates contacts: no landing, no islands, no traps, the scar without what lies on the plate', function () {
    $mesh = Solids::box(10, 20, 30);
    $sums = StanceSums::along(Surface::ofFacets($mesh), array_fill(0, 12, 1.0), new Vec3(0, 0, 1), 0.0, new StanceRules);
    expect(ContactNumbers::estimated($sums)->toArray())->toEqual(['support_mm3' => 0.0, 'scar_area_mm2' => 0.0, 'landing_area_mm2' => 0.0, 'seen_scar_mm2' => 0.0, 'marked_contact_mm2' => 0.0, 'islands' => 0, 'trapped_contacts' => 0]);
});

it('brings a footing back from its numbers', function () {
    $footing = new Footing([[0.0, 1.0], [2.0, 3.0], [4.0, 0.5]], [[5.0, 6.0], [7.0, 8.0], [9.0, 1.5]], [1.0, 2.0, 3.0]);
    expect(Footing::fromArray(json_decode((string) json_encode($footing->toArray()), true)))->toEqual($footing);
});

it('stands a candidate on the plate unless it is lifted, and knows what rests', function () {
    $stances = new Stances(StanceBasis::of(Solids::box(10, 20, 30), Display::facingMinusY()), new StanceRules);
    $numbers = $stances->exact(new Vec3(0, 0, 1));
    expect((new Candidate(new Vec3(0, 0, 1), Origin::File, $numbers))->liftMm)->toBe(0.0)
        ->and($stances->estimates()->of(new Vec3(0, 0, 1))->surface->heightMm)->toBe(30.0)->and($stances->estimates()->of(new Vec3(0, 0, 1), 2.0)->surface->heightMm)->toBe(32.0)
        ->and(array_map(fn (Origin $o): bool => $o->isResting(), [Origin::File, Origin::Flat, Origin::Hull, Origin::Sphere, Origin::Refined, Origin::Hand]))->toBe([true, true, true, false, false, false]);
});

it('rounds layer heights to what a machine can be told', function () {
    expect((new PrintProfile(zStepMm: 0.0333333))->layerHeightsMm()[0])->toBe(0.1);
    expect(HeightBands::COUNT)->toBe(120);
});

it('says of each number which way is better, and shows it in its unit', function () {
    $low = ['seen_step_mm', 'seen_scar_mm2', 'marked_contact_mm2', 'seen_terrace_area_mm2', 'support_mm3', 'seen_seam_mm', 'trapped_contacts', 'islands', 'grams', 'hours'];
    $high = ['weakest_member_mm2', 'topple_margin_mm', 'topple_margin_supported_mm', 'topple_stages_mm', 'plate_contact_mm2'];
    foreach (Metrics::all() as $key => $metric) {
        expect($metric->lowerIsBetter)->toBe(in_array($key, $low, true) ? true : (in_array($key, $high, true) ? false : null), $key);
    }
    expect(Metrics::get('seen_step_mm')->times)->toBe(1000.0)->and(Metrics::get('support_mm3')->times)->toBe(0.001)->and(Metrics::get('hours')->times)->toBe(1.0)
        ->and(array_map(fn ($c): bool => $c->lowerIsBetter(), array_values(Criteria::all())))->toBe([true, true, true, true, true, true, false, false, true]);
});

it('takes the section of a leaning slender part square to its axis', function () {
    // a rod of 4 mm leaning by 45° out of a block: cut level its section is √2 times that square to it
    $parts = SlenderParts::of(Solids::turned(Solids::lathe([[0, 0], [14, 0], [14, 12], [2, 12.5], [2, 60], [0, 60]], 48), new Vec3(0, -1, 1)));
    expect($parts)->not->toBe([])->and($parts[0]->sectionMm2)->toEqualWithDelta(4 * M_PI, 0.2 * 4 * M_PI)->and(abs($parts[0]->axis->dot((new Vec3(0, -1, 1))->unit())))->toBeGreaterThan(0.97);
});

it('counts a facet that stands alone as a shell, be it the last', function () {
    $box = Solids::box(2, 3, 4);
    $mesh = new Mesh([...$box->x, 9, 10, 9], [...$box->y, 0, 0, 1], [...$box->z, 0, 0, 0], [...$box->tri, 8, 9, 10]);
    expect(Shells::of($mesh)->count)->toBe(2)->and(Shells::of($mesh)->label)->toBe([...array_fill(0, 12, 0), 1])->and(Shells::of($mesh)->facets()[1])->toBe([12]);
});

it('prints on a common machine where none is said', function () {
    expect(get_object_vars(new PrintProfile))->toBe([
        'nozzleMm' => 0.4, 'lineMm' => 0.45, 'zStepMm' => 0.04, 'bedXMm' => 220.0, 'bedYMm' => 220.0, 'bedZMm' => 250.0, 'densityGPerCm3' => 1.24, 'pricePerKg' => 22.0, 'walls' => 3, 'skinLayers' => 4,
        'infillShare' => 0.12, 'supportShare' => 0.10, 'wallMmPerS' => 50.0, 'skinMmPerS' => 60.0, 'infillMmPerS' => 90.0, 'supportMmPerS' => 70.0, 'layerChangeS' => 2.0, 'travelShare' => 0.12,
        'travelMmPerS' => 150.0, 'accelMmPerS2' => 3000.0, 'cornerMmPerS' => 12.0, 'minLayerS' => 3.0, 'skinMm' => null,
    ]);
});

it('has the customary limit and a common layer where none is said', function () {
    $rules = new StanceRules;
    expect($rules->overhangSine())->toEqualWithDelta(sin(M_PI / 4), 1e-12)->and($rules->layerMm)->toBe(0.2)->and((new StanceRules(0.2, 30.0))->overhangSine())->toEqualWithDelta(0.5, 1e-12)
        ->and($rules->terraceCosine())->toEqualWithDelta(cos(atan(0.2 / 0.4)), 1e-12)->and(StanceRules::flatCosine())->toEqualWithDelta(cos(deg2rad(0.5)), 1e-12);
});

it('changes one token at a time, and leaves what still is PHP', function () {
    $source = '<?php declare(strict_types=1); final class A { private const B = 0.25; public function c(int $d, float $e): float { return max(1, $d) - self::B * 2; } function f() { return $e < $d && 3 > $d && in_array($d, [f()], true) ? -1 : g(true); } function h() { $a[3] = true; $b = [$d => true]; return [$d => match (1) { 2 => true, default => $a[$d] ?? -1 }]; } }';
    $changes = Mutants::of($source);
    expect(array_map(fn (array $c): string => "{$c['from']} → {$c['to']}", $changes))->toBe(['0.25 → 0.3125', 'max → min', '1 → 2', '- → +', '* → /', '2 → 3', '< → >=', '&& → ||', '3 → 4', '> → >=', '&& → ||', '- → +', 'true → false', '3 → 4', '1 → 2', '2 → 3', 'true → false', '- → +']);
    foreach ($changes as $change) {
        expect(fn () => \PhpToken::tokenize(Mutants::applied($source, $change), TOKEN_PARSE))->not->toThrow(ParseError::class);
    }
    expect(Mutants::applied($source, $changes[1]))->toContain('return min(1, $d)');
});

it('does what a recipe says, and nothing where it says nothing', function () {
    // a box whose every corner stands there once for each facet
    $loose = new Mesh(...(function (): array {
        $box = Solids::box(2, 3, 4);
        $at = fn (array $of): array => array_map(fn (int $v): float => $of[$v], $box->tri);

        return [$at($box->x), $at($box->y), $at($box->z), range(0, count($box->tri) - 1)];
    })());
    expect((new MeshRecipe(2.0, null, ['weld']))->apply($loose)->vertexCount())->toBe(8)->and((new MeshRecipe(2.0, null, []))->apply($loose)->vertexCount())->toBe(36);
});

it('takes the numbers of planned supports over, with their plastic told before the share of it', function () {
    $planned = Wrenlo\Core\Orientation\ContactNumbers::planned(['volume_mm3' => 30.0, 'contact_area_mm2' => 5.0, 'landing_area_mm2' => 2.0, 'seen_scar_mm2' => 3.0, 'uncovered_islands' => 4, 'trapped_contacts' => 6], 1.5, 0.15);
    expect($planned->supportMm3)->toEqualWithDelta(200.0, 1e-9)->and([$planned->scarAreaMm2, $planned->landingAreaMm2, $planned->seenScarMm2, $planned->markedContactMm2, $planned->islands, $planned->trappedContacts])->toBe([5.0, 2.0, 3.0, 1.5, 4, 6]);
});

it('takes skins as thick as the layers that are told, at half the bore', function () {
    $profile = new Wrenlo\Core\Settings\PrintProfile(nozzleMm: 0.6, lineMm: 0.66, skinLayers: 5);
    expect($profile->withEvenSkins()->skinMm)->toEqualWithDelta(1.5, 1e-12)->and($profile->skinMm)->toBeNull();
});

it('calls two numbers of a criterion different only where a person would', function () {
    $kept = [];
    foreach (Wrenlo\Core\Orientation\Criteria::all() as $key => $criterion) {
        $pairs = [];
        foreach ([0.0, 0.01, 0.1, 0.5, 1.0, 2.0, 4.9, 20.0, 80.0, 400.0] as $a) {
            foreach ([0.0, 0.012, 0.11, 0.56, 1.04, 2.4, 5.1, 21.5, 95.0, 401.0] as $b) {
                $pairs[] = [$criterion->tellsApart($a, $b), $criterion->plain($b), $criterion->stored($b)];
            }
        }
        $kept[$key] = hash('sha256', json_encode($pairs));
    }
    Tests\Support\Recorded::same('criteria', $kept);
});

it('writes the sheet behind a relief true to size, with marks at its corners', function () {
    $stream = fopen('php://memory', 'w+b');
    Wrenlo\Core\Format\Pdf\PictureSheet::write($stream, 'not looked at', 30, 20, 90.0, 60.0, 'Cut along the marks.');
    rewind($stream);
    $pdf = (string) stream_get_contents($stream);
    $mm = static fn (string $points): float => (float) $points * 25.4 / 72;
    preg_match('~q (\S+) 0 0 (\S+) (\S+) (\S+) cm~', $pdf, $at);
    [$w, $h, $x, $y] = array_map($mm, array_slice($at, 1));
    expect([$w, $h, $x, $y])->toEqualWithDelta([90.0, 60.0, (210 - 90) / 2, (297 - 60) / 2], 1e-3);
    preg_match_all('~(\S+) (\S+) m (\S+) (\S+) l S~', $pdf, $marks, PREG_SET_ORDER);
    expect($marks)->toHaveCount(8);
    foreach ($marks as $mark) { // each leads away from its corner, outside the picture
        [$fromX, $fromY, $toX, $toY] = array_map($mm, array_slice($mark, 1));
        $isAlong = abs($fromY - $toY) < 1e-6;
        $corner = $isAlong ? ($fromX < 105 ? $x : $x + $w) : ($fromY < 148.5 ? $y : $y + $h);
        [$from, $to] = $isAlong ? [$fromX, $toX] : [$fromY, $toY];
        $outwards = $corner < ($isAlong ? 105 : 148.5) ? -1 : 1;
        expect($outwards * ($from - $corner))->toBeBetween(0.5, 10.0)->and($outwards * ($to - $from))->toBeGreaterThan(1.0)->and(abs($isAlong ? $fromY - ($fromY < 148.5 ? $y : $y + $h) : $fromX - ($fromX < 105 ? $x : $x + $w)))->toBeLessThan(1e-3);
    }
});

it('says from where viewers look across the plate, however they are tilted', function () {
    $leaning = new Wrenlo\Core\Sight\Display(new Wrenlo\Core\Geometry\Vec3(1, 0, 0), new Wrenlo\Core\Geometry\Vec3(0, 0.6, 0.8));
    expect($leaning->frontAcross())->toEqualWithDelta([0.0, 1.0], 1e-12)->and((new Wrenlo\Core\Sight\Display(new Wrenlo\Core\Geometry\Vec3(0, 1, 0), new Wrenlo\Core\Geometry\Vec3(0, 0, 1)))->frontAcross())->toBe([0.0, -1.0]);
});

it('says a number of hours as long as it needs', function () {
    $planner = Wrenlo\Core\Layer\LayerPlanner::of(new Wrenlo\Core\Layer\LayerCosts(0.04, 0.8, range(0.0, 20.0), 20.0, array_fill(0, 20, 0.5), $s = array_map(fn (int $k): float => 8400.0 * $k, range(0, 20)), $s, 0.08, 0.28, 2.0), Wrenlo\Core\Layer\LayerLimits::of(new Wrenlo\Core\Settings\PrintProfile));
    $quick = $planner->quickest()->hours;
    expect($quick)->toBeGreaterThan(6.0)->toBeLessThan(10.0)->and(fn () => $planner->within(0.01))->toThrow(InvalidArgumentException::class, 'in 0.01 h: the thickest take '.number_format(ceil($quick * 100) / 100, 2).' h');
});
