<?php

declare(strict_types=1);

namespace App\Findings;

use App\Enums\FindingState;
use App\Models\Finding;
use App\Models\PlanDecision;
use App\Models\PlanStep;
use Illuminate\Support\Facades\DB;

/**
 * Lets old findings go: the least recently used ones, beyond an age or a size. Never one that a decision rests on, nor one that a
 * page has used within the last hour. Whatever goes is computed again when it is asked for.
 */
final class Sweep
{
    private const IN_USE_S = 3600;

    private const CHUNK = 200;

    /** @return array{findings: int, bytes: int} what went */
    public static function old(int $mostBytes, int $mostDays): array
    {
        $kept = array_fill_keys([...PlanDecision::query()->whereNotNull('rests_on')->pluck('rests_on')->all(), ...self::restedOn()], true);
        $total = (int) Finding::query()->sum('bytes');
        $gone = ['findings' => 0, 'bytes' => 0];
        $tooOld = time() - 86_400 * $mostDays;
        $old = Finding::query()->where('used_at', '<', time() - self::IN_USE_S)->whereNotIn('state', [FindingState::Waiting->value, FindingState::Running->value])
            ->orderBy('used_at')->orderBy('id')->get(['id', 'key', 'bytes', 'used_at']);
        foreach ($old as $finding) {
            if ($finding->used_at >= $tooOld && $total - $gone['bytes'] <= $mostBytes) {
                break; // the rest is younger and there is room
            }
            if (! isset($kept[$finding->key])) {
                self::forget($finding);
                $gone['findings']++;
                $gone['bytes'] += $finding->bytes;
            }
        }
        self::values($tooOld);

        return $gone;
    }

    /** Everything about one file, which nobody has any more. */
    public static function file(string $sha256): void
    {
        Finding::query()->where('source', $sha256)->chunkById(self::CHUNK, static function ($findings): void {
            foreach ($findings as $finding) {
                self::forget($finding);
            }
        });
    }

    private static function forget(Finding $finding): void
    {
        $finding->delete(); // the row first: a file without a row is nobody's, a row without its file would be a promise
        DB::table('finding_waits')->where('finding_id', $finding->id)->orWhere('waits_for', $finding->id)->delete();
        Disk::forget($finding->key);
    }

    /** @return list<string> keys in steps that can still be gone back to */
    private static function restedOn(): array
    {
        return array_values(array_filter(PlanStep::query()->get(['before', 'after'])->flatMap(static fn (PlanStep $s): array => [$s->before['rests_on'], $s->after['rests_on']])->unique()->all()));
    }

    /** Values that neither a finding nor a decision names any more. */
    private static function values(int $before): void
    {
        foreach (DB::table('finding_values')->where('kept_at', '<', $before)->pluck('hash') as $hash) {
            $isNamed = Finding::query()->where('inputs', 'like', "%{$hash}%")->exists() || PlanDecision::query()->where('value', 'like', "%{$hash}%")->exists()
                || PlanStep::query()->where('before', 'like', "%{$hash}%")->orWhere('after', 'like', "%{$hash}%")->exists();
            $isNamed || DB::table('finding_values')->where('hash', $hash)->delete();
        }
    }
}
