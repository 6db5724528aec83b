<?php

declare(strict_types=1);

use Tests\Support\OutsideRays;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Support\ByHand;
use Wrenlo\Core\Support\Column;
use Wrenlo\Core\Support\Contact;
use Wrenlo\Core\Support\Overhangs;
use Wrenlo\Core\Support\Region;
use Wrenlo\Core\Support\RegionKind;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;
use Wrenlo\Core\Support\Treatment;
use Wrenlo\Core\Support\Wishes;

/** A post with a ledge to the left at 12 mm and one to the right at 20 mm, each 20 × 16 mm. */
function ledges(): Mesh
{
    return Solids::carved([[true, [-4, 4, -8, 8, 0, 30]], [true, [-24, -4, -8, 8, 12, 18]], [true, [4, 24, -8, 8, 20, 26]]]);
}

/** @return list<Region> */
function placesOf(Mesh $mesh): array
{
    return Overhangs::of($mesh, Surface::ofFacets($mesh), array_fill(0, $mesh->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(0, 0, 1)), 0.2, 45.0)->regions;
}

function planOf(Mesh $mesh, Wishes $wishes, SupportStyle $style = SupportStyle::Tree, SupportAsk $ask = new SupportAsk): SupportPlan
{
    return SupportPlan::of($style, $mesh, array_fill(0, $mesh->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(0, 0, 1)), $ask, $wishes);
}

/** @return array<string, float> key → height of each place */
function keysByHeight(Mesh $mesh): array
{
    $keys = [];
    foreach (placesOf($mesh) as $r) {
        $keys[$r->key()] = $r->zMinMm;
    }
    asort($keys);

    return $keys;
}

it('holds one place by shafts and the rest by branches, whichever of them is the rule', function (SupportStyle $style, int $low, int $high) {
    [$left, $right] = array_keys(keysByHeight(ledges()));
    // the left one is treated otherwise than the rule says
    $plan = planOf(ledges(), (new Wishes)->treating(placesOf(ledges()), $style === SupportStyle::Tree ? [$left => Treatment::Columns] : [$right => Treatment::Tree]), $style);
    $at = fn (bool $isLeft): array => array_values(array_filter($plan->columns, fn (Column $c): bool => ($c->xMm < 0) === $isLeft));
    expect(count($at(true)))->toBeGreaterThan(20)->and($at(false))->toBe([])->and($plan->proof->uncoveredMm2)->toBe(0.0)->and($plan->proof->openIslands)->toBe([]);
    $branches = array_filter($plan->limbs, fn ($l): bool => $l->sides !== 4);
    expect($branches)->not->toBe([])->and(min(array_map(fn ($l): float => min(array_column($l->rings, 0)), $branches)))->toBeGreaterThan(4.0);
    expect(MeshInspector::inspect($plan->shells())->topology->isWatertight())->toBeTrue();
})->with([[SupportStyle::Tree, 12, 20], [SupportStyle::Columns, 12, 20]]);

it('holds one place by a relief and the rest by branches that keep their distance to it', function (float $deg) {
    [$left] = array_keys(keysByHeight(ledges()));
    $wishes = (new Wishes)->treating(placesOf(ledges()), [$left => Treatment::Relief]);
    $plan = planOf(ledges(), $wishes, ask: new SupportAsk(reliefDeg: $deg));
    // closed form: a wedge under the ledge from its free edges. Front, back and far side are free: filled is what lies above lines from them
    $t = tan(deg2rad($deg));
    $filled = 0.0;
    for ($i = 0; $i < 400; $i++) {
        for ($j = 0; $j < 320; $j++) {
            [$x, $y] = [-24 + ($i + 0.5) * 0.05, -8 + ($j + 0.5) * 0.05];
            $filled += min(12.0, min($x + 24, $y + 8, 8 - $y) / $t) * 0.0025;
        }
    }
    expect($plan->relief->addedMm3)->toEqualWithDelta($filled, 0.02 * $filled)->and(MeshInspector::inspect($plan->reliefBody())->topology->isWatertight())->toBeTrue();
    expect($plan->proof->uncoveredMm2)->toBe(0.0)->and($plan->proof->openIslands)->toBe([])->and(min(array_map(fn (Contact $c): float => $c->xMm, $plan->contacts)))->toBeGreaterThan(4.0);
    // an outside library: nowhere nearer to the relief than asked
    $shells = $plan->shells();
    $skin = [];
    foreach ($shells->x as $k => $x) {
        array_push($skin, $x, $shells->y[$k], $shells->z[$k]);
    }
    expect(min(OutsideRays::nearest($plan->reliefBody(), $skin)))->toBeGreaterThan(0.75);
    expect($plan->toArray(new PrintProfile)['relief'])->toBe($plan->relief->toArray());
})->with([50.0, 65.0]);

it('lets a mark win over a way of its own', function () {
    [$left] = array_keys(keysByHeight(ledges()));
    $places = placesOf(ledges());
    $under = array_fill_keys(array_merge(...array_map(fn (Region $r): array => $r->key() === $left ? $r->facets : [], $places)), true);
    $plan = planOf(ledges(), (new Wishes(keepClear: $under))->treating($places, [$left => Treatment::Relief]));
    expect($plan->relief)->toBeNull()->and(min(array_map(fn (Contact $c): float => $c->xMm, $plan->contacts)))->toBeGreaterThan(4.0)->and($plan->proof->uncoveredMm2)->toBeGreaterThan(200.0);
});

