<?php

declare(strict_types=1);

use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Sight\Display;

function marked(Mesh $mesh, Marks $marks): Stances
{
    return new Stances(StanceBasis::of($mesh, Display::facingMinusY(), marks: $marks), new StanceRules);
}

/** A table: a top of 40 × 40 × 4 on a post of 10 × 10 × 20, made of two boxes that meet. */
function markTable(): Mesh
{
    return Solids::boxes([[40, 40, 4, [-20, -20, 20]], [10, 10, 20, [-5, -5, 0]]]);
}

function under(Mesh $mesh, float $z): FacetSet
{
    $facets = Surface::ofFacets($mesh);

    return FacetSet::of(array_filter(array_keys($facets->area), fn (int $f) => $facets->nz[$f] < -0.99 && abs($facets->cz[$f] - $z) < 1e-6));
}

const UPRIGHT = new Vec3(0, 0, 1);

it('counts support on a face that is to be kept clear, in the estimate and exactly', function (MarkKind $kind) {
    $mesh = markTable();
    $marks = Marks::none()->painted($kind, under($mesh, 20));
    $stances = marked($mesh, $marks);
    // closed form: the underside of the top around the post, 40² − 10²; the estimate takes the facet whole, 40²
    expect($stances->proven(UPRIGHT)->contact->markedContactMm2)->toEqualWithDelta(1500.0, 0.02 * 1500)
        ->and($stances->estimate(UPRIGHT)->contact->markedContactMm2)->toEqualWithDelta(1600.0, 1e-6)
        ->and($stances->proven(new Vec3(0, 0, -1))->contact->markedContactMm2)->toBe(0.0)
        ->and(marked($mesh, Marks::none())->proven(UPRIGHT)->contact->markedContactMm2)->toBe(0.0);
    $row = $stances->proven(UPRIGHT)->toArray();
    expect($row['marked_contact_mm2'])->toBe(StanceNumbers::fromArray($row)->contact->markedContactMm2);
})->with([MarkKind::NeverSupport, MarkKind::Mating]);

it('counts supports that land on a face to be kept clear', function () {
    // a shelf above a floor: the column ends on the floor
    $mesh = Solids::boxes([[40, 20, 2, [0, 0, 0]], [2, 20, 20, [0, 0, 2]], [40, 20, 2, [0, 0, 22]]]);
    $facets = Surface::ofFacets($mesh);
    $floor = FacetSet::of(array_filter(array_keys($facets->area), fn (int $f) => $facets->nz[$f] > 0.99 && abs($facets->cz[$f] - 2) < 1e-6));
    expect(marked($mesh, Marks::none()->painted(MarkKind::NeverSupport, $floor))->proven(UPRIGHT)->contact->markedContactMm2)->toEqualWithDelta(38.0 * 20, 0.02 * 760);
});

it('holds a steep face that must be supported, however steep', function () {
    // a cone on its tip: 20 across, 40 high; its side stands 14° from the vertical and needs nothing by itself
    $mesh = Solids::turned(Solids::cone(10, 40, 90), new Vec3(0, 0, -1));
    $facets = Surface::ofFacets($mesh);
    $side = FacetSet::of(array_filter(array_keys($facets->area), fn (int $f) => $facets->nz[$f] < -0.1 && $facets->nz[$f] > -0.9));
    $free = marked($mesh, Marks::none());
    $held = marked($mesh, Marks::none()->painted(MarkKind::MustSupport, $side));
    // closed form: the cylinder around the cone less the cone, π r² h · ⅔
    $volume = M_PI * 100 * 40 * 2 / 3;
    expect($free->proven(UPRIGHT)->contact->supportMm3)->toBe(0.0)
        ->and($held->proven(UPRIGHT)->contact->supportMm3)->toEqualWithDelta($volume, 0.02 * $volume)
        ->and($held->estimate(UPRIGHT)->contact->supportMm3)->toEqualWithDelta($volume, 0.02 * $volume)
        ->and($held->estimate(UPRIGHT)->contact->seenScarMm2)->toBeGreaterThan(0.0)
        // on its base it does not face down: nothing to hold
        ->and($held->proven(new Vec3(0, 0, -1))->contact->supportMm3)->toBe(0.0);
});

it('weighs steps and scars by what is marked to be shown or hidden', function () {
    $mesh = markTable();
    $facets = Surface::ofFacets($mesh);
    $all = FacetSet::of(array_keys($facets->area));
    $plain = marked($mesh, Marks::none())->proven(UPRIGHT);
    $hidden = marked($mesh, Marks::none()->painted(MarkKind::Hide, $all))->proven(UPRIGHT);
    $shown = marked($mesh, Marks::none()->painted(MarkKind::Show, under($mesh, 20)))->proven(UPRIGHT);
    expect($hidden->contact->seenScarMm2)->toBe(0.0)->and($hidden->surface->seenTerraceAreaMm2)->toBe(0.0)->and($hidden->sections->seenSeamMm)->toBe(0.0)
        ->and($hidden->contact->scarAreaMm2)->toBe($plain->contact->scarAreaMm2)
        ->and($shown->contact->seenScarMm2)->toEqualWithDelta(3 * 1500.0, 0.02 * 4500)
        ->and($plain->contact->seenScarMm2)->toBeLessThan(1500.0);
    expect(marked($mesh, Marks::none()->painted(MarkKind::Show, $all))->basis->seenMm2())->toEqualWithDelta($facets->totalAreaMm2(), 1e-6);
});

it('moves the seam where it may run and counts it where it may not', function () {
    $mesh = Solids::cylinder(10, 40, 60);
    $facets = Surface::ofFacets($mesh);
    $picker = new Picker($facets, Neighbours::in($mesh));
    $all = FacetSet::of(array_keys($facets->area));
    $strip = $picker->looking(new Vec3(0, -1, 0), 20);
    $never = marked($mesh, Marks::none()->painted(MarkKind::NoSeam, $all));
    $here = marked($mesh, Marks::none()->painted(MarkKind::NoSeam, $all)->painted(MarkKind::SeamHere, $strip));
    // closed form: 40 mm of wall, threefold; nothing where a strip is free
    expect($never->proven(UPRIGHT)->sections->seenSeamMm)->toEqualWithDelta(120.0, 2.0)
        ->and($never->estimate(UPRIGHT)->sections->seenSeamMm)->toEqualWithDelta(120.0, 2.0)
        ->and($here->proven(UPRIGHT)->sections->seenSeamMm)->toEqualWithDelta(0.0, 1e-9);
});
