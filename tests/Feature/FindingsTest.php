<?php

declare(strict_types=1);

use App\Enums\FindingState;
use App\Findings\Disk;
use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Kinds;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\Search;
use App\Findings\Kinds\Sight;
use App\Findings\Subject;
use App\Jobs\RunFinding;
use App\Models\Finding;
use App\Stations\Stations;
use Illuminate\Support\Facades\Queue;
use Tests\Fixtures\Toy\Scales;
use Tests\Fixtures\Toy\Weight;
use Tests\Support\Pieces;

afterEach(function () {
    Kinds::also();
    Stations::also();
});

/** What goes stale with each input, written down by hand: not read from the kinds. */
const STALE_WITH = [
    'file' => ['report', 'surface', 'sight', 'slender', 'never', 'sections', 'sketch', 'trial', 'survey', 'search', 'finalists', 'proof', 'bed', 'heights', 'score', 'holding', 'unheld', 'trees', 'columns', 'painted', 'relief', 'layering', 'laid', 'seamed', 'ironed', 'plate', 'portrait', 'print', 'standing', 'thickness', 'photo', 'framed', 'fitness', 'shaped', 'rows'],
    'recipe' => ['report', 'surface', 'sight', 'slender', 'never', 'sections', 'sketch', 'trial', 'survey', 'search', 'finalists', 'proof', 'bed', 'heights', 'score', 'holding', 'unheld', 'trees', 'columns', 'painted', 'relief', 'layering', 'laid', 'seamed', 'ironed', 'plate', 'portrait', 'print', 'standing', 'thickness'],
    'display' => ['sight', 'never', 'sections', 'sketch', 'trial', 'survey', 'search', 'finalists', 'proof', 'bed', 'heights', 'score', 'holding', 'unheld', 'trees', 'columns', 'painted', 'relief', 'layering', 'seamed', 'ironed', 'plate', 'portrait', 'thickness'],
    'marks' => ['never', 'sections', 'sketch', 'trial', 'survey', 'search', 'finalists', 'proof', 'bed', 'heights', 'score', 'holding', 'unheld', 'trees', 'columns', 'painted', 'relief', 'layering', 'seamed', 'ironed', 'plate'],
    'rules' => ['trial', 'survey', 'search', 'finalists', 'proof', 'bed', 'heights', 'score', 'holding', 'unheld', 'trees', 'columns', 'painted', 'relief', 'ironed', 'plate'],
    'search' => ['trial', 'survey', 'search', 'finalists'],
    'part' => ['sections', 'trial'],
    'stance' => ['proof', 'bed', 'heights', 'score', 'holding', 'unheld', 'trees', 'columns', 'painted', 'relief', 'layering', 'laid', 'seamed', 'ironed', 'plate', 'print', 'standing'],
    'weights' => ['finalists'],
    'nozzle' => ['finalists', 'heights', 'layering', 'laid', 'thickness', 'framed', 'fitness', 'shaped', 'rows'],
    'z_step' => ['heights', 'layering', 'rows'],
    'bed' => ['bed', 'unheld', 'trees', 'columns', 'painted', 'plate'],
    'held' => ['unheld', 'trees', 'columns', 'painted', 'plate'],
    'relief_angle' => ['relief'],
    'plate' => ['plate'],
    'heights' => ['laid', 'seamed'],
    'ironing' => ['ironed'],
    'tone' => ['fitness', 'shaped', 'rows'],
    'frame' => ['framed', 'fitness'],
    'picture' => ['framed', 'fitness'],
    'light' => ['shaped', 'rows'],
    'body' => ['shaped', 'rows'],
    'upright' => ['fitness', 'shaped', 'rows'],
    'filament' => ['finalists', 'heights', 'laid'],
];

