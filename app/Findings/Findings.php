<?php

declare(strict_types=1);

namespace App\Findings;

use App\Enums\FindingState;
use App\Jobs\RunFinding;
use App\Models\Finding;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use RuntimeException;

/** Asking for what can be computed. Asking twice for the same is one run; what is there is used, what is not is computed. */
final class Findings
{
    public const STOPPED = 'Stopped at your wish';

    /** Broken off since something newer was asked for. */
    private const PASSED = 'passed';

    private const TOUCH_EVERY_S = 300;

    /** A person who needs it at once waits this long for a worker that has it in hand. */
    private const PATIENCE_S = 25;

    /** @param  class-string<Kind>  $kind */
    public static function existing(string $kind, Subject $subject): ?Finding
    {
        return Finding::query()->where('key', $kind::key($subject))->first();
    }

    /** @param  class-string<Kind>  $kind */
    public static function done(string $kind, Subject $subject): ?Finding
    {
        $finding = self::existing($kind, $subject);

        return $finding?->isDone() ? $finding : null;
    }

    /**
     * @param  class-string<Kind>  $kind
     * @param  array<array-key, Subject>  $subjects
     * @return array<array-key, Finding> those that are there, under the keys asked by
     */
    public static function existingMany(string $kind, array $subjects): array
    {
        $keys = array_map($kind::key(...), $subjects);
        $rows = Finding::query()->whereIn('key', array_values(array_unique($keys)))->get()->keyBy('key');

        return array_filter(array_map(static fn (string $key): ?Finding => $rows->get($key), $keys));
    }

    /** @param  class-string<Kind>  $kind */
    public static function ask(string $kind, Subject $subject): Finding
    {
        return self::askAll([[$kind, $subject]])[0];
    }

    /**
     * @param  class-string<Kind>  $kind
     * @param  array<array-key, Subject>  $subjects
     * @return array<array-key, Finding>
     */
    public static function askMany(string $kind, array $subjects): array
    {
        return self::askAll(array_map(static fn (Subject $subject): array => [$kind, $subject], $subjects));
    }

    /**
     * Whatever kinds they are: one look, and one write where some are missing.
     *
     * @param  array<array-key, array{class-string<Kind>, Subject}>  $asked
     * @return array<array-key, Finding>
     */
    public static function askAll(array $asked): array
    {
        $keys = array_map(static fn (array $a): string => $a[0]::key($a[1]), $asked);
        $rows = self::byKey($keys);
        $missing = array_filter($asked, static fn (int|string $k): bool => ! isset($rows[$keys[$k]]), ARRAY_FILTER_USE_KEY);
        if ($missing !== []) {
            Finding::query()->insertOrIgnore(array_values(array_map(static fn (array $a): array => self::row($a[0], $a[1]), $missing)));
            $made = self::byKey(array_intersect_key($keys, $missing));
            self::dispatch(...array_values(array_filter($made, static fn (Finding $f): bool => $f->state === FindingState::Waiting)));
            $rows += array_map(static fn (Finding $f): Finding => $f->refresh(), $made); // a synchronous queue has done it by now
        }
        self::takeUpAgain($rows);
        self::touch($rows);

        return array_filter(array_map(static fn (string $key): ?Finding => $rows[$key] ?? null, $keys));
    }

    /**
     * What was let go and is asked for after all.
     *
     * @param  array<string, Finding>  $rows
     */
    private static function takeUpAgain(array $rows): void
    {
        $passed = array_filter($rows, static fn (Finding $f): bool => $f->failure_code === self::PASSED);
        foreach ($passed as $finding) {
            // one that runs on is not stopped any more; where it was too late for that, it begins anew
            Finding::query()->whereKey($finding->id)->where('state', FindingState::Running->value)->update(['cancel_requested' => false]);
            if (Finding::query()->whereKey($finding->id)->where('state', FindingState::Cancelled->value)->where('failure_code', self::PASSED)->update(self::anew()) === 1) {
                self::dispatch($finding->refresh());
            }
            $finding->refresh();
        }
    }

    /**
     * @param  array<string>  $keys
     * @return array<string, Finding>
     */
    private static function byKey(array $keys): array
    {
        return $keys === [] ? [] : Finding::query()->whereIn('key', array_values(array_unique($keys)))->orderBy('id')->get()->keyBy('key')->all();
    }

