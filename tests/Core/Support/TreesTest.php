<?php

declare(strict_types=1);

use Tests\Support\Figures;
use Tests\Support\OutsideRays;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Support\ByHand;
use Wrenlo\Core\Support\Contact;
use Wrenlo\Core\Support\Limb;
use Wrenlo\Core\Support\Overhangs;
use Wrenlo\Core\Support\Region;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;
use Wrenlo\Core\Support\Wishes;

/** @param  array<int, true>  $keepClear */
function treesOf(Mesh $mesh, array $up = [0, 0, 1], SupportAsk $ask = new SupportAsk, array $keepClear = [], float $liftMm = 0.0, SupportStyle $style = SupportStyle::Tree): SupportPlan
{
    return SupportPlan::of($style, $mesh, array_fill(0, $mesh->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(...$up)), $ask, new Wishes($keepClear), $liftMm);
}

/** Trees of a figure as it stands, planned once for all that look at them. */
function figureTrees(string $name): SupportPlan
{
    /** @var array<string, SupportPlan> $planned */
    static $planned = [];

    return $planned[$name] ??= treesOf(Figures::all()[$name][1]());
}

/** A cup upside down over an upright cup that floats in it. */
function nestedCups(): Mesh
{
    return Solids::carved([[true, [-15, 15, -12, 12, 0, 24]], [false, [-12, 12, -9, 9, 0, 20]], [true, [-6, 6, -5, 5, 6, 13]], [false, [-4, 4, -3, 3, 8, 13]]]);
}

/**
 * Places on the skin of the shells, spread by area, that lie further than a tip from every contact and than a foot from every landing.
 *
 * @return list<float>
 */
function skinOf(SupportPlan $plan, int $count): array
{
    $shells = $plan->shells();
    $near = array_map(fn ($c) => [$c->xMm, $c->yMm, $c->zMm], $plan->contacts);
    foreach ($plan->limbs as $limb) {
        if ($limb->landing >= 0) {
            [$x, $y, $z] = $limb->rings[0];
            array_push($near, [$x, $y, $z], [$x, $y, $z + 1.0]);
        }
    }
    $areas = Surface::ofFacets($shells)->area;
    $whole = array_sum($areas);
    mt_srand(5);
    $random = fn (): float => mt_rand() / mt_getrandmax();
    $places = [];
    foreach ($areas as $f => $area) {
        [$a, $b, $c] = [$shells->tri[3 * $f], $shells->tri[3 * $f + 1], $shells->tri[3 * $f + 2]];
        for ($n = $area / $whole * $count; $n > 0 && ($n >= 1 || $random() < $n); $n--) {
            $s = sqrt($random());
            $t = $random() * $s;
            $at = [];
            foreach (['x', 'y', 'z'] as $axis) {
                $at[] = $shells->{$axis}[$a] * (1 - $s) + $shells->{$axis}[$b] * ($s - $t) + $shells->{$axis}[$c] * $t;
            }
            foreach ($near as [$x, $y, $z]) {
                if (($x - $at[0]) ** 2 + ($y - $at[1]) ** 2 + ($z - $at[2]) ** 2 < 1.5 ** 2) {
                    continue 2;
                }
            }
            array_push($places, ...$at);
        }
    }

    return $places;
}

dataset('figures', array_map(fn (string $name) => [$name], array_keys(Figures::all())));

