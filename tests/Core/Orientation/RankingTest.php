<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Orientation\Contest;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Criterion;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\SectionMap;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Sight\Display;

function metricsWith(array $numbers): StanceNumbers
{
    /** @var ?array<string, mixed> $usual */
    static $usual = null;
    $usual ??= (new Stances(StanceBasis::of(Solids::box(10, 10, 10), Display::facingMinusY()), new StanceRules))->exact(new Vec3(0, 0, 1))->toArray();

    return StanceNumbers::fromArray($numbers + $usual);
}

it('scores by place in the range, weighted', function () {
    $estimates = array_fill_keys(array_keys(Criteria::all()), [7 => 0.0, 8 => 0.0, 9 => 0.0]);
    $estimates['step'] = [7 => 10.0, 8 => 20.0, 9 => 30.0];
    $estimates['stand'] = [7 => 0.0, 8 => 5.0, 9 => 10.0]; // higher is better
    $ranking = new Ranking([7 => [1.0, 0.0, 0.0], 8 => [0.0, 1.0, 0.0], 9 => [0.0, 0.0, 1.0]], $estimates);
    expect($ranking->scores(Weights::of(['step' => 100])))->toEqual([7 => 0.0, 8 => 0.5, 9 => 1.0])
        ->and(array_keys($ranking->scores(Weights::of(['stand' => 10]))))->toBe([9, 8, 7])
        ->and($ranking->scores(Weights::of(['step' => 50, 'stand' => 50]))[8])->toEqualWithDelta(0.5, 1e-12)
        ->and($ranking->scores(Weights::of([]))[9])->toBe(0.0);
});

it('keeps finalists apart', function () {
    $estimates = array_fill_keys(array_keys(Criteria::all()), [0.0, 0.0, 0.0]);
    $estimates['step'] = [1.0, 2.0, 3.0];
    $near = (new Vec3(0.1, 0, 1))->unit()->toArray(); // 5.7° away
    $ranking = new Ranking([[0.0, 0.0, 1.0], $near, [1.0, 0.0, 0.0]], $estimates);
    expect($ranking->finalists(Weights::of(['step' => 1]), 24))->toBe([0, 2]);
});

it('refuses criteria it does not know and clamps weights', function () {
    expect(fn () => Weights::of(['beauty' => 5]))->toThrow(InvalidArgumentException::class, 'beauty')
        ->and(Weights::of(['step' => 400])->of['step'])->toBe(100.0);
});

it('puts a lying plate flat on the plate under every school but the seen one', function (Preset $preset) {
    $stances = new Stances(StanceBasis::of(Solids::turned(Solids::box(60, 40, 5), new Vec3(1, 2, 2)), Display::facingMinusY()), new StanceRules);
    $all = (new Search($stances->estimates()))->candidates(new Vec3(0, 0, 1), 500);
    $best = $all[Ranking::ofCandidates($all)->finalists($preset->weights(), 1)[0]];
    expect($best->numbers->surface->plateContactMm2)->toEqualWithDelta(2400.0, 1e-6)->and($best->numbers->contact->supportMm3)->toEqualWithDelta(0.0, 1e-6);
})->with([Preset::LeastPlastic, Preset::StandSafe, Preset::Soonest]);

it('beats the pose of the file where that can be beaten, by exact numbers', function () {
    $mesh = Marsh::curlew(3.2);
    $stances = new Stances(StanceBasis::of($mesh, Display::facingMinusY()), new StanceRules);
    $weights = Preset::LeastPlastic->weights();
    $all = (new Search($stances->estimates()))->candidates(new Vec3(0, 0, 1), 800);
    expect($all[0]->origin)->toBe(Origin::File);
    $ranking = Ranking::ofCandidates($all);
    $metrics = [];
    foreach ([0, ...$ranking->finalists($weights, 6)] as $id) {
        $metrics[$id] = $stances->proven($all[$id]->up);
    }
    $order = array_keys($ranking->order($metrics, $weights));
    expect($metrics[$order[0]]->contact->supportMm3)->toBeLessThan($metrics[0]->contact->supportMm3)
        ->and(array_filter($all, fn ($c) => $c->origin === Origin::Refined))->not->toBeEmpty();
});