    /**
     * Asked for by a person who said so: what failed or was stopped is tried again.
     *
     * @param  class-string<Kind>  $kind
     */
    public static function again(string $kind, Subject $subject): Finding
    {
        Finding::query()->where('key', $kind::key($subject))->whereIn('state', [FindingState::Failed->value, FindingState::Cancelled->value])->update(self::anew());

        $finding = self::ask($kind, $subject);
        $finding->state === FindingState::Waiting && self::dispatch($finding);

        return $finding->refresh();
    }

    /**
     * Computed here and now if it is not there: for what a person cannot go on without, and that takes less than a second or two.
     *
     * @param  class-string<Kind>  $kind
     */
    public static function now(string $kind, Subject $subject): Finding
    {
        $finding = self::existing($kind, $subject);
        if ($finding === null) {
            Finding::query()->insertOrIgnore(self::row($kind, $subject));
            $finding = self::existing($kind, $subject) ?? throw new RuntimeException('A finding that was written is not there.');
        }
        $until = time() + self::PATIENCE_S;
        while ($finding->state->isUnderWay()) {
            RunFinding::here($finding->id);
            $finding->refresh();
            if ($finding->state->isUnderWay()) {
                time() < $until || throw new RuntimeException("“{$kind::name()}” takes too long to be waited for.");
                usleep(40_000);
            }
        }
        self::touch([$finding]);

        return $finding;
    }

    /**
     * Small findings from others that are there, made where they are missing.
     *
     * @param  class-string<Kind>  $kind
     * @param  array<array-key, Subject>  $subjects
     * @return array<array-key, Finding> those that could be made
     */
    public static function instant(string $kind, array $subjects): array
    {
        $found = self::existingMany($kind, $subjects);
        $missing = array_diff_key($subjects, $found);
        if ($missing !== []) {
            $known = array_merge(...array_map(static fn (string $needed): array => array_column(self::existingMany($needed, $missing), null, 'key'), $kind::needs()));
            $made = [];
            foreach ($missing as $subject) {
                try {
                    $made[] = [$subject, (new $kind)->compute(new Work($subject, new Progress(new Finding, ''), false, $known))->headline];
                } catch (NotYet) {
                    // what it is made from is not there yet
                }
            }
            DB::transaction(static function () use ($kind, $made): void {
                foreach ($made as [$subject, $headline]) {
                    Finding::query()->insertOrIgnore(self::row($kind, $subject, ['state' => FindingState::Done->value, 'percent' => 100, 'words' => 'Done', 'headline' => $headline, 'blobs' => []]));
                }
            });
            $found += self::existingMany($kind, $missing);
        }

        return $found;
    }

    /**
     * The bytes of one file of a finding. Where it is gone or damaged the finding is taken up anew: null, and under way.
     */
    public static function blob(Finding $finding, string $name): ?string
    {
        if (! isset($finding->blobs[$name])) {
            return null;
        }
        $bytes = Disk::get($finding->key, $name);
        if ($bytes === null && Finding::query()->whereKey($finding->id)->where('state', FindingState::Done->value)->update(self::anew()) === 1) {
            self::dispatch($finding->refresh());
        }

        return $bytes;
    }

    /** The same for a person who waits for it: computed at once. */
    public static function blobNow(Finding $finding, string $name): ?string
    {
        $bytes = self::blob($finding, $name);
        if ($bytes !== null || ! isset($finding->blobs[$name])) {
            return $bytes;
        }
        $again = self::now($finding->kindClass(), $finding->subject());

        return $again->isDone() ? Disk::get($again->key, $name) : null;
    }

    public static function cancel(Finding $finding): void
    {
        $stopped = Finding::query()->whereKey($finding->id)->where('state', FindingState::Waiting->value)
            ->update(['state' => FindingState::Cancelled->value, 'words' => self::STOPPED]);
        $stopped === 1 ? self::ended($finding->id) : Finding::query()->whereKey($finding->id)->where('state', FindingState::Running->value)->update(['cancel_requested' => true]);
        $finding->refresh();
    }

