<?php

declare(strict_types=1);

use App\Actions\SetUpPerson;
use App\Findings\Disk;
use App\Http\Resources\Measuring;
use App\Http\Resources\PieceTag;
use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use App\Storage\PortraitPng;
use Illuminate\Support\Facades\DB;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;

it('shows an empty cabinet with what may be brought', function () {
    $this->get('/')->assertOk()->assertInertia(fn ($page) => $page->component('Cabinet')->has('pieces', 0)->where('endings', ['stl', '3mf', 'obj', 'ply', 'png', 'jpg', 'jpeg'])->where('maxBytes', 268435456)->where('maxTriangles', 1200000));
});

it('tells on each card what to do next', function () {
    $piece = Pieces::measured();
    $next = fn (): string => $this->get('/')->viewData('page')['props']['pieces'][0]->next;
    expect($next())->toBe('Decide how it stands');
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    expect($next())->toBe('Choose a layer height');
    decide($piece, 'layers', ['layer_mm' => 0.2]);
    expect($next())->toBe('Take it to the printer');
    Finding::query()->where('kind', 'survey')->update(['state' => 'running']);
    expect($next())->toBe('Being measured');
    Finding::query()->where('kind', 'survey')->update(['state' => 'cancelled']);
    expect($next())->toBe('Start measuring again');
});

it('asks a handful of questions of the database for a full cabinet', function () {
    $piece = Pieces::measured();
    decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
    decide($piece, 'layers', ['layer_mm' => 0.2]);
    $count = function (): int {
        $queries = 0;
        DB::listen(function () use (&$queries): void {
            $queries++;
        });
        $this->get('/')->assertOk();

        return $queries;
    };
    $one = $count();
    foreach (range(1, 10) as $n) {
        $copy = $piece->replicate()->fill(['name' => "Copy {$n}"]);
        $copy->save();
        $plan = $piece->plan->replicate();
        $plan->piece_id = $copy->id;
        $plan->save();
        $piece->plan->decisions->each(fn ($d) => App\Plans\Plans::put($plan, $d->station, $d->value, $d->rests_on));
    }
    expect($count() - $one)->toBeLessThan(10 * 8);
});

it('has a page of its own for what goes wrong', function (string $address, int $status) {
    $this->get($address)->assertStatus($status)->assertInertia(fn ($page) => $page->component('Problem')->where('status', $status));
})->with([['/pieces/77', 404], ['/nowhere', 404]]);

it('says that there is nothing to take away yet', function () {
    $piece = Pieces::measured();
    $this->get("/pieces/{$piece->id}/export/sheet")->assertStatus(409)->assertInertia(fn ($page) => $page->where('message', 'Decide on a stance first; there is nothing to take away yet.'));
    $this->get("/pieces/{$piece->id}/export/doc")->assertNotFound();
});

it('sends geometry, seen weights and pictures to be kept by the browser', function () {
    $piece = Pieces::measured();
    $stage = $this->get("/pieces/{$piece->id}")->inertiaProps('bench.stage');
    foreach ([$stage['geometry'] => 'WRLG', $stage['seen'] => 'WRLS', stancesOf($piece)[0]['picture'] => "\x89PNG"] as $address => $magic) {
        $response = $this->get($address)->assertOk();
        expect(substr($response->getContent(), 0, 4))->toBe($magic)
            ->and($response->headers->get('Cache-Control'))->toContain('private')->toContain('max-age=604800')
            ->and($response->headers->get('X-Content-Type-Options'))->toBe('nosniff');
    }
    $this->get(str_replace('geometry', 'nothing', $stage['geometry']))->assertNotFound();
    $this->get("/pieces/{$piece->id}/findings/".str_repeat('0', 64).'/geometry')->assertNotFound();
});

it('draws again what is missing or damaged, instead of an error', function () {
    $piece = Pieces::measured();
    $stage = $this->get("/pieces/{$piece->id}")->inertiaProps('bench.stage');
    foreach ([$stage['geometry'], $stage['seen'], stancesOf($piece)[0]['picture']] as $address) {
        [, , , , $key, $name] = explode('/', $address);
        $path = Disk::files()->path(Disk::path($key, $name));
        $whole = $this->get($address)->getContent();
        file_put_contents($path, substr((string) file_get_contents($path), 0, -7));
        expect($this->get($address)->assertOk()->getContent())->toBe($whole);
        unlink($path);
        expect($this->get($address)->assertOk()->getContent())->toBe($whole);
    }
});

it('shows a decided piece as it will stand', function () {
    $piece = Pieces::measured();
    $picture = fn (): string => $this->get('/')->viewData('page')['props']['pieces'][0]->picture;
    $before = $picture();
    decide($piece, 'stand', ['stance' => collect(stancesOf($piece))->sortBy('up.2')->first()['id']]);
    expect($picture())->not->toBe($before);
    $this->get($picture())->assertOk()->assertHeader('Content-Type', 'image/png');
});

it('draws portraits on a transparent ground', function () {
    $image = imagecreatefromstring(PortraitPng::bytes(Solids::box(10, 10, 10), Rotation::bringingUp(new Vec3(0, 0, 1)), 64));
    $alpha = fn (int $x, int $y): int => imagecolorat($image, $x, $y) >> 24 & 0x7F;
    expect(imagesx($image))->toBe(64)->and($alpha(32, 40))->toBe(0)->and($alpha(1, 1))->toBe(127);
});

it('fills an empty cabinet with the demo once, and leaves a filled one alone', function () {
    config(['wrenlo.directions' => 60, 'wrenlo.finalists' => 2, 'wrenlo.leaders' => 0, 'queue.default' => 'database']); // the whelk is to wait
    $this->artisan('wrenlo:demo', ['--small' => true])->expectsOutputToContain('four specimens and a photo')->assertSuccessful();
    $person = SetUpPerson::local();
    expect($person->pieces()->pluck('name')->all())->toBe(['Whelk shell', 'Tide pool', 'Fern relief', 'Seed pod', 'Curlew on a mooring post']);
    $pool = Bench::of(Piece::query()->where('source', 'photo')->firstOrFail());
    expect(Measuring::of($pool)->state->value)->toBe('done')->and(PieceTag::of($pool)->watertight)->toBeTrue()->and($pool->piece->plans()->pluck('name')->all())->toBe(['Night-light, an arc', 'Lamp, all the way round'])->and($pool->tools()[2]->light['model'] ?? null)->toBe('exponential');
    $states = Piece::query()->where('source', 'mesh')->orderBy('id')->get()->map(fn (Piece $p) => [Measuring::of(Bench::of($p))->state->value, Bench::of($p)->layers()->layerMm !== null, PieceTag::of(Bench::of($p))->watertight]);
    expect($states->all())->toBe([['waiting', false, null], ['done', false, false], ['done', false, true], ['done', true, true]])
        ->and(Piece::query()->latest('id')->first()->plans()->pluck('name')->all())->toBe(['For the shelf', 'Quick and cheap', 'Hours where they are seen']);
    $this->artisan('wrenlo:demo', ['--small' => true])->assertSuccessful();
    expect(Piece::query()->count())->toBe(5);
});