// npm three-mesh-bvh 0.9.17 for the distances; asked 0.8 mm
it('holds a figure, keeps its distance, and takes less plastic than columns', function (string $name) {
    $mesh = Figures::all()[$name][1]();
    $plan = figureTrees($name);
    $piece = $mesh->standing(Rotation::bringingUp(new Vec3(0, 0, 1)));
    $shells = MeshInspector::inspect($plan->shells());
    expect($shells->topology->isWatertight())->toBeTrue()->and($shells->topology->shells)->toBe(count($plan->limbs))->and($shells->volumeMm3)->toBeGreaterThan(0.0)
        ->and($shells->bounds->min->z)->toBeGreaterThanOrEqual(-1e-9)->and(max(abs($shells->bounds->min->x), $shells->bounds->max->x, abs($shells->bounds->min->y), $shells->bounds->max->y))->toBeLessThan(110.0);
    $hanging = 0.0;
    foreach (($facets = Surface::ofFacets($piece))->nz as $f => $nz) {
        $hanging += $nz < -M_SQRT1_2 ? $facets->area[$f] : 0.0;
    }
    expect($plan->proof->uncoveredMm2)->toBeLessThan(0.002 * $hanging)->and($plan->proof->openIslands)->toBe([])->and($plan->leanDeg())->toBeLessThanOrEqual(45.0 + 1e-6);
    $least = min(OutsideRays::nearest($piece, skinOf($plan, 8000)));
    expect($least)->toBeGreaterThan(0.8 - 0.1); // a tube's eight corners may lie nearer than its middle says by its own rounding at bends
    // contacts lie on the piece
    $on = OutsideRays::nearest($piece, array_merge(...array_map(fn ($c) => [$c->xMm, $c->yMm, $c->zMm], $plan->contacts)));
    expect(max($on))->toBeLessThan(1e-4);
    expect($plan->volumeMm3)->toBeLessThan(treesOf($mesh, style: SupportStyle::Columns)->volumeMm3);
    // what it says of the volume is what its shells hold together: less than they add up to
    $sum = array_sum(array_map(fn (Limb $l): float => $l->volumeMm3(), $plan->limbs));
    expect($plan->volumeMm3)->toBeLessThan($sum)->and($plan->volumeMm3)->toBeGreaterThan(0.6 * $sum);
})->with('figures');

it('begins nothing in the air: each limb stands on the plate, the gap above the piece, or runs into another', function (string $name, array $up) {
    $mesh = $name === 'cups' ? nestedCups() : Figures::all()[$name][1]();
    $plan = $name === 'pod' ? figureTrees($name) : treesOf($mesh, $up);
    $piece = $mesh->standing(Rotation::bringingUp(new Vec3(...$up)));
    $landed = [];
    foreach ($plan->limbs as $k => $limb) {
        [$x, $y, $z] = $limb->rings[0];
        if ($limb->into !== null) {
            $into = $plan->limbs[$limb->into];
            $inside = array_filter($into->rings, fn (array $r): bool => abs($r[2] - $z) < 1e-6 && hypot($r[0] - $x, $r[1] - $y) < 1e-6 && $r[3] >= $limb->rings[0][3] - 1e-6);
            expect($limb->into)->not->toBe($k)->and($inside === [] && $into->rings[count($into->rings) - 1][2] > $z + 1e-6)->toBeFalse();
        } elseif ($limb->landing >= 0) {
            array_push($landed, $x, $y, $z);
        } else {
            expect($z)->toBe(0.0);
        }
        for ($r = 1; $r < count($limb->rings); $r++) {
            expect($limb->rings[$r][2])->toBeGreaterThan($limb->rings[$r - 1][2]);
        }
    }
    foreach (OutsideRays::nearest($piece, $landed) as $d) {
        expect($d)->toBeLessThan(1.0)->toBeGreaterThan(0.05);
    }
    expect($plan->landingMm2 > 0.0)->toBe($landed !== []);
})->with([['cups', [0, 0, 1]], ['whelk', [0, 0, -1]], ['pod', [0, 0, 1]], ['curlew', [0.3, -0.5, 0.8]]]);

it('stands on the plate alone where that is asked for', function () {
    $plan = treesOf(nestedCups(), ask: new SupportAsk(isPlateOnly: true));
    expect($plan->landingMm2)->toBe(0.0)->and(array_filter($plan->limbs, fn (Limb $l): bool => $l->landing >= 0))->toBe([])->and($plan->proof->uncoveredMm2)->toBeLessThan(10.0);
    expect(treesOf(nestedCups())->proof->uncoveredMm2)->toBe(0.0);
    // a hollow of 20 × 20 mm: but for what its walls hold, nothing is reached from the plate
    $hollow = Solids::carved([[true, [0, 30, 0, 30, 0, 30]], [false, [5, 25, 5, 25, 5, 25]]]);
    expect(treesOf($hollow, ask: new SupportAsk(isPlateOnly: true))->proof->uncoveredMm2)->toEqualWithDelta(14 * 14, 20.0)->and(treesOf($hollow)->proof->uncoveredMm2)->toBe(0.0);
});