it('refines to something at least as good', function () {
    $stances = new Stances(StanceBasis::of(Solids::cone(10, 30, 24), Display::facingMinusY()), new StanceRules);
    $weights = Preset::FaceFirst->weights();
    $all = (new Search($stances->estimates()))->candidates(new Vec3(0, 0, 1), 300);
    $scores = Ranking::ofCandidates($all)->scores($weights);
    $refined = array_keys(array_filter($all, fn ($c) => $c->origin === Origin::Refined));
    expect($refined)->not->toBeEmpty()->and(min(array_map(fn (int $id) => $scores[$id], $refined)))->toBeLessThanOrEqual(min(array_map(fn (int $id) => $scores[$id], array_keys(array_filter($all, fn ($c) => $c->origin === Origin::Sphere)))));
});

it('stops when asked while it searches', function () {
    $stances = new Stances(StanceBasis::of(Solids::box(10, 20, 30), Display::facingMinusY()), new StanceRules);
    $shares = [];
    $stop = function (float $share) use (&$shares): void {
        $shares[] = $share;
        if ($share > 0.3) {
            throw new DomainException('stop');
        }
    };
    expect(fn () => (new Search($stances->estimates()))->all(new Vec3(0, 0, 1), 500, $stop))->toThrow(DomainException::class)
        ->and($shares)->toBe(array_values(array_unique($shares)))->and(end($shares))->toBeLessThan(0.45);
});

it('says a stance in words', function (array $up, string $words) {
    expect(Lean::words((new Vec3(...$up))->unit(), Display::facingMinusY()))->toBe($words);
})->with([
    [[0.0, 0.0, 1.0], 'upright'],
    [[0.0, 0.0, -1.0], 'upside down'],
    // the file direction that becomes up points to the viewers (−Y): they see the piece lean back
    [[0.0, -sin(0.5), cos(0.5)], 'leaning 29° back'],
    [[0.0, sin(0.5), cos(0.5)], 'leaning 29° forward'],
    [[sin(0.5), 0.0, cos(0.5)], 'leaning 29° left'],
    [[0.0, -1.0, 0.0], 'lying on its back'],
    [[0.0, 1.0, 0.0], 'lying on its front'],
    [[1.0, 0.0, 0.0], 'lying on its left side'],
    [[-1.0, 0.02, 0.0], 'lying on its right side'],
    [[0.0, -sin(0.3), -cos(0.3)], 'upside down, tipped 17° back'],
]);

it('gives reasons made of the numbers, what weighs most first', function () {
    $a = metricsWith(['seen_step_mm' => 0.038, 'support_mm3' => 19200, 'seen_scar_mm2' => 96, 'exact' => true]);
    $b = metricsWith(['seen_step_mm' => 0.041, 'support_mm3' => 8100, 'seen_scar_mm2' => 410, 'exact' => true]);
    $text = Reason::sentence('leaning 28° back', $a, $b, Preset::FaceFirst->weights(), 'the runner-up');
    expect($text)->toBe("Leaning 28° back, it has against the runner-up *96\u{202F}mm²* of seen scars instead of *410* and *38\u{202F}µm* of step lines instead of *41*. It pays with *19.2\u{202F}cm³* of support instead of *8.1*.")
        // two that lean on their supports are alike in standing; one that stands is not
        ->and(Reason::sentence('upright', metricsWith(['topple_margin_mm' => -3.0]), metricsWith(['topple_margin_mm' => -40.0]), Weights::of(['stand' => 90]), 'the first'))->toContain('as good as')
        ->and(Reason::sentence('upright', metricsWith(['topple_margin_mm' => 6.0]), metricsWith(['topple_margin_mm' => -4.0]), Weights::of(['stand' => 90]), 'the first'))->toContain("*6.0\u{202F}mm* of margin against toppling instead of *−4.0*")
        ->and(Reason::sentence('upright', $a, $a, Preset::FaceFirst->weights(), 'the first'))->toBe('Upright, it is as good as the first in everything that counts here.')
        ->and(Reason::sentence('upright', $b, $a, Weights::of(['scar' => 50]), 'the first'))->toContain('nothing that counts is better');
});

it('puts first what weighs most as a share of the larger number', function () {
    // scars halved at weight 100 weigh more than support cut to a ninth at 50
    [$a, $b] = [metricsWith(['seen_scar_mm2' => 10, 'support_mm3' => 1000]), metricsWith(['seen_scar_mm2' => 20, 'support_mm3' => 9000])];
    expect(Reason::sentence('upright', $a, $b, Weights::of(['scar' => 100, 'support' => 50]), 'the first'))->toContain("*10\u{202F}mm²* of seen scars instead of *20* and *1.0\u{202F}cm³* of support")
        ->and(Reason::sentence('upright', $a, $b, Weights::of(['scar' => 80, 'support' => 50]), 'the first'))->toContain("*1.0\u{202F}cm³* of support instead of *9.0* and *10\u{202F}mm²* of seen scars");
});