it('makes exactly those findings stale that read what changed', function (string $input) {
    $piece = Pieces::waiting();
    $subject = Pieces::bench($piece)->subject()->standing(new Wrenlo\Core\Geometry\Vec3(0, 0, 1))->with(Input::Part, ['n' => 0, 'of' => 2])
        ->with(Input::Tone, [])->with(Input::Frame, ['quarters' => 0])->with(Input::Picture, 100.0)->with(Input::Light, ['min_mm' => 0.6])->with(Input::Body, ['shape' => 'flat'])->with(Input::Upright, ['layer_mm' => 0.1]);
    $others = [
        'file' => ['sha256' => str_repeat('0', 64), 'ending' => 'stl'], 'recipe' => ['scale' => 2.0, 'mirror' => null, 'repairs' => []],
        'display' => ['up' => [0, 0, 1], 'front' => [1, 0, 0], 'mode' => 'shelf', 'spread_deg' => 70.0, 'eye_deg' => 17.5], 'marks' => str_repeat('1', 64),
        'rules' => ['layer_mm' => 0.12, 'limit_deg' => 45.0], 'search' => ['directions' => 9, 'finalists' => 2], 'part' => ['n' => 1, 'of' => 2], 'stance' => ['up' => [1, 0, 0], 'lift_mm' => 0.0],
        'weights' => ['step' => 1.0], 'held' => ['plate_only' => true, 'gap_mm' => null, 'bridge_mm' => null, 'small_mm2' => null, 'accepted' => [], 'treated' => [], 'treated_relief_deg' => null, 'without' => [], 'also' => []], 'relief_angle' => 60.0, 'plate' => ['style' => 'columns', 'clearance_mm' => 4.0, 'others' => []], 'heights' => ['layer_mm' => 0.16, 'runs' => [[0.2, 3]]], 'ironing' => ['spacing_mm' => 0.2, 'mm_per_s' => 30.0, 'flow' => 0.1, 'inset_mm' => 0.2], 'nozzle' => ['bore_mm' => 0.6, 'line_mm' => 0.66], 'z_step' => 0.05, 'bed' => ['x_mm' => 1.0, 'y_mm' => 1.0, 'z_mm' => 1.0], 'filament' => ['density_g_per_cm3' => 1.1],
        'tone' => ['gamma' => 1.2], 'frame' => ['quarters' => 1], 'picture' => 110.0, 'light' => ['min_mm' => 0.7], 'body' => ['shape' => 'arc'], 'upright' => ['layer_mm' => 0.2],
    ];
    $changed = $subject->with(Input::from($input), $others[$input]);
    $stale = array_values(array_filter(Kinds::all(), fn (string $kind): bool => $kind::key($subject) !== $kind::key($changed)));
    expect(array_map(fn (string $kind): string => $kind::name(), $stale))->toBe(STALE_WITH[$input]);
})->with(array_map(fn (Input $i): string => $i->value, Input::cases()));

it('cannot read what it does not name', function () {
    // a finding computes from the inputs it is kept under, and those are all it has
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    foreach (Finding::query()->get() as $finding) {
        expect(array_keys($finding->inputs))->toBe(array_map(fn (Input $i): string => $i->value, $finding->kindClass()::restsOn()));
    }
    expect(fn () => Subject::ofFile('0', 'stl')->display())->toThrow(InvalidArgumentException::class, 'says nothing about its display');
});

it('leaves everything measured alone when the bed changes, and computes nothing long; a layer of its own measures a plan anew', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    $before = Finding::query()->pluck('key')->all();
    Queue::fake();
    [$printer] = Pieces::bench($piece)->tools();
    $this->put("/shelf/printers/{$printer->id}", ['name' => 'Low', 'bed_x_mm' => 90, 'bed_y_mm' => 90, 'bed_z_mm' => 30, 'z_step_mm' => 0.02])->assertSessionHasNoErrors();
    stancesOf($piece);
    $this->get("/pieces/{$piece->id}")->assertOk();
    expect(Finding::query()->whereNotIn('key', $before)->pluck('kind')->unique()->sort()->values()->all())->toBe(['bed', 'heights']);
    Queue::assertNothingPushed();
    // directions are tried and stances proven by rules of which the layer height is one; nothing before that is asked for again
    decide($piece, 'layers', ['layer_mm' => 0.12])->assertSessionHasNoErrors();
    $this->get("/pieces/{$piece->id}")->assertOk()->assertInertia(fn ($page) => $page->has('bench.stations.layers.choices', 11));
    $asked = Finding::query()->whereNotIn('key', $before)->pluck('kind')->unique()->sort()->values()->all();
    expect(array_diff($asked, ['bed', 'heights', 'trial', 'survey', 'search', 'finalists', 'proof', 'score']))->toBe([])->and($asked)->toContain('survey', 'proof');
});

it('runs what is asked for twice once', function () {
    $piece = Pieces::waiting();
    $subject = Pieces::bench($piece)->subject();
    $jobs = Queue::pushed(RunFinding::class)->count();
    $first = Findings::ask(Sight::class, $subject);
    expect(Findings::ask(Sight::class, $subject)->id)->toBe($first->id)->and(Queue::pushed(RunFinding::class)->count())->toBe($jobs);
    // a job that comes twice finds nothing left to do
    RunFinding::here($first->id);
    $seconds = $first->refresh()->attempts;
    RunFinding::here($first->id);
    expect($first->refresh()->state)->toBe(FindingState::Done)->and($first->attempts)->toBe($seconds);
});

