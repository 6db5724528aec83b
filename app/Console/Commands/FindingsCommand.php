<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Enums\FindingState;
use App\Findings\Kind;
use App\Findings\Kinds;
use App\Models\Finding;
use Illuminate\Console\Command;

/** What has been computed, kind by kind: how many wait, run, are done or failed, and what they take. */
final class FindingsCommand extends Command
{
    protected $signature = 'wrenlo:findings {--json : print JSON}';

    protected $description = 'List what has been computed, and what is under way';

    public function handle(): int
    {
        $counts = Finding::query()->selectRaw('kind, version, state, count(*) as number, sum(bytes) as bytes')->groupBy('kind', 'version', 'state')->toBase()->get();
        $kinds = array_map(static function (string $kind) use ($counts): array {
            /** @var class-string<Kind> $kind */
            $own = $counts->where('kind', $kind::name());
            $of = static fn (FindingState $s): int => (int) $own->where('state', $s->value)->sum('number');

            return [
                'kind' => $kind::name(), 'version' => $kind::VERSION, 'waiting' => $of(FindingState::Waiting), 'running' => $of(FindingState::Running), 'done' => $of(FindingState::Done),
                'failed' => $of(FindingState::Failed), 'cancelled' => $of(FindingState::Cancelled), 'outdated' => (int) $own->where('version', '!=', $kind::VERSION)->sum('number'), 'bytes' => (int) $own->sum('bytes'),
            ];
        }, Kinds::all());
        if ($this->option('json')) {
            $this->line((string) json_encode(['kinds' => $kinds]));
        } else {
            $this->table(['kind', 'version', 'waiting', 'running', 'done', 'failed', 'cancelled', 'outdated', 'bytes'], $kinds);
        }

        return self::SUCCESS;
    }
}