it('prints small leans without by a rule, and never an island', function () {
    // a ledge of 6 mm and one of 20; a block that begins in the air is smaller than both
    $mesh = Solids::carved([[true, [-5, 5, -5, 5, 0, 10]], [true, [-11, 5, -5, 5, 10, 14]], [true, [5, 25, -5, 5, 10, 14]], [true, [20, 24, -2, 2, 4, 10]]]);
    $kinds = array_map(fn (Region $r): array => [$r->kind, round($r->areaMm2, 1)], placesOf($mesh));
    expect($kinds)->toContain([RegionKind::Island, 16.0])->toContain([RegionKind::Overhang, 60.0]);
    $least = fn (float $small): float => min(array_map(fn (Contact $c): float => $c->xMm, planOf($mesh, (new Wishes)->leaving(placesOf($mesh), [], 0.0, $small))->contacts));
    expect($least(0.0))->toBeLessThan(-12.0)->and($least(59.9))->toBeLessThan(-12.0)->and($least(60.1))->toBeGreaterThan(-2.0);
    $all = planOf($mesh, (new Wishes)->leaving(placesOf($mesh), [], 0.0, 1e4));
    expect(count($all->contacts))->toBeGreaterThan(0)->and(max(array_map(fn (Contact $c): float => $c->zMm, $all->contacts)))->toEqualWithDelta(4.0, 1e-6)->and($all->proof->openIslands)->toBe([])->and($all->proof->uncoveredMm2)->toBe(0.0);
});

it('takes off from outside what stands in a row, round by round', function () {
    // a tunnel 60 mm deep, open to one end: what stands at its far end comes off last
    $tunnel = Solids::carved([[true, [-12, 12, 0, 64, 0, 30]], [false, [-8, 8, -1, 60, 4, 20]]]);
    $plan = planOf($tunnel, new Wishes, SupportStyle::Columns);
    $removal = $plan->proof->removal;
    expect(count($removal->rounds))->toBeGreaterThan(1);
    $y = array_map(fn (array $round): float => array_sum(array_map(fn (int $t): float => $plan->limbs[$t]->rings[0][1], $round)) / count($round), $removal->rounds);
    expect($y[0])->toBeLessThan($y[count($y) - 1] - 10.0);
    // every shaft goes once, and none of the first round has another before it: its way out, level and from below, is looked for by hand
    $all = array_merge(...$removal->rounds);
    expect(count($all))->toBe(count($plan->columns))->and(count(array_unique($all)))->toBe(count($all));
    $rows = $plan->toArray(new PrintProfile)['removal'];
    expect(count($rows))->toBe(count($all))->and($rows[0])->toHaveKeys(['round', 'foot_mm', 'contacts', 'forced'])->and(array_column($rows, 'round'))->toBe((function (array $r): array {
        sort($r);

        return $r;
    })(array_column($rows, 'round')));
});

it('takes all off at once where nothing is before anything', function () {
    $beam = Solids::carved([[true, [-3, 3, -2, 2, 0, 24]], [true, [-20, 20, -2, 2, 24, 30]]]);
    $removal = planOf($beam, new Wishes)->proof->removal;
    expect(count($removal->rounds))->toBe(1)->and($removal->forced)->toBe([]);
    expect(planOf(Solids::box(10, 10, 10), new Wishes)->proof->removal->rounds)->toBe([]);
});

it('takes away by hand and sets by hand in a mixed plan once, not twice', function () {
    [$left] = array_keys(keysByHeight(ledges()));
    $of = fn (ByHand $hand): SupportPlan => planOf(ledges(), (new Wishes(byHand: $hand))->treating(placesOf(ledges()), [$left => Treatment::Columns]));
    $plan = $of(new ByHand);
    $at = $plan->columns[0];
    $without = $of(new ByHand([[$at->xMm, $at->yMm, $at->contactMm]]));
    expect(count($without->contacts))->toBe(count($plan->contacts) - 1);
    $also = $of(new ByHand([], [[20.0, 0.0, 20.0]]));
    expect(count(array_filter($also->contacts, fn (Contact $c): bool => hypot($c->xMm - 20, $c->yMm) < 0.5)))->toBe(1);
});

it('holds a bill that slopes up from its tip all along: what slopes less than 45° is no wall', function () {
    $mesh = Database\Demo\Marsh::curlew(2.4);
    $plan = planOf($mesh, new Wishes);
    $piece = $mesh->standing(Rotation::bringingUp(new Vec3(0, 0, 1)));
    $facets = Surface::ofFacets($piece);
    $held = 0;
    foreach ($facets->nz as $f => $nz) {
        if ($nz < -0.75 && $facets->cz[$f] > 140.0 && $facets->cx[$f] > 25.0) {
            $near = min(array_map(fn (Contact $c): float => hypot(hypot($c->xMm - $facets->cx[$f], $c->yMm - $facets->cy[$f]), $c->zMm - $facets->cz[$f]), $plan->contacts));
            expect($near)->toBeLessThan(4.3); // 3 mm across and 3 mm up
            $held++;
        }
    }
    expect($held)->toBeGreaterThan(40)->and($plan->proof->uncoveredMm2)->toBe(0.0);
});
