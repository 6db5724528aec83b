<?php

declare(strict_types=1);

use App\Findings\Kinds;
use App\Models\Filament;
use App\Models\Piece;
use App\Models\Plan;
use App\Models\Printer;
use App\Plans\Bench;
use Illuminate\Contracts\Debug\ExceptionHandler;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Route as Routes;
use Tests\Support\Pieces;
use Tests\Support\Stranger;

// Every address of the application, asked for with what its rules let through to the last digit and with what they should not. Other dice, or more of
// it: WRENLO_SEED=7 WRENLO_ROUNDS=40 before the call; WRENLO_COMPUTES=1 lets everything asked for be computed, too.

/** @return list<Route> but those that end the visit */
function everyAddress(): array
{
    return array_values(array_filter(
        iterator_to_array(Routes::getRoutes()),
        fn (Route $r) => str_starts_with($r->getActionName(), 'App\\') && $r->uri() !== 'sign-out' && ! ($r->uri() === 'pieces/{piece}' && in_array('DELETE', $r->methods(), true)),
    ));
}

/** What stands for the parts of an address: what there is, and at times what there is not. @return array<string, list<int|string>> */
function partsOf(Piece $piece): array
{
    return [
        'piece' => [$piece->id], 'plan' => $piece->plans()->pluck('id')->all(), 'station' => array_map(fn (string $s) => $s::key(), $piece->from()->stations()),
        'stance' => $piece->source === 'mesh' ? array_column(stancesOf($piece), 'id') : ['none'], 'kind' => array_map(fn (string $k) => $k::name(), Kinds::all()), 'way' => ['tree', 'column'],
        'printer' => Printer::query()->pluck('id')->all(), 'filament' => Filament::query()->pluck('id')->all(), 'id' => [1, 2, 3], 'number' => [0, 1, 99_999],
    ];
}

/** @param  array<string, list<int|string>>  $parts */
function addressOf(Route $route, Stranger $who, array $parts): string
{
    return '/'.preg_replace_callback('/\{(\w+)\??\}/', function (array $m) use ($route, $who, $parts): string {
        $named = preg_match('/^[a-z0-9-]+(\|[a-z0-9-]+)+$/', $route->wheres[$m[1]] ?? '') === 1 ? explode('|', $route->wheres[$m[1]]) : $parts[$m[1]] ?? ['x'];

        return rawurlencode((string) $who->one($who->isNow(0.03) ? ['0', '-1', 'x', '99999999999999999999', '1'] : $named));
    }, $route->uri());
}

it('answers whoever sends whatever in a sentence, never with an error of its own', function (string $source) {
    $piece = $source === 'photo' ? Pieces::photo() : Pieces::measured();
    if ($source === 'mesh') {
        decide($piece, 'stand', ['stance' => stancesOf($piece)[0]['id']]);
        decide($piece, 'layers', ['layer_mm' => 0.2]);
    }
    getenv('WRENLO_COMPUTES') !== false || Queue::fake();
    $faults = [];
    $asked = '';
    app(ExceptionHandler::class)->reportable(function (Throwable $e) use (&$faults, &$asked): void {
        $faults[$e->getFile().$e->getLine()] ??= "{$asked}: ".$e::class." {$e->getMessage()} {$e->getFile()}:{$e->getLine()}";
    });
    $parts = partsOf($piece);
    $who = new Stranger((int) (getenv('WRENLO_SEED') ?: 1));
    $codes = [];
    for ($round = 0; $round < (int) (getenv('WRENLO_ROUNDS') ?: 6); $round++) {
        foreach (everyAddress() as $route) {
            $method = $route->methods()[0];
            $url = addressOf($route, $who, $parts);
            $body = $who->at("{$method} {$route->uri()}".(str_ends_with($route->uri(), '{station}') ? basename($url) : ''))->body($who->one([0.0, 0.0, 0.1, 0.5]));
            $asked = "{$method} {$url} ".json_encode($body, JSON_PARTIAL_OUTPUT_ON_ERROR);
            $code = $this->call($method, $url, $body, server: ['HTTP_ACCEPT' => 'application/json'])->getStatusCode();
            $code < 500 || $code === 503 || $faults[$asked] ??= "{$asked}: {$code}";
            $codes[$code] = ($codes[$code] ?? 0) + 1;
        }
    }
    expect($faults)->toBe([])
        // it was let through often enough to mean something, and it was refused
        ->and($codes[200] ?? 0)->toBeGreaterThan(40)->and($codes[302] ?? 0)->toBeGreaterThan(10)->and($codes[422] ?? 0)->toBeGreaterThan(40)
        // whatever it was, the piece is there, and has one plan that is looked at
        ->and(Plan::query()->where('piece_id', $piece->id)->where('is_current', true)->count())->toBe(1);
    $this->get("/pieces/{$piece->id}")->assertOk();
})->with(['mesh', 'photo']);

it('takes back whatever two windows decided, step by step, and does it again to the same', function (string $source, int $seed) {
    $piece = $source === 'photo' ? Pieces::photo() : Pieces::measured();
    $source === 'mesh' && decide($piece, 'stand', ['stance' => stancesOf($piece)[1]['id']]);
    Queue::fake();
    $who = new Stranger($seed);
    $stations = array_map(fn (string $s) => $s::key(), $piece->from()->stations());
    $plan = fn (): Plan => $piece->refresh()->plan;
    $said = fn (Plan $plan): array => array_map(fn (string $key): array => [(new Bench($piece, $plan))->decision($key)->toArray(), (new Bench($piece, $plan))->row($key)?->rests_on], array_combine($stations, $stations));
    $steps = [$plan()->position => $said($plan())];
    for ($n = 0; $n < 120; $n++) {
        $station = $who->one($stations);
        $now = $plan();
        // each window has seen all there is: this is about steps, not about clashes
        $this->putJson("/pieces/{$piece->id}/plans/{$now->id}/decisions/{$station}", ['version' => $now->version, 'window' => $who->one(['a', 'b']), 'as_is' => false] + $who->at($station)->body(0.0));
        if ($plan()->position !== $now->position) {
            $steps[$plan()->position] = $said($plan());
        }
    }
    expect(count($steps))->toBeGreaterThan(12);
    $go = fn (int $by) => $this->putJson("/pieces/{$piece->id}/plans/{$plan()->id}/position", ['by' => $by, 'version' => $plan()->version])->assertRedirect();
    for ($end = $plan()->position; $plan()->position > array_key_first($steps);) {
        $go(-1);
        expect($said($plan()))->toEqual($steps[$plan()->position]);
    }
    while ($plan()->position < $end) {
        $go(1);
        expect($said($plan()))->toEqual($steps[$plan()->position]);
    }
})->with(['mesh', 'photo'])->with([1, 2]);
