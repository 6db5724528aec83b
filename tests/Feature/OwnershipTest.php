<?php

declare(strict_types=1);

use App\Actions\SetUpPerson;
use App\Models\User;
use Tests\Support\Pieces;

/** Every address under which a piece or what belongs to it can be reached. */
function addresses(App\Models\Piece $piece): array
{
    $stance = $piece->analysis->candidates()->whereNotNull('score_strip')->value('id');
    $p = "/pieces/{$piece->id}";

    return [
        ['GET', $p], ['PATCH', $p], ['DELETE', $p], ['GET', "{$p}/analysis"], ['POST', "{$p}/analysis"], ['DELETE', "{$p}/analysis"], ['GET', "{$p}/ranking"],
        ['PUT', "{$p}/plan"], ['GET', "{$p}/export/stl"], ['GET', "{$p}/export/json"], ['GET', "{$p}/export/sheet"], ['GET', "{$p}/geometry"], ['GET', "{$p}/seen"],
        ['POST', "{$p}/split"], ['POST', "{$p}/file"], ['GET', "{$p}/thickness"], ['POST', "{$p}/thickness"], ['DELETE', "{$p}/thickness"], ['POST', "{$p}/marks"], ['POST', "{$p}/marks/undo"], ['POST', "{$p}/marks/redo"], ['GET', "{$p}/patches/0"], ['POST', "{$p}/pose"], ['POST', "{$p}/stances"], ['GET', "{$p}/rests"], ['GET', "{$p}/contact-sheet"], ['GET', "{$p}/picture"], ['GET', "/stances/{$stance}"], ['GET', "/stances/{$stance}/picture"],
        ['PUT', "/shelf/printers/{$piece->plan->printer_id}"], ['DELETE', "/shelf/nozzles/{$piece->plan->nozzle_id}"], ['DELETE', "/shelf/filaments/{$piece->plan->filament_id}"],
    ];
}

/** Valid bodies, so that nothing is refused before it is asked whose it is. */
const BODY = ['kind' => 'hide', 'tool' => 'numbered', 'patch' => 0, 'name' => 'x', 'by' => 'shells', 'up' => [0, 0, 1], 'weights' => ['step' => 1], 'bed_x_mm' => 200, 'bed_y_mm' => 200, 'bed_z_mm' => 200, 'z_step_mm' => 0.04];

it('lists every route of the application here or as open to all', function () {
    $piece = Pieces::analysed();
    $known = array_map(fn (array $a) => $a[0].' '.preg_replace('#/\d+#', '/{}', $a[1]), addresses($piece));
    $routes = collect(app('router')->getRoutes())->flatMap(fn ($r) => array_map(fn ($m) => $m.' /'.ltrim(preg_replace('/\{\w+\}/', '{}', $r->uri()), '/'), array_diff($r->methods(), ['HEAD'])));
    $open = ['GET /', 'GET /up', 'POST /pieces', 'GET /shelf', 'POST /shelf/{}', 'GET /sign-in', 'POST /sign-in', 'POST /sign-out', 'GET /sign-up', 'POST /sign-up'];
    $byKind = ['GET /pieces/{}/export/{}', 'GET /pieces/{}/{}', 'PUT /shelf/{}/{}', 'DELETE /shelf/{}/{}'];
    expect($routes->diff([...$known, ...$open, ...$byKind])->values()->all())->toBe([]);
});

it('gives nobody another’s pieces, files or tools', function () {
    config(['wrenlo.accounts' => true]);
    $piece = Pieces::analysed(Pieces::someone());
    $this->actingAs(Pieces::someone('otto@marsh.invalid'));
    foreach (addresses($piece) as [$method, $address]) {
        $this->call($method, $address, BODY)->assertNotFound();
    }
    $this->get('/')->assertInertia(fn ($page) => $page->has('pieces', 0));
    expect($piece->fresh())->not->toBeNull()->and($piece->user->printers()->value('name'))->toBe('Bench printer');
    $this->actingAs($piece->user)->get("/pieces/{$piece->id}/geometry")->assertOk();
});

it('sends strangers to the door', function () {
    config(['wrenlo.accounts' => true]);
    $piece = Pieces::analysed(Pieces::someone());
    foreach (addresses($piece) as [$method, $address]) {
        $this->call($method, $address, BODY)->assertRedirect('/sign-in');
    }
    $this->get('/')->assertRedirect('/sign-in');
    $this->get('/pieces/999999')->assertRedirect('/sign-in');
});

it('signs up, out and in', function () {
    config(['wrenlo.accounts' => true]);
    $this->get('/sign-up')->assertInertia(fn ($page) => $page->component('SignUp'));
    $this->post('/sign-up', ['name' => 'Ines', 'email' => 'ines@marsh.invalid', 'password' => 'short'])->assertSessionHasErrors('password');
    $this->post('/sign-up', ['name' => 'Ines', 'email' => 'ines@marsh.invalid', 'password' => 'ten good words'])->assertRedirect('/');
    $this->assertAuthenticated();
    expect(User::query()->firstOrFail()->printers()->count())->toBe(1);
    $this->get('/')->assertInertia(fn ($page) => $page->where('person.name', 'Ines'));
    $this->post('/sign-out')->assertRedirect('/sign-in');
    $this->assertGuest();
    $this->post('/sign-in', ['email' => 'ines@marsh.invalid', 'password' => 'wrong words!'])->assertSessionHasErrors(['email' => 'This address and password do not go together.']);
    $this->post('/sign-in', ['email' => 'ines@marsh.invalid', 'password' => 'ten good words'])->assertRedirect('/');
    $this->assertAuthenticated();
});

it('slows down guessing', function () {
    config(['wrenlo.accounts' => true]);
    Pieces::someone();
    for ($n = 0; $n < 5; $n++) {
        $this->post('/sign-in', ['email' => 'ines@marsh.invalid', 'password' => "guess number {$n}"]);
    }
    $this->post('/sign-in', ['email' => 'ines@marsh.invalid', 'password' => 'ten good words'])->assertSessionHasErrors('email');
    $this->assertGuest();
});

it('without accounts needs no login, but answers on this machine only', function () {
    $this->get('/')->assertOk()->assertInertia(fn ($page) => $page->component('Cabinet')->where('person', null));
    $this->call('GET', '/', server: ['REMOTE_ADDR' => '192.0.2.7'])->assertForbidden();
    $this->call('GET', '/', server: ['REMOTE_ADDR' => '192.0.2.7', 'HTTP_X_FORWARDED_FOR' => '127.0.0.1'])->assertForbidden();
    $this->call('GET', 'http://marsh.example/')->assertForbidden();
    $this->call('GET', 'http://127.0.0.1/')->assertOk();
    $this->get('/sign-in')->assertNotFound();
    $this->post('/sign-up', ['name' => 'x'])->assertNotFound();
});

it('lets nobody sign in as the person of the installation', function () {
    SetUpPerson::local();
    config(['wrenlo.accounts' => true]);
    $this->post('/sign-in', ['email' => 'local@wrenlo.invalid', 'password' => ''])->assertSessionHasErrors();
    $this->assertGuest();
});
