<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Recorded;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Layer\HeightScore;
use Wrenlo\Core\Layer\LayerChoices;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mesh\Polygon;
use Wrenlo\Core\Orientation\BedNumbers;
use Wrenlo\Core\Orientation\Candidate;
use Wrenlo\Core\Orientation\Contest;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Directions;
use Wrenlo\Core\Orientation\Footing;
use Wrenlo\Core\Orientation\HullClimb;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\MeasuredStance;
use Wrenlo\Core\Orientation\Metrics;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\Steadiness;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Picture\Portrait;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Display;

// Recorded, not checked: Tests\Support\Recorded says what for.

/** A small figure with a foot, a lip, a thin neck and arms. */
function recordedStances(?Marks $marks = null): Stances
{
    static $plain = null;
    $mesh = $plain?->basis->mesh ?? Marsh::curlew(8.0)->scaled(0.45);
    $of = static fn (?Marks $m): Stances => new Stances(StanceBasis::of($mesh, new Display(new Vec3(0, 0, 1), new Vec3(0.5, -0.87, 0)), null, $m), new StanceRules(0.2, 50.0), new PrintProfile(nozzleMm: 0.6, lineMm: 0.65, bedXMm: 120, pricePerKg: 31));

    return $marks === null ? $plain ??= $of(null) : $of($marks);
}

/** @return list<Vec3> */
function recordedUps(): array
{
    return array_map(static fn (array $v): Vec3 => (new Vec3(...$v))->unit(), [[0, 0, 1], [0, 0, -1], [1, 0, 0], [0.3, -0.5, 0.8], [-0.2, 0.9, -0.1]]);
}

it('measures the same of stances, at every depth', function () {
    $stances = recordedStances();
    $marks = Marks::none()->painted(MarkKind::Show, FacetSet::of(range(0, 200)))->painted(MarkKind::NeverSupport, FacetSet::of(range(300, 500)))->painted(MarkKind::MustSupport, FacetSet::of(range(900, 1000)));
    $marked = recordedStances($marks);
    $kept = [];
    foreach (recordedUps() as $k => $up) {
        $lift = 2.5 * ($k % 2);
        $measured = $stances->measured($up, $stances->field($up, $lift), $lift);
        $kept["up {$k}"] = [
            'estimate' => $stances->estimate($up, $lift)->toArray(), 'exact' => $stances->exact($up)->toArray(), 'proven' => $measured->for(new PrintProfile)->toArray(), 'measured' => $measured, 'marked' => [$marked->proven($up)->toArray(), $marked->estimate($up)->toArray()],
            'again' => MeasuredStance::fromArray($measured->toArray(), $measured->footing, 7.0, 0.2)->for($stances->profile)->toArray(), 'estimated' => [Steadiness::estimated(3.0 - $k, 40.0), Steadiness::unproven(80.0 + 100 * $k, $stances->profile), Steadiness::neededMm(9.0 + 40 * $k)],
            'lean' => Lean::words($up, Display::facingMinusY()), 'layers' => LayerChoices::for($measured, $stances->profile), 'printed' => $measured->printedAt(0.12, new PrintProfile), 'sums' => $measured->sums(),
        ];
    }
    Recorded::same('stances', [...$kept, 'rules' => [$stances->rules, $stances->rules->overhangSine(), StanceRules::flatCosine(), $stances->rules->terraceCosine()], 'seen' => $stances->basis->seenMm2(), 'basis' => [$stances->basis->mass, $stances->basis->coarseSeen, $stances->basis->weighed, $marked->basis->weighed]]);
});

it('shares out height and time the same', function () {
    $stances = recordedStances();
    $kept = [];
    foreach (array_slice(recordedUps(), 0, 4) as $up) {
        $field = $stances->field($up);
        $score = HeightScore::of($stances->basis, $up, $field->bands, StanceRules::flatCosine());
        $measured = $stances->measured($up, $field);
        $kept[] = [$score, $score->timeShares($measured->printedAt(0.2, $stances->profile), 0.2, $stances->profile), $field->bands];
    }
    Recorded::same('heights', [...$kept, array_map(fn (PrintProfile $p): array => $p->layerHeightsMm(), [new PrintProfile, new PrintProfile(nozzleMm: 0.25, zStepMm: 0.01), new PrintProfile(nozzleMm: 0.8, zStepMm: 0.05)]), PrintProfile::beadMm2(0.45, 0.2)]);
});

it('tries and ranks the same', function () {
    $stances = recordedStances();
    $search = new Search($stances->estimates());
    $said = [];
    $candidates = array_map(fn (array $f): Candidate => new Candidate($f[0], $f[1], $f[2]->for($stances->profile)), $search->all(new Vec3(0, 0, 1), 60, function (float $share) use (&$said): void {
        $said[] = $share;
    }));
    $ranking = Ranking::ofCandidates($candidates);
    $kept = ['ups' => array_map(fn (Candidate $c): array => [...$c->up->toArray(), $c->origin->isResting()], $candidates), 'said' => $said, 'origins' => array_count_values(array_map(fn (Candidate $c): string => $c->origin->name, $candidates))];
    foreach (Preset::cases() as $school) {
        $finalists = $ranking->finalists($school->weights(), 6);
        $numbers = array_map(fn (int $id): StanceNumbers => $stances->proven($candidates[$id]->up), $finalists);
        $order = $ranking->order($numbers, $school->weights());
        $kept[$school->value] = [
            'label' => $school->label(), 'weights' => $school->weights(), 'total' => $school->weights()->total(), 'scores' => $ranking->scores($school->weights()), 'finalists' => $finalists, 'order' => $order,
            'why' => Reason::sentence('upright', $numbers[0], $numbers[1], $school->weights(), 'the runner-up'), 'and not' => Reason::sentence('leaning', $numbers[2], $numbers[0], $school->weights(), 'the first'),
        ];
    }
    $ups = array_map(fn (int $id): Vec3 => $candidates[$id]->up, array_combine($finalists, $finalists));
    $contest = Contest::between($ups, $ranking, Preset::StandSafe->weights(), fn (array $ups): array => array_map($stances->proven(...), $ups), 2);
    Recorded::same('ranking', [...$kept, 'contest' => [$contest->ups, $contest->scores, $contest->from, array_map(fn (StanceNumbers $n): array => $n->toArray(), $contest->numbers)],
        'weights' => Weights::of(['step' => 130, 'scar' => -2, 'time' => 7])->of]);
});