    /**
     * What nothing else waits for is forgotten where it was not begun, and broken off where it was; asked for again it is there again.
     *
     * @param  list<string>  $keys
     */
    public static function letGo(array $keys): void
    {
        DB::transaction(static function () use ($keys): void {
            $ids = Finding::query()->whereIn('key', $keys)->whereNotExists(static fn ($q) => $q->from('finding_waits')->whereColumn('finding_waits.waits_for', 'findings.id'))->pluck('id');
            Finding::query()->whereIn('id', $ids)->where('state', FindingState::Running->value)->update(['cancel_requested' => true, 'failure_code' => self::PASSED]);
            Finding::query()->whereIn('id', $ids)->where('state', FindingState::Waiting->value)->delete();
            DB::table('finding_waits')->whereIn('finding_id', $ids)->whereNotExists(static fn ($q) => $q->from('findings')->whereColumn('findings.id', 'finding_waits.finding_id'))->delete();
        });
    }

    public static function dispatch(Finding ...$findings): void
    {
        Finding::query()->whereIn('id', array_map(static fn (Finding $f): int => $f->id, $findings))->update(['queued_at' => time()]);
        $jobs = [];
        foreach ($findings as $finding) {
            $lane = $finding->kindClass()::lane();
            $jobs[$lane === Lane::Instant ? Lane::Short->value : $lane->value][] = new RunFinding($finding->id);
        }
        DB::afterCommit(static function () use ($jobs): void {
            foreach ($jobs as $lane => $together) {
                Queue::bulk($together, '', $lane);
            }
        });
    }

    /**
     * A finding waits for others; if they are there by now, it goes on at once.
     *
     * @param  list<Finding>  $others
     */
    public static function stepBack(Finding $finding, string $holder, array $others): void
    {
        DB::transaction(static function () use ($finding, $holder, $others): void {
            foreach ($others as $other) {
                DB::table('finding_waits')->insertOrIgnore(['finding_id' => $finding->id, 'waits_for' => $other->id]);
            }
            Leases::end($finding->id, $holder, ['state' => FindingState::Waiting->value, 'attempts' => DB::raw('attempts - 1'), 'queued_at' => time()]);
        });
        $over = Finding::query()->whereIn('id', array_map(static fn (Finding $f): int => $f->id, $others))
            ->whereNotIn('state', [FindingState::Waiting->value, FindingState::Running->value])->pluck('id');
        DB::table('finding_waits')->where('finding_id', $finding->id)->whereIn('waits_for', $over)->delete();
        self::wake([$finding->id]);
    }

    /** A finding is over, one way or another: those that waited for it go on. */
    public static function ended(int $id): void
    {
        $waiting = DB::table('finding_waits')->where('waits_for', $id)->pluck('finding_id')->all();
        if ($waiting !== []) {
            DB::table('finding_waits')->where('waits_for', $id)->delete();
            self::wake($waiting);
        }
    }

    /** @param  array<int>  $ids */
    private static function wake(array $ids): void
    {
        $free = Finding::query()->whereIn('id', $ids)->where('state', FindingState::Waiting->value)
            ->whereNotExists(static fn ($q) => $q->from('finding_waits')->whereColumn('finding_waits.finding_id', 'findings.id'))->get(['id', 'kind']);
        $free->isEmpty() || self::dispatch(...$free);
    }

    /**
     * @param  class-string<Kind>  $kind
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     */
    private static function row(string $kind, Subject $subject, array $values = []): array
    {
        return (new Finding([
            'kind' => $kind::name(), 'version' => $kind::VERSION, 'key' => $kind::key($subject), 'source' => $subject->sha256(), 'inputs' => $subject->pick($kind::restsOn()),
            'state' => FindingState::Waiting->value, 'words' => 'Waiting for its turn', 'used_at' => time(), 'queued_at' => time(), ...$values,
        ]))->getAttributes();
    }

    /** @return array<string, mixed> */
    private static function anew(): array
    {
        return ['state' => FindingState::Waiting->value, 'percent' => 0, 'words' => 'Waiting for its turn', 'failure_code' => null, 'failure' => null, 'cancel_requested' => false, 'attempts' => 0, 'queued_at' => time()];
    }

    /** @param  array<array-key, Finding>  $findings */
    public static function touch(array $findings): void
    {
        $old = array_map(static fn (Finding $f): int => $f->id, array_filter($findings, static fn (Finding $f): bool => $f->used_at < time() - self::TOUCH_EVERY_S));
        if ($old !== []) {
            Finding::query()->whereIn('id', $old)->update(['used_at' => time()]);
        }
    }
}