it('calls two directions different from fifteen degrees on', function (float $deg, int $count) {
    $up = static fn (float $d): array => [sin(deg2rad($d)), 0.0, cos(deg2rad($d))];
    $ranking = new Ranking([$up(0), $up($deg)], array_map(static fn (): array => [1.0, 2.0], Criteria::all()));
    expect($ranking->finalists(Weights::of(['step' => 1]), 24))->toHaveCount($count);
})->with([[14.9, 1], [15.1, 2]]);

it('takes a stance that rests on a side beside a better one nearby, and no second such', function () {
    $up = static fn (float $d): array => [sin(deg2rad($d)), 0.0, cos(deg2rad($d))];
    $estimates = array_map(static fn (): array => [1.0, 2.0, 3.0, 4.0], Criteria::all());
    $ups = [$up(0), $up(7), $up(12), $up(40)];
    expect((new Ranking($ups, $estimates, [1 => true, 2 => true]))->finalists(Weights::of(['step' => 1]), 24))->toBe([0, 1, 3])
        ->and((new Ranking($ups, $estimates))->finalists(Weights::of(['step' => 1]), 24))->toBe([0, 3]);
});

/** Stances whose only number is how far they point from a best direction. */
function contestAround(Vec3 $best, array $ups): Contest
{
    $prove = static fn (array $ups): array => array_map(static fn (Vec3 $u): StanceNumbers => metricsWith(['support_mm3' => 1000 * $u->angleDegTo($best)]), $ups);
    $numbers = $prove($ups);
    $ranking = new Ranking(array_map(static fn (Vec3 $u): array => $u->toArray(), $ups), array_map(static fn (Criterion $c): array => array_map($c->value(...), $numbers), Criteria::all()));

    return Contest::between($ups, $ranking, Weights::of(['support' => 1]), $prove);
}