it('leans no further than the limit, nor than 45°', function (float $limit) {
    $plan = treesOf(Figures::all()['pod'][1](), [0, 1, 0.1], new SupportAsk(limitDeg: $limit));
    expect($plan->leanDeg())->toBeLessThanOrEqual(min(45.0, $limit) + 1e-6)->and($plan->leanDeg())->toBeGreaterThan(0.5 * min(45.0, $limit))->and($plan->contacts)->not->toBe([]);
})->with([25.0, 35.0, 45.0, 60.0]);

it('fails the proof and names the place when a contact is taken away by hand, and holds again where one is set', function (SupportStyle $style) {
    // a drop that hangs from an arm, with one contact under it; and the arm far from its post
    $hook = Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, 14, 36]]]);
    $of = fn (ByHand $byHand): SupportPlan => SupportPlan::of($style, $hook, array_fill(0, $hook->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(0, 0, 1)), new SupportAsk, new Wishes(byHand: $byHand));
    $plan = $of(new ByHand);
    $drop = array_values(array_filter($plan->contacts, fn (Contact $c): bool => $c->zMm < 15));
    expect($plan->proof->uncoveredMm2)->toBe(0.0)->and($plan->proof->openIslands)->toBe([])->and($drop)->not->toBe([]);
    $gone = array_map(fn (Contact $c): array => [$c->xMm, $c->yMm, $c->zMm], $drop);
    $without = $of(new ByHand($gone));
    expect(count($without->contacts))->toBe(count($plan->contacts) - count($drop))->and($without->proof->openIslands)->toHaveCount(1)->and($without->proof->openIslands[0]->zMm)->toEqualWithDelta(14.0, 0.2)
        ->and($without->proof->uncoveredMm2)->toEqualWithDelta(36.0, 6.0)->and($without->proof->beyond)->toHaveCount(1)->and($without->proof->beyond[0][2])->toEqualWithDelta(14.0, 1e-6)
        ->and($without->toArray(new PrintProfile)['uncovered_places'][0]['area_mm2'])->toEqualWithDelta($without->proof->uncoveredMm2, 1e-9);
    // set anew: what it reaches of the drop is held
    $moved = $of(new ByHand($gone, [[9.0, 1.0, 14.0]]));
    expect($moved->proof->openIslands)->toBe([])->and($moved->proof->uncoveredMm2)->toBeLessThan($without->proof->uncoveredMm2 - 5.0);
})->with([[SupportStyle::Tree], [SupportStyle::Columns]]);

it('has more contacts where they are asked to lie closer, and holds all the same', function (float $spacing, int $least, int $most) {
    $plan = treesOf(Figures::all()['bunny'][1](), ask: new SupportAsk(spacingMm: $spacing));
    expect(count($plan->contacts))->toBeGreaterThan($least)->toBeLessThan($most)->and($plan->proof->uncoveredMm2)->toBe(0.0)->and($plan->proof->openIslands)->toBe([]);
})->with([[2.7, 400, 700], [1.4, 1500, 2600]]);

it('makes the same trees twice', function () {
    expect(treesOf(Figures::all()['curlew'][1]())->limbs)->toEqual(figureTrees('curlew')->limbs);
});

it('never touches a face that is to be kept clear, whatever is marked', function () {
    $mesh = nestedCups();
    $facets = Surface::ofFacets($mesh);
    mt_srand(41);
    for ($n = 0; $n < 8; $n++) {
        $keep = array_fill_keys(array_values(array_filter(array_keys($facets->area), fn (): bool => mt_rand(0, 2) === 0)), true);
        $plan = treesOf($mesh, ask: new SupportAsk(reachMm: 2.0 + $n / 4), keepClear: $keep);
        foreach ($plan->contacts as $c) {
            expect(isset($keep[$c->facet]))->toBeFalse();
        }
        foreach ($plan->limbs as $limb) {
            expect(isset($keep[$limb->landing]))->toBeFalse();
        }
    }
    expect(treesOf($mesh, keepClear: array_fill_keys(array_keys($facets->area), true))->limbs)->toBe([]);
});

