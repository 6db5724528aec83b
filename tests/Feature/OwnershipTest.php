<?php

declare(strict_types=1);

use App\Actions\SetUpPerson;
use App\Models\User;
use Tests\Support\Pieces;

/** Every address under which a piece or what belongs to it can be reached. */
function addresses(App\Models\Piece $piece): array
{
    $p = "/pieces/{$piece->id}";
    $plan = "{$p}/plans/".$piece->plan()->value('id');
    $sheet = Tests\Support\Pieces::bench($piece)->sheet();
    $key = App\Models\Finding::query()->where('source', $piece->blob)->where('kind', 'report')->value('key');

    return [
        ['GET', $p], ['PATCH', $p], ['DELETE', $p], ['GET', "{$p}/measuring"], ['POST', "{$p}/measuring"], ['DELETE', "{$p}/measuring"], ['GET', "{$p}/ranking"],
        ['GET', "{$p}/findings/thickness"], ['POST', "{$p}/findings/thickness"], ['DELETE', "{$p}/findings/thickness"], ['GET', "{$p}/findings/{$key}/geometry"],
        ['POST', "{$p}/plans"], ['PATCH', $plan], ['DELETE', $plan], ['PUT', "{$plan}/position"], ['PUT', "{$plan}/decisions/stand"],
        ['GET', "{$p}/export/stl"], ['GET', "{$p}/export/json"], ['GET', "{$p}/export/sheet"], ['GET', "{$p}/contact-sheet"],
        ['POST', "{$p}/split"], ['POST', "{$p}/file"], ['POST', "{$p}/marks"], ['PUT', "{$p}/marks/position"], ['GET', "{$p}/patches/0"],
        ['GET', "{$p}/pose"], ['GET', "{$p}/rests"], ['GET', "{$p}/stances/".App\Plans\StanceChoice::idOf(new Wrenlo\Core\Geometry\Vec3(0, 0, 1), 0.0)],
        ...array_map(fn (string $what): array => ['GET', "{$p}/stances/".App\Plans\StanceChoice::idOf(new Wrenlo\Core\Geometry\Vec3(0, 0, 1), 0.0)."/{$what}"], ['holding', 'ways']),
        ['GET', "/pieces/{$piece->id}/layering"], ['GET', "/pieces/{$piece->id}/layering/plan"], ['GET', "/pieces/{$piece->id}/layering/nozzles"], ['GET', "/pieces/{$piece->id}/seam"], ['GET', "/pieces/{$piece->id}/ironing"],
        ['GET', "/pieces/{$piece->id}/rivals/tree"], ['PUT', "/shelf/printers/{$sheet->printerId}/filaments/{$sheet->filamentId}/reading"],
        ['PUT', "/shelf/printers/{$sheet->printerId}"], ['DELETE', "/shelf/nozzles/{$sheet->nozzleId}"], ['DELETE', "/shelf/filaments/{$sheet->filamentId}"],
        ['GET', "/pieces/{$piece->id}/lit"], ['GET', "/pieces/{$piece->id}/photo/fitness"], ['GET', "/pieces/{$piece->id}/photo/rows"], ['POST', "/pieces/{$piece->id}/photo/beside"], ['PUT', "/shelf/filaments/{$sheet->filamentId}/bars"], ['GET', "/pieces/{$piece->id}/lithophane/stl"], ['PUT', "/shelf/filaments/{$sheet->filamentId}/light"],
    ];
}

/** Valid bodies, so that nothing is refused before it is asked whose it is. */
const BODY = ['readings' => [], 'bar_mm' => null, 'kind' => 'hide', 'tool' => 'numbered', 'patch' => 0, 'name' => 'x', 'by' => 'shells', 'copy_of' => 1, 'up' => [0, 0, 1], 'weights' => ['step' => 1], 'bed_x_mm' => 200, 'bed_y_mm' => 200, 'bed_z_mm' => 200, 'z_step_mm' => 0.04];

it('lists every route of the application here or as open to all', function () {
    $piece = Pieces::measured();
    $known = array_map(fn (array $a) => $a[0].' '.preg_replace(['#/\d+(?=/|$)#', '#/[0-9a-f]{64}#', '#/(geometry|thickness)$#', '#decisions/\w+#', '#stances/[\w-]+#', '#rivals/\w+#'], ['/{}', '/{}', '/{}', 'decisions/{}', 'stances/{}', 'rivals/{}'], $a[1]), addresses($piece));
    $routes = collect(app('router')->getRoutes())->flatMap(fn ($r) => array_map(fn ($m) => $m.' /'.ltrim(preg_replace('/\{\w+\}/', '{}', $r->uri()), '/'), array_diff($r->methods(), ['HEAD'])));
    $open = ['GET /', 'GET /up', 'POST /pieces', 'GET /shelf', 'GET /plate', 'GET /plate/report', 'GET /plate/3mf', 'GET /shelf/wedge', 'POST /shelf/wedge/photo', 'GET /shelf/bars', 'PUT /shelf/currency', 'POST /shelf/{}', 'GET /sign-in', 'POST /sign-in', 'POST /sign-out', 'GET /sign-up', 'POST /sign-up'];
    $byKind = ['GET /pieces/{}/export/{}', 'GET /pieces/{}/lithophane/{}', 'PUT /shelf/{}/{}', 'DELETE /shelf/{}/{}'];
    expect($routes->diff([...$known, ...$open, ...$byKind])->values()->all())->toBe([]);
});

it('gives nobody another’s pieces, files or tools', function () {
    config(['wrenlo.accounts' => true]);
    $piece = Pieces::measured(Pieces::someone());
    $this->actingAs(Pieces::someone('otto@marsh.invalid'));
    foreach (addresses($piece) as [$method, $address]) {
        $this->call($method, $address, BODY)->assertNotFound();
    }
    foreach (['report', '3mf'] as $what) { // what is asked for stands in the query
        $this->getJson("/plate/{$what}?pieces={$piece->id}")->assertNotFound();
    }
    $this->get('/plate')->assertInertia(fn ($page) => $page->has('pieces', 0));
    $this->get('/')->assertInertia(fn ($page) => $page->has('pieces', 0));
    expect($piece->fresh())->not->toBeNull()->and($piece->user->printers()->value('name'))->toBe('Bench printer');
    $this->actingAs($piece->user)->get(collect(addresses($piece))->first(fn ($a) => str_ends_with($a[1], '/geometry'))[1])->assertOk();
});

it('sends strangers to the door', function () {
    config(['wrenlo.accounts' => true]);
    $piece = Pieces::measured(Pieces::someone());
    foreach (addresses($piece) as [$method, $address]) {
        $this->call($method, $address, BODY)->assertRedirect('/sign-in');
    }
    $this->get('/plate')->assertRedirect('/sign-in');
    $this->get("/plate/3mf?pieces={$piece->id}")->assertRedirect('/sign-in');
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