it('computes a damaged or missing file again instead of failing', function (Closure $harm) {
    $piece = Pieces::measured();
    $finding = Findings::existing(Search::class, Pieces::bench($piece)->subject());
    $order = array_column(stancesOf($piece), 'id');
    $harm(Disk::files()->path(Disk::path($finding->key, 'estimates')));
    expect(array_column($this->getJson("/pieces/{$piece->id}/ranking")->assertOk()->json('stances'), 'id'))->toBe($order);
    $geometry = Findings::existing(Report::class, Pieces::bench($piece)->subject());
    $harm(Disk::files()->path(Disk::path($geometry->key, 'geometry')));
    expect(substr((string) $this->get("/pieces/{$piece->id}/findings/{$geometry->key}/geometry")->assertOk()->getContent(), 0, 4))->toBe('WRLG');
    decide($piece, 'stand', ['stance' => $order[0]])->assertSessionHasNoErrors();
    expect(Pieces::bench($piece)->stand()->stance?->id())->toBe($order[0]);
})->with([
    'gone' => [fn (string $path) => unlink($path)],
    'cut off' => [fn (string $path) => file_put_contents($path, substr((string) file_get_contents($path), 0, -9))],
    'another magic' => [fn (string $path) => file_put_contents($path, 'XXXX'.substr((string) file_get_contents($path), 4))],
    'one byte changed' => [function (string $path): void {
        $bytes = (string) file_get_contents($path);
        $bytes[strlen($bytes) - 5] = chr(ord($bytes[strlen($bytes) - 5]) ^ 1);
        file_put_contents($path, $bytes);
    }],
    'empty' => [fn (string $path) => file_put_contents($path, '')],
]);

it('lets old findings go by age and by size, but none that a decision, a step back or an open page rests on', function () {
    $piece = Pieces::measured();
    $stances = stancesOf($piece);
    decide($piece, 'stand', ['stance' => $stances[0]['id']]);
    decide($piece, 'stand', ['stance' => $stances[1]['id']]);
    $rests = App\Models\PlanDecision::query()->where('station', 'stand')->value('rests_on');
    expect($rests)->not->toBeNull();
    expect(wrenlo('sweep', ['--most-days' => '0', '--most-bytes' => '0']))->toBe(['findings' => 0, 'bytes' => 0]); // all was used within the hour
    Finding::query()->update(['used_at' => time() - 7200]);
    $all = Finding::query()->count();
    expect(wrenlo('sweep', ['--most-days' => '1', '--most-bytes' => '999999999'])['findings'])->toBe(0)->and(Finding::query()->count())->toBe($all);
    $gone = wrenlo('sweep', ['--most-days' => '1', '--most-bytes' => '0']);
    expect($gone['findings'])->toBeGreaterThan(20)->and($gone['bytes'])->toBeGreaterThan(0)
        ->and(Finding::query()->where('key', $rests)->exists())->toBeTrue()
        ->and(Finding::query()->count())->toBe(2); // the taken stance's and the one a step back would need
    // what went is there again when somebody looks
    expect($this->get("/pieces/{$piece->id}")->assertOk()->inertiaProps('bench.stations.stand.stanceId'))->toBe($stances[1]['id']);
    $this->getJson("/pieces/{$piece->id}/measuring")->assertJsonPath('state', 'done');
    expect(array_column(stancesOf($piece), 'id'))->toContain($stances[1]['id']);
    $this->artisan('wrenlo:sweep', ['--most-days' => 'soon'])->expectsOutput('--most-days needs a whole number.')->assertFailed();
});

it('counts what has been computed, kind by kind', function () {
    Pieces::measured();
    $kinds = array_column(wrenlo('findings', [])['kinds'], null, 'kind');
    expect(array_keys($kinds))->toBe(array_map(fn (string $k): string => $k::name(), Kinds::all()))
        // six finalists; nothing is looked at closer here
        ->and($kinds['proof'])->toMatchArray(['version' => Proof::VERSION, 'waiting' => 0, 'running' => 0, 'done' => 6, 'failed' => 0])
        ->and($kinds['search']['bytes'])->toBe(Finding::query()->where('kind', 'search')->value('bytes'));
    $this->artisan('wrenlo:findings')->expectsOutputToContain('proof')->assertOk();
});

