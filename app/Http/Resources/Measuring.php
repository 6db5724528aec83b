<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Enums\FindingState;
use App\Models\Finding;
use App\Plans\Bench;
use Illuminate\Support\Facades\DB;

/** How far the measuring of a piece is: its route of findings, as one figure and one sentence. */
final readonly class Measuring
{
    private const WHOLE = 100;

    private function __construct(
        public FindingState $state, public bool $underWay, public bool $isRanked, public int $percent, public string $words, public ?string $failureCode, public ?string $failure,
    ) {}

    public static function of(Bench $bench): self
    {
        $route = array_map(static fn (array $r): array => [$bench->find($r[0], $r[1]), $r[2]], $bench->piece->from()->route($bench));
        $percent = 0.0;
        $over = $active = null;
        $isRanked = $bench->find($bench->piece->from()->firstNumbers())?->isDone() ?? false;
        foreach ($route as [$finding, $share]) {
            $isDone = $finding?->isDone() ?? false;
            $percent += $share / self::WHOLE * ($finding === null ? 0 : ($isDone ? self::WHOLE : self::percentOf($finding)));
            if ($finding === null || $isDone) {
                continue;
            }
            // what failed is said once what comes before it is there: the report offers the repairs
            $isSaid = $active === null || ! $active->state->isUnderWay() || $finding->state === FindingState::Cancelled;
            $over ??= $finding->state->isUnderWay() || ! $isSaid ? null : $finding;
            // the first that runs is what one waits for; else the first that waits
            $active = $active === null || ($active->state === FindingState::Waiting && $finding->state === FindingState::Running) ? $finding : $active;
        }
        if ($over !== null) {
            return new self($over->state, false, $isRanked, (int) $percent, $over->words, $over->failure_code, $over->failure);
        }
        $isOpen = array_filter($route, static fn (array $r): bool => ! ($r[0]?->isDone() ?? false)) !== [];

        return ! $isOpen ? new self(FindingState::Done, false, true, self::WHOLE, 'All stances proven', null, null)
            : new self($active?->state === FindingState::Running || $percent > 0 ? FindingState::Running : FindingState::Waiting, true, $isRanked, (int) $percent, self::wordsOf($active), null, null);
    }

    /** One that waits for its parts is as far as they are. */
    private static function percentOf(Finding $finding): int
    {
        [$open, $all] = self::parts($finding);

        return $all > 0 ? (int) (self::WHOLE * ($all - $open) / $all) : $finding->percent;
    }

    private static function wordsOf(?Finding $active): string
    {
        if ($active === null) {
            return 'Waiting for its turn';
        }
        [$open, $all] = self::parts($active);

        return $all > 0 ? "{$active->kindClass()::words()}: ".($all - $open)." of {$all}" : $active->words;
    }

    /** @return array{int, int} parts that are open, and all of them; 0, 0 where it has none */
    private static function parts(Finding $finding): array
    {
        $all = $finding->state === FindingState::Waiting ? (int) ($finding->inputs['search']['finalists'] ?? 0) : 0;
        $open = $all === 0 ? 0 : DB::table('finding_waits')->join('findings', 'findings.id', '=', 'finding_waits.waits_for')->where('finding_id', $finding->id)->where('findings.kind', 'proof')->count();

        return $open === 0 ? [0, 0] : [min($open, $all), $all];
    }
}
