<?php

declare(strict_types=1);

use App\Enums\FindingState;
use App\Findings\Disk;
use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Kinds;
use App\Findings\Kinds\Fit;
use App\Findings\Kinds\PhotoFramed;
use App\Findings\Kinds\PhotoRead;
use App\Findings\Kinds\RowLayers;
use App\Findings\Kinds\Shaped;
use App\Findings\Subject;
use App\Models\Finding;
use App\Plans\StanceChoice;
use Database\Demo\Marsh;
use Illuminate\Support\Facades\DB;
use Tests\Support\Pictures;
use Tests\Support\Pieces;
use Tests\Support\Solids;
use Tests\Support\Workshop;

afterEach(fn () => $this->shop?->close());

/** Everything a finding came to: its numbers and the checksum of each of its files. */
function contentOf(Finding $finding): array
{
    return ['headline' => $finding->headline, 'blobs' => array_map(fn (string $name): string => hash('sha256', (string) Disk::get($finding->key, $name)), array_combine(array_keys($finding->blobs ?? []), array_keys($finding->blobs ?? [])))];
}

/** The pieces of it: a mesh and a photo. @return array{App\Models\Piece, App\Models\Piece} */
function broughtTwo(): array
{
    return [Pieces::fromBytes(Solids::stl(Marsh::curlew(4.0)->scaled(0.5)), 'curlew.stl'), Pieces::fromBytes(Pictures::png(Pictures::pool(160, 120)), 'pool.png')];
}

/** What a kind is asked about: of photos, those that read nothing of a mesh. @param  array{Subject, Subject}  $subjects @param  class-string<Kind>  $kind */
function askedOf(string $kind, array $subjects): Subject
{
    return in_array($kind, [PhotoRead::class, PhotoFramed::class, Fit::class, Shaped::class, RowLayers::class], true) ? $subjects[1] : $subjects[0];
}

/** Pieces measured by a worker, and what each kind is asked about them. @return array{Subject, Subject} */
function measuredBy(Workshop $shop): array
{
    [$piece, $photo] = broughtTwo();
    $subject = Pieces::bench($piece)->subject();
    $shop->worker();
    Workshop::until('all of it', 240, fn (): bool => ! Finding::query()->whereIn('state', ['waiting', 'running'])->exists());

    return [$subject->standing((new StanceChoice(new Wrenlo\Core\Geometry\Vec3(0.3, 0.2, 0.9)))->up)->with(Input::Part, ['n' => 0, 'of' => 4]), Pieces::bench($photo)->subject()];
}

it('comes to the same bytes when a worker is killed in the midst of any kind, and goes on within 15 seconds', function () {
    $this->shop = Workshop::open($this->app);
    $subjects = measuredBy($this->shop);
    $whole = [];
    foreach (Kinds::all() as $kind) {
        $finding = Findings::ask($kind, askedOf($kind, $subjects));
        Workshop::until($kind::name(), 150, fn (): bool => ! $finding->refresh()->state->isUnderWay());
        expect($finding->state)->toBe(FindingState::Done, $kind::name());
        $whole[$kind::name()] = [contentOf($finding), $finding->seconds ?? 0.0];
    }
    $this->shop->close();

    // the same again in another place, each kind killed half-way
    $this->shop = Workshop::open($this->app);
    broughtTwo();
    DB::table('jobs')->delete();
    DB::table('findings')->delete();
    DB::table('finding_waits')->delete();
    $hit = [];
    /** @param  class-string<Kind>  $kind */
    $kill = function (string $kind) use (&$kill, &$hit, $subjects, $whole): Finding {
        $subject = askedOf($kind, $subjects);
        foreach ($kind::needs() as $needed) {
            Findings::done($needed, $subject) ?? $kill($needed);
        }
        $finding = Findings::ask($kind, $subject);
        foreach ([0.5, 0.2, 0.0] as $share) {
            if ($finding->refresh()->isDone()) { // faster than the first time: once more, and earlier
                DB::table('findings')->delete($finding->id);
                $finding = Findings::ask($kind, $subject);
            }
            $us = (int) (1e6 * $share * $whole[$kind::name()][1]);
            Workshop::over($this->shop->php('tests/Support/dies-at.php', (string) $finding->id, (string) ($us < 4000 ? 0 : $us)));
            if ($finding->refresh()->state === FindingState::Running) {
                $hit[] = $kind::name();
                break;
            }
        }
        $next = $this->shop->worker();
        expect(Workshop::until($kind::name(), 150, fn (): bool => $finding->refresh()->attempts > 1 || ! $finding->state->isUnderWay()))->toBeLessThan(15.0, $kind::name());
        Workshop::until($kind::name(), 150, fn (): bool => ! $finding->refresh()->state->isUnderWay());
        Workshop::kill($next);

        return $finding;
    };
    foreach (Kinds::all() as $kind) {
        $finding = Findings::done($kind, askedOf($kind, $subjects)) ?? $kill($kind);
        expect(contentOf($finding))->toEqual($whole[$kind::name()][0], $kind::name());
    }
    // what finalists are made of is proven by the next worker as well
    expect(array_values(array_diff(array_map(fn (string $k): string => $k::name(), Kinds::all()), $hit)))->toBe([])
        ->and($this->shop->log())->toBe('');
});

it('gives work back within 15 seconds when only the worker comes again', function () {
    $this->shop = Workshop::open($this->app);
    Pieces::fromBytes(Solids::stl(Marsh::curlew(2.6)), 'curlew.stl');
    $worker = $this->shop->worker();
    $running = fn (): int => Finding::query()->where('state', 'running')->count();
    Workshop::until('something under way', 20, fn (): bool => $running() > 0);
    Workshop::kill($worker);
    $lost = Finding::query()->where('state', 'running')->pluck('id')->all();
    $this->shop->worker();
    $seconds = Workshop::until('it to go on', 15, fn (): bool => $lost === [] || Finding::query()->whereIn('id', $lost)->where('state', 'running')->where('attempts', '<', 2)->doesntExist());
    expect($seconds)->toBeLessThan(15.0);
    Workshop::until('the end', 60, fn (): bool => ! Finding::query()->whereIn('state', ['waiting', 'running'])->exists());
    expect(Finding::query()->where('state', '!=', 'done')->count())->toBe(0)->and($this->shop->log())->toBe('');
});