it('takes in a finding of a class and a line: asked for, followed, stopped, swept', function () {
    Kinds::also(Weight::class);
    $piece = Pieces::waiting();
    $this->postJson("/pieces/{$piece->id}/findings/weight")->assertCreated()->assertJson(['kind' => 'weight', 'state' => 'waiting', 'underWay' => true]);
    $this->deleteJson("/pieces/{$piece->id}/findings/weight")->assertOk()->assertJsonPath('state', 'cancelled');
    $this->postJson("/pieces/{$piece->id}/findings/weight")->assertJsonPath('state', 'waiting');
    $finding = Findings::existing(Weight::class, Pieces::bench($piece)->subject());
    RunFinding::here($finding->id);
    $this->getJson("/pieces/{$piece->id}/findings/weight")->assertJson(['state' => 'done', 'percent' => 100]);
    $grams = 1.24 * reportOf($piece)['volume_mm3'] / 1000;
    expect($finding->refresh()->headline['grams'])->toEqualWithDelta($grams, 1e-9);
    $this->get("/pieces/{$piece->id}/findings/{$finding->key}/dial")->assertOk()->assertContent(str_repeat('w', 64));
    expect(collect(wrenlo('findings', [])['kinds'])->firstWhere('kind', 'weight'))->toMatchArray(['done' => 1, 'bytes' => $finding->bytes]);
    $finding->update(['used_at' => time() - 100 * 86_400]);
    wrenlo('sweep', []);
    expect(Finding::query()->whereKey($finding->id)->exists())->toBeFalse()->and(Disk::get($finding->key, 'dial'))->toBeNull();
    // one about a single stance has no address of its own, and what is no kind has none at all
    $this->postJson("/pieces/{$piece->id}/findings/proof")->assertNotFound();
    $this->getJson("/pieces/{$piece->id}/findings/horoscope")->assertNotFound();
});

it('takes in a station of a class and a line: route card, page, decision, undo', function () {
    Kinds::also(Weight::class);
    Stations::also(Scales::class);
    $piece = Pieces::measured();
    Findings::ask(Weight::class, Pieces::bench($piece)->subject());
    $grams = round(1.24 * reportOf($piece)['volume_mm3'] / 1000);
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.route.7.name', 'Scales')->where('bench.route.7.figure', "{$grams} g")->where('bench.stations.scales.mostGrams', 100));
    decide($piece, 'scales', ['grams' => 0])->assertSessionHasErrors('grams');
    decide($piece, 'scales', ['grams' => 60])->assertSessionHasNoErrors();
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.stations.scales.mostGrams', 60)->where('bench.plan.undo', 'At most 60 g'));
    $plan = $piece->refresh()->plan;
    $this->put("/pieces/{$piece->id}/plans/{$plan->id}/position", ['by' => -1, 'version' => $plan->version])->assertSessionHasNoErrors();
    $this->get("/pieces/{$piece->id}")->assertInertia(fn ($page) => $page->where('bench.stations.scales.mostGrams', 100));
});

it('names every kind once, in words for a person', function () {
    $names = array_map(fn (string $k): string => $k::name(), Kinds::all());
    expect(array_unique($names))->toBe($names);
    foreach (Kinds::all() as $kind) {
        expect(is_subclass_of($kind, Kind::class))->toBeTrue()->and($kind::words())->toMatch('/^[A-Z][a-z ]+/')->and($kind::brokeOff())->toContain(' ');
    }
});

it('is described in the documentation as it is: every kind, what it reads and what it needs', function () {
    preg_match_all('/^\| ([a-z, ]+) \| ([\w, ]*?) ?\| ?(.*?) ?\|$/m', (string) file_get_contents(base_path('docs/architecture.md')), $rows, PREG_SET_ORDER);
    $both = fn (array ...$lists): array => array_map(fn (array $l): array => collect($l)->sort()->values()->all(), $lists);
    $said = [];
    foreach ($rows as [, $names, $reads, $needs]) {
        foreach ($names === 'kind' ? [] : explode(', ', $names) as $name) {
            $said[$name] = $both(array_filter(explode(', ', $reads)), array_filter(explode(', ', (string) preg_replace('/( \(|:).*/', '', $needs))));
        }
    }
    $words = fn (Input $i): string => str_replace(['_', 'z step'], [' ', 'Z step'], $i->value);
    $is = [];
    foreach (Kinds::all() as $kind) {
        $is[$kind::name()] = $both(array_map($words, $kind::reads()), array_map(fn (string $n): string => $n::name(), $kind::needs()));
    }
    ksort($said);
    ksort($is);
    expect($said)->toBe($is);
});