it('stands on odd feet the same', function () {
    mt_srand(23);
    $kept = [];
    for ($n = 0; $n < 16; $n++) {
        $points = array_map(fn (): array => [mt_rand(-300, 300) / 10, mt_rand(-900, 900) / 10], range(1, 9));
        $outline = array_map(fn (int $k): array => $points[$k], Polygon::hull($points));
        $turned = array_map(fn (array $p): array => [0.6 * $p[0] - 0.8 * $p[1], 0.8 * $p[0] + 0.6 * $p[1]], $outline);
        $height = 40.0 + 30 * $n;
        $footing = new Footing($n % 2 ? $outline : $turned, $turned, [mt_rand(-90, 90) / 10, mt_rand(-90, 90) / 10, $height / 3]);
        $balance = array_map(fn (int $k): array => [mt_rand(-150, 150) / 10, mt_rand(-150, 150) / 10, $k * $height / 5], range(1, 5));
        $kept[] = [Steadiness::proven($footing, $balance, $height, 7.0 - $n), array_map(fn (float $bed): BedNumbers => Steadiness::onBed($footing, $height, new PrintProfile(bedXMm: $bed, bedYMm: $bed + 20)), [60.0, 150.0, 170.0, 200.0]), $footing->toArray()];
    }
    Recorded::same('footings', $kept);
});

it('gives the same directions, climbs and lists', function () {
    $stances = recordedStances();
    $sketch = $stances->estimates()->sketch;
    $climb = new HullClimb($stances->basis->hull, $stances->basis->centreOfMassMm());
    Recorded::same('directions', [
        'sphere' => Directions::fibonacci(57), 'resting' => array_map(fn (array $d): array => [$d[1]->name, $d[0]], Directions::resting($sketch, new Vec3(0, 0, 1))), 'all' => count(Directions::for($sketch, new Vec3(0.1, 0, 1), 40)),
        'around' => Directions::around((new Vec3(0.3, 0.4, -0.7))->unit(), 6.0), 'leans' => array_map(fn (Vec3 $v): string => Lean::words($v, new Display(new Vec3(0, 0, 1), new Vec3(0.5, -0.87, 0))), Directions::fibonacci(150)),
        'climbs' => array_map(fn (Vec3 $up): array => [$climb->extent($up, 1.0), $climb->toppleMarginMm($up, 0.0), $climb->toppleMarginMm($up, 2.0), $climb->shadow(Rotation::bringingUp($up)), $climb->footprint($up, Rotation::bringingUp($up), [[-5.0, 3.0], [9.0, 30.0]], 1.0)], recordedUps()),
        'sections' => $sketch->sections, 'near' => array_map(fn (Vec3 $up): array => $sketch->sections->at($up, 50.0)->toArray(), [...recordedUps(), ...Directions::fibonacci(30)]),
        'metrics' => array_map(fn ($m): array => [$m, $m->plain(-12.3456), $m->format(1234.5)], Metrics::all()),
        'criteria' => array_map(fn ($c): array => [$c, $c->lowerIsBetter(), $c->stored(3.0), $c->plain(-0.26), $c->format(77.77), $c->tellsApart(1.0, 1.05), $c->tellsApart(40.0, 41.9), $c->tellsApart(61.0, 75.0), $c->tellsApart(-3.0, -1.0), $c->tellsApart(-1.0, 2.0)], Criteria::all()),
        'changes' => array_map(fn (array $c): array => [$c[0]->key, $c[1], $c[2]], Metrics::changes($stances->proven(recordedUps()[0]), $stances->proven(recordedUps()[3]))),
        'origins' => array_map(fn (Origin $o): array => [$o->value, $o->isResting()], Origin::cases()),
    ]);
});

it('draws the same pictures', function () {
    $mesh = recordedStances()->basis->mesh;
    $kept = [];
    foreach (recordedUps() as $k => $up) {
        $light = Portrait::of($mesh, Rotation::bringingUp($up), 72, 28 + 10 * $k, 16 - 9 * $k)->light;
        $kept[] = array_map(ord(...), str_split($light));
    }
    Recorded::same('portraits', [...$kept, array_map(ord(...), str_split(Portrait::of(Solids::sphere(4, 240), Rotation::bringingUp(new Vec3(0, 0, 1)), 40)->light))]);
});

it('tells only changes that a person would notice', function () {
    $stances = recordedStances();
    $up = recordedUps()[0];
    $near = (new Vec3($up->x + 0.01, $up->y - 0.007, $up->z + 0.004))->unit();
    [$a, $b] = [$stances->proven($up), $stances->proven($near)];
    $told = Metrics::changes($a, $b);
    $all = array_filter(Metrics::all(), fn ($m): bool => $m->plain($m->value($a)) !== $m->plain($m->value($b)));
    expect(count($told))->toBeLessThan(count($all)); // some changed by less than two in a hundred
    foreach ($told as [, $before, $after]) {
        expect(abs($before - $after) / max(abs($before), abs($after)))->toBeGreaterThan(0.02);
    }
});