it('looks closer around the leader, by proven numbers, and gives its place to what stands better', function () {
    $at = static fn (float $deg): Vec3 => new Vec3(sin(deg2rad($deg)), 0, cos(deg2rad($deg)));
    $best = $at(6.3);
    $contest = contestAround($best, [$at(0), $at(40), $at(90)]);
    $first = array_key_first($contest->scores);
    expect($first)->toBe(-1)->and($contest->from)->toBe([-1 => 0])->and(array_keys($contest->ups))->toEqualCanonicalizing([-1, 1, 2])
        ->and($contest->ups[$first]->angleDegTo($best))->toBeLessThan(0.5) // 6.3° off: a turn of 6°, and two smaller ones that find nothing
        ->and($contest->scores)->toBe(array_filter($contest->scores, static fn (float $s): bool => $s >= 0.0 && $s <= 1.0))
        ->and(array_values($contest->scores))->toBe(collect($contest->scores)->sort()->values()->all());
    $alone = contestAround($at(0), [$at(0), $at(40)]);
    expect($alone->from)->toBe([])->and(array_key_first($alone->scores))->toBe(0)->and($alone->ups)->toHaveCount(2);
    // of 24 finalists five leaders are looked around: the third may pass the first
    $many = array_map(static fn (int $k): Vec3 => (new Vec3(sin(0.26 * $k), 0.3 * $k / 24, cos(0.26 * $k)))->unit(), range(0, 23));
    $asked = 0;
    $numbers = static fn (Vec3 $u): StanceNumbers => metricsWith(['support_mm3' => 1000 * min($u->angleDegTo($many[0]), $u->angleDegTo($many[5]) + 1, $u->angleDegTo($at(64.0)) - 3 + ($u->angleDegTo($many[4]) < 1e-3 ? 5.0 : 0.0))]);
    $prove = static function (array $ups) use (&$asked, $numbers): array {
        $asked += count($ups);

        return array_map($numbers, $ups);
    };
    $estimates = array_map(static fn (Criterion $c): array => array_map($c->value(...), array_map($numbers, $many)), Criteria::all());
    $contest = Contest::between($many, new Ranking(array_map(static fn (Vec3 $u): array => $u->toArray(), $many), $estimates), Weights::of(['support' => 1]), $prove);
    expect($asked)->toBe(24 + 5 * 4 + 4 + 4)->and($contest->ups)->toHaveCount(24)->and(count($contest->from))->toBeGreaterThanOrEqual(1)->toBeLessThanOrEqual(5)
        ->and(array_intersect(array_keys($contest->ups), $contest->from))->toBe([]);
    foreach ($contest->from as $id => $leader) { // each is found around the leader it stands for, not around another one
        expect($contest->ups[$id]->angleDegTo($many[$leader]))->toBeLessThan(6.0 + 3.0 + 1.5 + 1e-6);
    }
    // two leaders have each something better beside them: two new ids, each for its own
    $two = array_map($at, [0.0, 60.0, 120.0, 125.0, 130.0, 135.0, 140.0, 145.0]);
    $near = static fn (Vec3 $u): StanceNumbers => metricsWith(['support_mm3' => 1000 * min(1 + $u->angleDegTo($at(6)), 2 + $u->angleDegTo($at(66)), 60)]);
    $of = new Ranking(array_map(static fn (Vec3 $u): array => $u->toArray(), $two), array_map(static fn (Criterion $c): array => array_map($c->value(...), array_map($near, $two)), Criteria::all()));
    $found = Contest::between($two, $of, Weights::of(['support' => 1]), static fn (array $ups): array => array_map($near, $ups), 2);
    expect($found->from)->toBe([-1 => 0, -2 => 1])->and($found->ups[-1]->angleDegTo($at(6)))->toBeLessThan(0.1)->and($found->ups[-2]->angleDegTo($at(66)))->toBeLessThan(0.1)
        ->and(array_keys($found->ups))->toEqualCanonicalizing([-1, -2, 2, 3, 4, 5, 6, 7])->and(array_keys($found->scores))->toEqualCanonicalizing(array_keys($found->ups));
    // the third leader has something better beside it, the first two have not: theirs stay
    $apart = [$at(0), $at(40), $at(80)];
    $beside = static fn (Vec3 $u): StanceNumbers => metricsWith(['support_mm3' => 1000 * min(10 + $u->angleDegTo($apart[0]), 20 + $u->angleDegTo($apart[1]), 30 + $u->angleDegTo($apart[2]), $u->angleDegTo($at(86)) < 1 ? 25 : 900)]);
    $estimates = array_map(static fn (Criterion $c): array => array_map($c->value(...), array_map($beside, $apart)), Criteria::all());
    $ranking = new Ranking(array_map(static fn (Vec3 $u): array => $u->toArray(), $apart), $estimates);
    expect(Contest::between($apart, $ranking, Weights::of(['support' => 1]), static fn (array $ups): array => array_map($beside, $ups), 3)->from)->toBe([]) // of three finalists one leader is looked around
        ->and(Contest::between([...$apart, ...array_map($at, [120.0, 130.0, 140.0, 150.0, 160.0, 170.0, 175.0, 178.0, 179.0])], $ranking, Weights::of(['support' => 1]), static fn (array $ups): array => array_map($beside, $ups), 3)->from)->toBe([-1 => 2])
        ->and(Contest::between($apart, $ranking, Weights::of(['support' => 1]), static fn (array $ups): array => array_map($beside, $ups), 0)->from)->toBe([]);
});

it('reads a map of sections where it was cut, upside down alike, and between', function () {
    $mesh = Solids::box(20, 30, 40);
    $map = SectionMap::of($mesh, array_fill(0, 12, 1.0));
    $ups = SectionMap::directions();
    expect($ups)->toHaveCount(SectionMap::DIRECTIONS);
    foreach ([0, 17, 39] as $k) {
        $cut = SectionMap::cut($mesh, array_fill(0, 12, 1.0), [$ups[$k]])[0];
        expect($map->at($ups[$k], 1.0)->toArray())->toEqualWithDelta($cut->toArray(), 1e-3)
            ->and($map->at($ups[$k]->scaled(-1.0), 1.0)->toArray())->toEqualWithDelta($map->at($ups[$k], 1.0)->toArray(), 1e-9);
    }
    // a box that is seen all over shows its whole height of seam
    expect($map->at(new Vec3(0, 0, 1), 40.0)->seenSeamMm)->toEqualWithDelta(40.0, 1e-6)->and($map->at(new Vec3(1, 0, 0), 20.0)->seenSeamMm)->toEqualWithDelta(20.0, 1e-6);
});

