<?php

declare(strict_types=1);

namespace App\Findings;

use App\Enums\FindingState;
use App\Models\Finding;
use Illuminate\Support\Facades\DB;

/**
 * Who works on what. A worker holds a finding by a lease that it keeps extending; one that ran out is anyone's, so what a
 * killed worker had in hand goes on elsewhere. Every change asks for the holder: whoever lost a lease changes nothing more.
 */
final class Leases
{
    public const SECONDS = 10;

    /** Nothing runs, and something has waited so long: its job is lost. */
    private const IDLE_SECONDS = 8;

    /** Tries after which something that keeps dying without a word is given up. */
    public const MOST_ATTEMPTS = 5;

    public static function take(int $id, string $holder, int $seconds = self::SECONDS): ?Finding
    {
        $taken = Finding::query()->whereKey($id)
            ->where(static fn ($q) => $q->where('state', FindingState::Waiting->value)->orWhere(static fn ($r) => $r->where('state', FindingState::Running->value)->where('lease_until', '<', time())))
            ->update(['state' => FindingState::Running->value, 'leased_by' => $holder, 'lease_until' => time() + $seconds, 'attempts' => DB::raw('attempts + 1')]);

        return $taken === 1 ? Finding::query()->find($id) : null;
    }

    /**
     * @param  array<string, mixed>  $changes
     *
     * @throws Stopped when the lease is another's by now, or the person wants to stop
     */
    public static function extend(int $id, string $holder, array $changes = []): void
    {
        $held = self::heldBy($id, $holder)->where('cancel_requested', false)->update([...$changes, 'lease_until' => time() + self::SECONDS]);
        $held === 1 || throw new Stopped;
    }

    /**
     * Ends the lease with these changes.
     *
     * @param  array<string, mixed>  $changes
     * @return bool whether it was still held
     */
    public static function end(int $id, string $holder, array $changes): bool
    {
        return self::heldBy($id, $holder)->update([...$changes, 'leased_by' => null, 'lease_until' => null]) === 1;
    }

    /**
     * Gives back what nobody works on any more, and wakes what waits for nothing. Cheap when there is nothing to do; called by
     * every worker between jobs and by every page that watches.
     *
     * @return int how many go on
     */
    public static function recover(): int
    {
        $running = Finding::query()->where('state', FindingState::Running->value)->get(['id', 'kind', 'leased_by', 'lease_until', 'attempts', 'cancel_requested']);
        $lost = $running->filter(static fn (Finding $f): bool => $f->lease_until < time() || self::isGone((string) $f->leased_by));
        foreach ($lost as $finding) {
            $changes = match (true) {
                $finding->cancel_requested => ['state' => FindingState::Cancelled->value, 'words' => Findings::STOPPED],
                $finding->attempts >= self::MOST_ATTEMPTS => ['state' => FindingState::Failed->value, 'words' => 'Given up', 'failure_code' => 'interrupted', 'failure' => 'The work on this was interrupted '.self::MOST_ATTEMPTS.' times. '.$finding->kindClass()::brokeOff()],
                default => ['state' => FindingState::Waiting->value],
            };
            if (self::end($finding->id, (string) $finding->leased_by, $changes) && $changes['state'] !== FindingState::Waiting->value) {
                Findings::ended($finding->id);
            }
        }
        // what was lost together with its job, or with the worker that should have woken it: at once beside others, soon where nothing runs and yet
        // something waits (a worker was killed between being given a job and taking the finding), else after a minute; to look once too often does no harm
        $patienceS = match (true) {
            $lost->isNotEmpty() => 0, $running->isEmpty() => self::IDLE_SECONDS, default => 60,
        };
        $idle = Finding::query()->where('state', FindingState::Waiting->value)->where('queued_at', '<', time() - $patienceS)
            ->whereNotExists(static fn ($q) => $q->from('finding_waits')->whereColumn('finding_waits.finding_id', 'findings.id'))->get(['id', 'kind']);
        $idle = $idle->merge(Finding::query()->whereKey($lost->where('attempts', '<', self::MOST_ATTEMPTS)->pluck('id'))->where('state', FindingState::Waiting->value)->get(['id', 'kind']))->unique('id');
        foreach ($idle as $finding) {
            Findings::dispatch($finding);
        }

        return $idle->count();
    }

    /** For a loop that turns many times a second. */
    public static function recoverNowAndThen(): void
    {
        /** @var int $last */
        static $last = 0;
        if (time() - $last >= 2) {
            $last = time();
            self::recover();
        }
    }

    public static function holder(): string
    {
        return gethostname().':'.getmypid().':'.bin2hex(random_bytes(3));
    }

    /** A holder of this host whose process has ended cannot come back. */
    private static function isGone(string $holder): bool
    {
        [$host, $pid] = [...explode(':', $holder), '', ''];

        return $host === gethostname() && ctype_digit($pid) && function_exists('posix_kill') && ! posix_kill((int) $pid, 0) && posix_get_last_error() === 3; // ESRCH
    }

    /** @return \Illuminate\Database\Eloquent\Builder<Finding> */
    private static function heldBy(int $id, string $holder): \Illuminate\Database\Eloquent\Builder
    {
        return Finding::query()->whereKey($id)->where('state', FindingState::Running->value)->where('leased_by', $holder);
    }
}
