<?php

declare(strict_types=1);

use Database\Demo\Marsh;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\Search;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Sight\Display;

function metricsWith(array $numbers): StanceNumbers
{
    return StanceNumbers::fromArray($numbers + (new Stances(StanceBasis::of(Solids::box(10, 10, 10), Display::facingMinusY()), new StanceRules))
        ->exact(new Vec3(0, 0, 1))->toArray());
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