it('holds what is marked to be held however steep, and as marked nothing else', function () {
    // a beam on a post, its ends leaning 30° from the vertical: at 45° only the level part hangs
    $beam = Solids::carved([[true, [-3, 3, -12, 12, 0, 24]], [true, [-40, 40, -12, 12, 24, 30]]]);
    $cone = Solids::lathe([[2.0, 0.0], [2.0 + 20 * tan(deg2rad(30)), 20.0]], 90);
    $flank = fn (Mesh $m): array => array_fill_keys(array_keys(array_filter(Surface::ofFacets($m)->nz, fn (float $nz): bool => $nz < -0.1 && $nz > -0.9)), true);
    $of = fn (Mesh $m, array $must, SupportStyle $style = SupportStyle::Tree, array $clear = []): SupportPlan => SupportPlan::of($style, $m, array_fill(0, $m->triangleCount(), 0.5), Rotation::bringingUp(new Vec3(0, 0, 1)), new SupportAsk, new Wishes($clear, $must));
    expect($of($cone, [])->contacts)->toBe([])->and(count($of($cone, $flank($cone))->contacts))->toBeGreaterThan(10)->and($of($cone, $flank($cone), clear: $flank($cone))->contacts)->toBe([]);
    // half of the beam is marked: as marked, every contact lies there, and the other half is told as left
    $half = array_fill_keys(array_keys(array_filter(Surface::ofFacets($beam)->nz, fn (float $nz, int $f): bool => $nz < -0.9 && Surface::ofFacets($beam)->cx[$f] > 3, ARRAY_FILTER_USE_BOTH)), true);
    $painted = $of($beam, $half, SupportStyle::Painted);
    expect($painted->contacts)->not->toBe([])->and(min(array_map(fn (Contact $c): float => $c->xMm, $painted->contacts)))->toBeGreaterThan(3.0)->and($painted->proof->uncoveredMm2)->toEqualWithDelta(34 * 24, 0.05 * 34 * 24);
    expect($of($beam, [], SupportStyle::Painted)->contacts)->toBe([]);
});

it('holds nothing at a place that was signed off, and does not count it as left', function (SupportStyle $style) {
    $hook = Solids::carved([[true, [0, 6, -3, 3, 0, 36]], [true, [0, 24, -3, 3, 30, 36]], [true, [18, 24, -3, 3, 14, 36]]]);
    $seen = array_fill(0, $hook->triangleCount(), 0.5);
    $up = Rotation::bringingUp(new Vec3(0, 0, 1));
    $regions = Overhangs::of($hook, Surface::ofFacets($hook), $seen, $up, 0.2, 45.0)->regions;
    $drop = array_values(array_filter($regions, fn (Region $r): bool => $r->zMinMm < 15));
    expect($drop)->toHaveCount(1);
    $plan = SupportPlan::of($style, $hook, $seen, $up, new SupportAsk, (new Wishes)->leaving($regions, [$drop[0]->key()]));
    expect($plan->proof->openIslands)->toBe([])->and($plan->proof->uncoveredMm2)->toBe(0.0)->and($plan->contacts)->not->toBe([])->and(min(array_map(fn (Contact $c): float => $c->zMm, $plan->contacts)))->toEqualWithDelta(30.0, 1e-6);
    expect(SupportPlan::of($style, $hook, $seen, $up, new SupportAsk, (new Wishes)->leaving($regions, array_map(fn (Region $r): string => $r->key(), $regions)))->contacts)->toBe([]);
})->with([[SupportStyle::Tree], [SupportStyle::Columns]]);

