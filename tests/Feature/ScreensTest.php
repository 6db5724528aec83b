<?php

declare(strict_types=1);

use App\Actions\SetUpPerson;
use App\Models\Piece;
use App\Storage\Blobs;
use App\Storage\PortraitPng;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;

it('shows an empty cabinet with what may be brought', function () {
    $this->get('/')->assertOk()->assertInertia(fn ($page) => $page->component('Cabinet')->has('pieces', 0)->where('endings', ['stl', '3mf', 'obj', 'ply'])->where('maxBytes', 268435456)->where('maxTriangles', 1200000));
});

it('tells on each card what to do next', function () {
    $piece = Pieces::analysed();
    $next = fn (): string => $this->get('/')->viewData('page')['props']['pieces'][0]->next;
    expect($next())->toBe('Decide how it stands');
    $this->put("/pieces/{$piece->id}/plan", ['candidate_id' => $piece->analysis->candidates()->value('id')]);
    expect($next())->toBe('Choose a layer height');
    $this->put("/pieces/{$piece->id}/plan", ['layer_mm' => 0.2]);
    expect($next())->toBe('Take it to the printer');
    $piece->analysis->update(['state' => 'running']);
    expect($next())->toBe('Being measured');
    $piece->analysis->update(['state' => 'cancelled']);
    expect($next())->toBe('Start the analysis again');
});

it('has a page of its own for what goes wrong', function (string $address, int $status) {
    $this->get($address)->assertStatus($status)->assertInertia(fn ($page) => $page->component('Problem')->where('status', $status));
})->with([['/pieces/77', 404], ['/nowhere', 404]]);

it('says that there is nothing to take away yet', function () {
    $piece = Pieces::analysed();
    $this->get("/pieces/{$piece->id}/export/sheet")->assertStatus(409)->assertInertia(fn ($page) => $page->where('message', 'Decide on a stance first; there is nothing to take away yet.'));
    $this->get("/pieces/{$piece->id}/export/doc")->assertNotFound();
});

it('sends geometry, seen weights and pictures to be kept by the browser', function () {
    $piece = Pieces::analysed();
    foreach (['geometry' => 'WRLG', 'seen' => 'WRLS', 'picture' => "\x89PNG"] as $kind => $magic) {
        $response = $this->get("/pieces/{$piece->id}/{$kind}")->assertOk();
        expect(substr($response->streamedContent(), 0, 4))->toBe($magic)
            ->and($response->headers->get('Cache-Control'))->toContain('private')->toContain('max-age=604800')
            ->and($response->headers->get('X-Content-Type-Options'))->toBe('nosniff');
    }
    $stance = $piece->analysis->candidates()->whereNotNull('score_strip')->value('id');
    $this->get("/stances/{$stance}/picture")->assertOk()->assertHeader('Content-Type', 'image/png');
    $unproven = $piece->analysis->candidates()->whereNull('score_strip')->value('id');
    $this->get("/stances/{$unproven}/picture")->assertNotFound();
});

it('shows a decided piece as it will stand', function () {
    $piece = Pieces::analysed();
    $before = $this->get('/')->viewData('page')['props']['pieces'][0]->picture;
    $lying = $piece->analysis->candidates()->where('origin', 'sphere')->orderBy('up_z')->value('id');
    $this->put("/pieces/{$piece->id}/plan", ['candidate_id' => $lying]);
    (new App\Jobs\DrawChosenStance($piece->id))->handle();
    expect($this->get('/')->viewData('page')['props']['pieces'][0]->picture)->not->toBe($before)
        ->and(Blobs::hasDerived($piece->derivedFolder()."/chosen-{$lying}.png"))->toBeTrue();
});

it('draws portraits on a transparent ground', function () {
    $image = imagecreatefromstring(PortraitPng::bytes(Solids::box(10, 10, 10), Rotation::bringingUp(new Vec3(0, 0, 1)), 64));
    $alpha = fn (int $x, int $y): int => imagecolorat($image, $x, $y) >> 24 & 0x7F;
    expect(imagesx($image))->toBe(64)->and($alpha(32, 40))->toBe(0)->and($alpha(1, 1))->toBe(127);
});

it('fills an empty cabinet with the demo once, and leaves a filled one alone', function () {
    Queue::fake();
    config(['wrenlo.directions' => 120]);
    $this->artisan('wrenlo:demo', ['--small' => true])->expectsOutputToContain('four specimens')->assertSuccessful();
    $person = SetUpPerson::local();
    expect($person->pieces()->pluck('name')->all())->toBe(['Whelk shell', 'Fern relief', 'Seed pod', 'Curlew on a mooring post']);
    $states = Piece::query()->orderBy('id')->get()->map(fn (Piece $p) => [$p->analysis->state->value, $p->plan->layer_mm !== null, $p->watertight]);
    expect($states->all())->toBe([['waiting', false, null], ['done', false, false], ['done', false, true], ['done', true, true]]);
    $this->artisan('wrenlo:demo', ['--small' => true])->assertSuccessful();
    expect(Piece::query()->count())->toBe(4);
});