// What a reader lets through may be anything but a solid; it is measured all the same, in finite numbers.
it('goes through with whatever can be read', function (Mesh $mesh) {
    $stances = new Stances(StanceBasis::of($mesh, Display::facingMinusY()), new StanceRules);
    $weights = Preset::FaceFirst->weights();
    $all = (new Search($stances->estimates()))->candidates(new Vec3(0, 0, 1), 60);
    $id = Ranking::ofCandidates($all)->finalists($weights, 1)[0];
    foreach ([$all[$id]->numbers, $stances->proven($all[$id]->up)] as $metrics) {
        foreach ($metrics->toArray() as $key => $value) {
            expect(is_bool($value) || is_finite((float) $value))->toBeTrue($key);
        }
    }
    expect(MeshInspector::inspect($mesh)->warnings)->not->toBeEmpty();
})->with(fn () => [
    'one facet' => [new Mesh([0.0, 10.0, 0.0], [0.0, 0.0, 10.0], [0.0, 0.0, 0.0], [0, 1, 2])],
    'one point' => [new Mesh([1.0], [1.0], [1.0], [0, 0, 0])],
    'a line' => [new Mesh([0.0, 1.0, 2.0], [0.0, 1.0, 2.0], [0.0, 1.0, 2.0], [0, 1, 2])],
    'two points' => [new Mesh([0.0, 1.0], [0.0, 0.0], [0.0, 0.0], [0, 1, 1])],
    'a flat square' => [new Mesh([0.0, 10.0, 10.0, 0.0], [0.0, 0.0, 10.0, 10.0], [5.0, 5.0, 5.0, 5.0], [0, 1, 2, 0, 2, 3])],
    'a box inside out' => [new Mesh(Solids::box(5, 5, 5)->x, Solids::box(5, 5, 5)->y, Solids::box(5, 5, 5)->z, array_reverse(Solids::box(5, 5, 5)->tri))],
    'a box the size of a galaxy' => [Solids::box(1e30, 1e30, 1e30)],
    'a box below an atom' => [Solids::box(1e-30, 1e-30, 1e-30)],
    'a needle' => [Solids::box(1e-6, 1e-6, 1e6)],
]);

it('keeps every score between 0 and 1, whatever the weights and however far a proof lies from the estimates', function () {
    mt_srand(7);
    $stances = new Stances(StanceBasis::of(Solids::boxes([[30, 20, 10, [0, 0, 0]], [4, 4, 30, [10, 8, 9]]]), Display::facingMinusY()), new StanceRules);
    $all = (new Search($stances->estimates()))->candidates(new Vec3(0, 0, 1), 60);
    $ranking = Ranking::ofCandidates($all);
    $proven = array_map(fn (int $id): StanceNumbers => $stances->proven($all[$id]->up), array_combine($ids = $ranking->finalists(Preset::FaceFirst->weights(), 6), $ids));
    for ($n = 0; $n < 100; $n++) {
        $weights = Weights::of(array_map(fn (): float => (float) mt_rand(0, 100), Criteria::all()));
        foreach ([$ranking->scores($weights), $ranking->order($proven, $weights)] as $scores) {
            expect(min($scores))->toBeGreaterThanOrEqual(-1e-12)->and(max($scores))->toBeLessThanOrEqual(1 + 1e-12);
        }
    }
});

it('names two gains and two costs at most, what weighs most first', function () {
    $own = metricsWith(['seen_step_mm' => 0.10, 'seen_scar_mm2' => 400.0, 'support_mm3' => 1000.0, 'seen_seam_mm' => 10.0, 'seen_terrace_area_mm2' => 100.0, 'hours' => 9.0]);
    $other = metricsWith(['seen_step_mm' => 0.05, 'seen_scar_mm2' => 100.0, 'support_mm3' => 9000.0, 'seen_seam_mm' => 90.0, 'seen_terrace_area_mm2' => 900.0, 'hours' => 3.0]);
    $weights = Weights::of(['step' => 10, 'scar' => 20, 'time' => 30, 'support' => 40, 'seam' => 50, 'terrace' => 60]);
    expect(Wrenlo\Core\Orientation\Reason::sentence('upright', $own, $other, $weights, 'the runner-up'))->toBe(
        "Upright, it has against the runner-up *100\u{202F}mm²* of contours instead of *900* and *10\u{202F}mm* of seen seam instead of *90*. It pays with *9.0\u{202F}h* of time instead of *3.0* and *400\u{202F}mm²* of seen scars instead of *100*.",
    );
});
