<?php

declare(strict_types=1);

use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mark\MarksFile;

it('does what PHP’s own array functions do on sets', function () {
    mt_srand(7);
    for ($n = 0; $n < 300; $n++) {
        $a = array_values(array_unique(array_map(fn () => mt_rand(0, 60), range(0, mt_rand(0, 40)))));
        $b = array_values(array_unique(array_map(fn () => mt_rand(0, 60), range(0, mt_rand(0, 40)))));
        [$p, $q] = [FacetSet::of($a), FacetSet::of([...$b, ...$b])];
        $sorted = static function (array $list): array {
            sort($list);

            return $list;
        };
        expect($p->facets())->toBe($sorted($a))
            ->and($p->with($q)->facets())->toBe($sorted(array_values(array_unique([...$a, ...$b]))))
            ->and($p->without($q)->facets())->toBe($sorted(array_diff($a, $b)))
            ->and($p->inCommon($q)->facets())->toBe($sorted(array_intersect($a, $b)))
            ->and($p->count())->toBe(count($a))
            ->and(FacetSet::fromRuns($p->with($q)->runs, 61))->toEqual($p->with($q));
        $in = mt_rand(0, 60);
        expect($p->has($in))->toBe(in_array($in, $a, true));
    }
});

it('keeps neighbours in one run', function () {
    expect(FacetSet::of([4, 2, 3, 9, 3])->runs)->toBe([2, 3, 9, 1])->and(FacetSet::of([])->isEmpty())->toBeTrue();
});

it('refuses runs that are none', function (array $runs) {
    expect(fn () => FacetSet::fromRuns($runs, 100))->toThrow(InvalidArgumentException::class);
})->with([[[1]], [[0, 0]], [[-1, 2]], [[5, 2, 6, 1]], [[99, 2]], [['0', 1]], [[0, PHP_INT_MAX]], [[PHP_INT_MAX, 1]], [[5, 2, 7, 1]], [['a' => 1, 'b' => 2]]]);

it('lets a mark replace the one it contradicts', function () {
    $marks = Marks::none()->painted(MarkKind::Hide, FacetSet::of([1, 2, 3]))->painted(MarkKind::Mating, FacetSet::of([2]))->painted(MarkKind::Show, FacetSet::of([3, 4]));
    expect($marks->toArray())->toBe(['show' => [3, 2], 'hide' => [1, 2], 'mating' => [2, 1]])->and($marks->facetCount())->toBe(4);
    expect($marks->painted(MarkKind::MustSupport, FacetSet::of([2]))->of(MarkKind::Mating)->isEmpty())->toBeTrue();
    expect($marks->erased(MarkKind::Show, FacetSet::of([3, 4]))->toArray())->not->toHaveKey('show');
    expect(Marks::fromArray($marks->toArray(), 10))->toEqual($marks)->and($marks->keptClear()->facets())->toBe([2]);
});

it('weighs what is shown threefold and what is hidden not at all', function () {
    $marks = Marks::none()->painted(MarkKind::Show, FacetSet::of([0]))->painted(MarkKind::Hide, FacetSet::of([1]))->painted(MarkKind::NoSeam, FacetSet::of([2]))->painted(MarkKind::SeamHere, FacetSet::of([3]));
    expect($marks->weighed([0.2, 0.5, 0.5, 0.5, 0.5]))->toBe([3.0, 0.0, 0.5, 0.5, 0.5])
        ->and($marks->weighedForSeams([3.0, 0.0, 0.5, 0.5, 0.5]))->toBe([3.0, 0.0, 3.0, 0.0, 0.5])
        ->and($marks->supportWishes(5))->toBe([]);
});

it('travels as a file that fits one mesh only', function () {
    $marks = Marks::none()->painted(MarkKind::NeverSupport, FacetSet::of([5, 6]));
    $json = (string) json_encode(MarksFile::content($marks, 'abc', 12));
    expect(MarksFile::read($json, 'abc', 12))->toEqual($marks);
    expect(MarksFile::read((string) json_encode(['wrenlo_plan' => 1, 'marked' => MarksFile::content($marks, 'abc', 12)]), 'abc', 12))->toEqual($marks);
    expect(fn () => MarksFile::read($json, 'abd', 12))->toThrow(InvalidArgumentException::class, 'another file');
    expect(fn () => MarksFile::read($json, 'abc', 13))->toThrow(InvalidArgumentException::class, 'another number of facets');
    expect(fn () => MarksFile::read(str_replace('never_support', 'sometimes', $json), 'abc', 12))->toThrow(InvalidArgumentException::class, 'no mark called');
    foreach (['', '[]', '7', 'null', '{"wrenlo_marks":2}', substr($json, 0, 40)] as $bad) {
        expect(fn () => MarksFile::read($bad, 'abc', 12))->toThrow(InvalidArgumentException::class);
    }
});

it('survives 500 seeded mutations of a marks file: the same marks, others that fit the mesh, or a sentence', function () {
    mt_srand(3_20261126);
    $marks = Marks::none()->painted(MarkKind::Hide, FacetSet::of(range(10, 40)))->painted(MarkKind::NoSeam, FacetSet::of([1, 5, 90]));
    $json = (string) json_encode(MarksFile::content($marks, 'abc', 100));
    $read = $refused = 0;
    for ($n = 0; $n < 500; $n++) {
        $bytes = $json;
        for ($k = mt_rand(1, 2); $k > 0; $k--) {
            $at = mt_rand(0, strlen($bytes) - 1);
            $bytes = match (mt_rand(0, 2)) {
                0 => substr_replace($bytes, chr(mt_rand(32, 126)), $at, 1),
                1 => substr_replace($bytes, (string) mt_rand(-5, 300), $at, mt_rand(0, 2)),
                default => substr($bytes, 0, $at).substr($bytes, $at + mt_rand(1, 20)),
            } ?: '{}';
        }
        try {
            foreach (MarksFile::read($bytes, 'abc', 100)->sets as $set) {
                expect(min($set->facets()))->toBeGreaterThanOrEqual(0)->and(max($set->facets()))->toBeLessThan(100);
            }
            $read++;
        } catch (InvalidArgumentException $e) {
            expect($e->getMessage())->toEndWith('.');
            $refused++;
        }
    }
    expect($read)->toBeGreaterThan(0)->and($refused)->toBeGreaterThan(100);
});
