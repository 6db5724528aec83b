<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\RealMeshes;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Shells;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Sight\Display;

dataset('surfaces', [
    'bunny' => fn () => RealMeshes::bunny()->scaled(10),
    'curlew' => fn () => Marsh::curlew(2.6),
    'pod' => fn () => Marsh::pod(),
]);

it('picks a patch as growing it facet by facet through shared corners does', function (Mesh $mesh) {
    $facets = Surface::ofFacets($mesh);
    $picker = new Picker($facets, Neighbours::in($mesh));
    // facets by each of their edges, as text: slow and plain
    $byEdge = [];
    $edgesOf = static function (int $f) use ($mesh): array {
        [$a, $b, $c] = array_slice($mesh->tri, 3 * $f, 3);

        return array_map(static fn (array $e): string => min($e).'-'.max($e), [[$a, $b], [$b, $c], [$c, $a]]);
    };
    for ($f = 0, $n = $facets->count(); $f < $n; $f++) {
        foreach ($edgesOf($f) as $edge) {
            $byEdge[$edge][] = $f;
        }
    }
    foreach ([100, 2000, $facets->count() - 40] as $seed) {
        $way = new Vec3($facets->nx[$seed], $facets->ny[$seed], $facets->nz[$seed]);
        $found = [$seed => true];
        $open = [$seed];
        while ($open !== []) {
            foreach ($edgesOf(array_pop($open)) as $edge) {
                foreach (count($byEdge[$edge]) === 2 ? $byEdge[$edge] : [] as $g) {
                    if (! isset($found[$g]) && rad2deg(acos(max(-1, min(1, $way->dot(new Vec3($facets->nx[$g], $facets->ny[$g], $facets->nz[$g])))))) <= 20.0) {
                        $found[$g] = true;
                        $open[] = $g;
                    }
                }
            }
        }
        $expected = array_keys($found);
        sort($expected);
        expect($picker->patch($seed)->facets())->toBe($expected);
    }
})->with('surfaces');

it('picks the shells that union-find labels', function () {
    $mesh = Tests\Support\Solids::boxes([[4, 5, 6, [0, 0, 0]], [1, 1, 1, [20, 0, 0]], [2, 2, 2, [0, 20, 0]]]);
    $picker = new Picker(Surface::ofFacets($mesh), Neighbours::in($mesh));
    $shells = Shells::of($mesh);
    foreach ($shells->facets() as $facets) {
        expect($picker->shell($facets[0])->facets())->toBe($facets);
    }
});

// closed form: what a sphere of radius r about a point of a larger sphere cuts out of it has the area π r², whatever the larger one
it('paints π r² of a ball, wherever and however wide the brush', function (float $ball, float $brush) {
    $mesh = Tests\Support\Solids::sphere($ball, 300);
    $facets = Surface::ofFacets($mesh);
    $picker = new Picker($facets, Neighbours::in($mesh));
    foreach ([0.2, 0.35, 0.5, 0.77] as $share) {
        $seed = (int) ($share * $facets->count());
        $set = $picker->brush([[$seed, new Vec3($facets->cx[$seed], $facets->cy[$seed], $facets->cz[$seed])]], $brush);
        $area = array_sum(array_map(fn (int $f) => $facets->area[$f], $set->facets()));
        expect($area)->toEqualWithDelta(M_PI * $brush ** 2, 0.05 * M_PI * $brush ** 2);
    }
})->with([[20.0, 4.0], [20.0, 9.0], [60.0, 12.0]]);

it('estimates support on marked faces from bins nearly as from all facets', function (Mesh $mesh) {
    mt_srand(5);
    $facets = Surface::ofFacets($mesh);
    $patches = Patches::of($facets, Neighbours::in($mesh));
    $chosen = array_flip((array) array_rand(array_flip(range(0, 40)), 12));
    $set = FacetSet::of(array_keys(array_filter($patches->label, fn (int $p) => isset($chosen[$p]))));
    $stances = new Stances(StanceBasis::of($mesh, Display::facingMinusY(), marks: Marks::none()->painted(MarkKind::NeverSupport, $set)), new StanceRules);
    $all = array_sum(array_map(fn (int $f) => $facets->area[$f], $set->facets()));
    $worst = 0.0;
    foreach (range(0, 30) as $k) {
        $z = 1 - (2 * $k + 1) / 31;
        $up = new Vec3(sqrt(1 - $z * $z) * cos(2.4 * $k), sqrt(1 - $z * $z) * sin(2.4 * $k), $z);
        $worst = max($worst, abs($stances->estimate($up)->contact->markedContactMm2 - $stances->exact($up)->contact->markedContactMm2));
    }
    expect($worst)->toBeLessThan(0.08 * $all);
})->with('surfaces');

it('never counts more support where it must not touch than there is, and none where nobody minds', function (Mesh $mesh) {
    $facets = Surface::ofFacets($mesh);
    $all = FacetSet::of(array_keys($facets->area));
    $free = new Stances(StanceBasis::of($mesh, Display::facingMinusY()), new StanceRules);
    $everywhere = new Stances(StanceBasis::of($mesh, Display::facingMinusY(), marks: Marks::none()->painted(MarkKind::Mating, $all)), new StanceRules);
    foreach ([[0, 0, 1], [0, 1, 0], [0.6, 0, 0.8]] as $up) {
        [$p, $q] = [$free->proven(new Vec3(...$up)), $everywhere->proven(new Vec3(...$up))];
        expect($p->contact->markedContactMm2)->toBe(0.0)
            ->and($q->contact->markedContactMm2)->toEqualWithDelta($q->contact->scarAreaMm2 + $q->contact->landingAreaMm2, 1e-6)
            ->and($q->contact->scarAreaMm2)->toBe($p->contact->scarAreaMm2)->and($q->contact->seenScarMm2)->toBe($p->contact->seenScarMm2)->and($q->contact->supportMm3)->toBe($p->contact->supportMm3);
    }
})->with('surfaces');

it('holds more where everything must be supported, and never less', function (Mesh $mesh) {
    $facets = Surface::ofFacets($mesh);
    $must = Marks::none()->painted(MarkKind::MustSupport, FacetSet::of(array_keys($facets->area)));
    $free = new Stances(StanceBasis::of($mesh, Display::facingMinusY()), new StanceRules);
    $held = new Stances(StanceBasis::of($mesh, Display::facingMinusY(), marks: $must), new StanceRules);
    $wide = new Stances($free->basis, new StanceRules(limitDeg: 1.2)); // about the same: hold all that leans more than a wall
    foreach ([[0, 0, 1], [0.6, 0, 0.8]] as $up) {
        $up = new Vec3(...$up);
        expect($held->proven($up)->contact->supportMm3)->toBeGreaterThan($free->proven($up)->contact->supportMm3)
            ->toEqualWithDelta($wide->proven($up)->contact->supportMm3, 0.02 * $wide->proven($up)->contact->supportMm3);
    }
})->with('surfaces');