it('holds a lifted piece all round', function () {
    $plan = treesOf(Solids::box(20, 20, 10), liftMm: 6.0);
    expect(count($plan->contacts))->toBeGreaterThan(15)->and($plan->proof->uncoveredMm2)->toBe(0.0)->and($plan->proof->openIslands)->toBe([]);
    foreach ($plan->contacts as $c) {
        expect($c->zMm)->toEqualWithDelta(6.0, 1e-9);
    }
});

it('sets nothing where none is asked for, and says what hangs then', function () {
    $beam = Solids::carved([[true, [-3, 3, -12, 12, 0, 24]], [true, [-40, 40, -12, 12, 24, 30]]]);
    $none = treesOf($beam, style: SupportStyle::None);
    // 74 × 24 mm hang; 3 mm beside the post are within its reach
    expect($none->limbs)->toBe([])->and($none->proof->uncoveredMm2)->toEqualWithDelta(2 * (37 - 3) * 24, 0.05 * 2 * 34 * 24)->and($none->shells())->toBeNull()->and($none->volumeMm3)->toEqual(0.0);
    expect(treesOf(Solids::carved([[true, [0, 20, 0, 20, 0, 10]], [true, [8, 12, 8, 12, 15, 20]]]), style: SupportStyle::None)->proof->openIslands)->toHaveCount(1);
});

it('counts contacts that no tool gets at', function () {
    // under a beam they are open; a pocket 30 mm deep and 4 mm wide, whose ceiling hangs, is open at its mouth alone and reached by a thin tool
    expect(treesOf(Solids::carved([[true, [-3, 3, -12, 12, 0, 24]], [true, [-40, 40, -12, 12, 24, 30]]]))->proof->trapped)->toBe(0);
    // a hollow ball-like box, closed all round: its ceiling is held from its floor, and never reached
    $closed = treesOf(Solids::carved([[true, [0, 30, 0, 30, 0, 30]], [false, [5, 25, 5, 25, 5, 25]]]));
    expect($closed->proof->trapped)->toBe(count($closed->contacts))->toBeGreaterThan(5);
    // with a window in one side all of it is
    $open = treesOf(Solids::carved([[true, [0, 30, 0, 30, 0, 30]], [false, [5, 25, -5, 25, 5, 25]]]));
    expect($open->proof->trapped)->toBe(0);
});

it('says how much of it lies at which height', function () {
    // a beam at 24 mm, columns from the plate: 24 mm of their cross-section, then nothing
    $plan = treesOf(Solids::carved([[true, [-3, 3, -12, 12, 0, 24]], [true, [-40, 40, -12, 12, 24, 30]]]), style: SupportStyle::Columns);
    $sections = $plan->sectionsMm2();
    $bands = count($sections);
    expect($sections[0])->toEqualWithDelta(count($plan->contacts) * $plan->widthMm ** 2, 1e-6)->and($sections[(int) (0.5 * $bands)])->toEqualWithDelta($sections[0], 1e-6)->and($sections[(int) (0.85 * $bands)])->toBe(0.0)
        ->and(array_sum($sections) * 30 / $bands)->toEqualWithDelta($plan->volumeMm3, 1e-6);
    $trees = figureTrees('pod');
    expect(array_sum($trees->sectionsMm2()) * $trees->topMm / $bands)->toEqualWithDelta($trees->volumeMm3, 1e-6);
});

it('says all of it in one row', function () {
    $plan = figureTrees('pod');
    $row = $plan->toArray(new PrintProfile);
    $rings = array_sum(array_map(fn (Limb $l): int => count($l->rings), $plan->limbs));
    expect($row['style'])->toBe('tree')->and($row['nodes'])->toHaveCount($rings)->and($row['contacts'])->toHaveCount(count($plan->contacts))->and($row['grams'])->toEqualWithDelta($plan->volumeMm3 * 1.24e-3, 1e-9)
        ->and($row['contact_area_mm2'])->toBeGreaterThan(0.2 * count($plan->contacts))->and($row['contact_area_mm2'])->toBeLessThan(0.5 * count($plan->contacts))
        ->and($row['seen_scar_mm2'])->toEqualWithDelta(0.5 * ($row['contact_area_mm2'] + $row['landing_area_mm2']), 1e-9);
});
