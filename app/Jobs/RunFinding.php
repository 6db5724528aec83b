<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Enums\FindingState;
use App\Findings\FatalEnd;
use App\Findings\Findings;
use App\Findings\Heartbeat;
use App\Findings\Leases;
use App\Findings\MissingInput;
use App\Findings\NotYet;
use App\Findings\Progress;
use App\Findings\Stopped;
use App\Findings\Work;
use App\Models\Finding;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Throwable;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Layer\NoLayerFits;
use Wrenlo\Core\Mesh\Unmeasurable;
use Wrenlo\Core\Photo\UnreadablePhoto;

/**
 * The one job: computes a finding, whatever its kind. It is only a call to look: what is to be done, who does it and what came
 * of it stands in the finding. So a job that comes twice, late or after a crash does no harm, and one that is lost is sent again.
 */
final class RunFinding implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    /** The finding counts its own attempts. */
    public int $tries = 0;

    public function __construct(public readonly int $findingId) {}

    public function handle(): void
    {
        $isInQueue = $this->job !== null && $this->job->getConnectionName() !== 'sync';
        self::run($this->findingId, $isInQueue);
    }

    /** In the process of whoever waits for it. */
    public static function here(int $id): void
    {
        self::run($id, isInQueue: false);
    }

    private static function run(int $id, bool $isInQueue): void
    {
        $holder = Leases::holder();
        $finding = Leases::take($id, $holder, $isInQueue ? Leases::SECONDS : 6 * Leases::SECONDS);
        if ($finding === null) {
            return;
        }
        $kind = $finding->kindClass();
        $beat = $isInQueue ? Heartbeat::start($finding->id, $holder) : null;
        FatalEnd::watch($finding, $holder);
        $began = hrtime(true);
        try {
            $needs = self::needs($finding, $isInQueue);
            if ($needs === []) {
                $progress = new Progress($finding, $holder);
                $progress->say(1, $kind::words());
                self::keep($finding, $holder, (new $kind)->compute(new Work($finding->subject(), $progress, $isInQueue)), $began);
            } else {
                self::endWith($finding, $holder, $needs);
            }
        } catch (NotYet $e) {
            Findings::stepBack($finding, $holder, $e->waitsFor);
        } catch (Stopped) {
            // by the person's wish; where the lease is another's, nothing is changed
            self::end($finding, $holder, ['state' => FindingState::Cancelled->value, 'words' => Findings::STOPPED, 'cancel_requested' => false]);
        } catch (UnreadableMesh|UnreadablePhoto|Unmeasurable|NoLayerFits|MissingInput $e) {
            [$words, $code] = self::refusal($e);
            self::end($finding, $holder, ['state' => FindingState::Failed->value, 'words' => $words, 'failure_code' => $code, 'failure' => $e->getMessage()]);
        } catch (Throwable $e) {
            report($e);
            self::broken($finding, $holder, 'internal');
        } finally {
            FatalEnd::over();
            $beat?->stop();
        }
    }

    /** @return array{string, string} what is not to be computed as it is, in a line; its code */
    private static function refusal(UnreadableMesh|UnreadablePhoto|Unmeasurable|NoLayerFits|MissingInput $e): array
    {
        return match (true) {
            $e instanceof UnreadableMesh => ['The file could not be read', $e->reason],
            $e instanceof UnreadablePhoto => ['The photo could not be read', $e->reason],
            $e instanceof Unmeasurable => ['The mesh cannot be measured as it is', 'unmeasurable'],
            $e instanceof NoLayerFits => ['No layer fits nozzle and machine', 'no-layer'],
            $e instanceof MissingInput => ['What it rests on is gone', 'gone'],
        };
    }

    /**
     * @return list<Finding> what it needs that ended otherwise than done; empty when all is there
     *
     * @throws NotYet
     */
    private static function needs(Finding $finding, bool $isInQueue): array
    {
        $subject = $finding->subject();
        $needs = array_map(static fn (string $needed): Finding => $isInQueue ? Findings::ask($needed, $subject) : Findings::now($needed, $subject), $finding->kindClass()::needs());
        $over = array_values(array_filter($needs, static fn (Finding $f): bool => ! $f->state->isUnderWay() && ! $f->isDone()));
        $open = array_values(array_filter($needs, static fn (Finding $f): bool => $f->state->isUnderWay()));

        return $over !== [] || $open === [] ? $over : throw new NotYet($open);
    }

    /**
     * What failed or was stopped below it ends it the same way.
     *
     * @param  non-empty-list<Finding>  $needs
     */
    private static function endWith(Finding $finding, string $holder, array $needs): void
    {
        $first = $needs[0];
        self::end($finding, $holder, ['state' => $first->state->value, 'words' => $first->words, 'failure_code' => $first->failure_code, 'failure' => $first->failure]);
    }

    private static function keep(Finding $finding, string $holder, \App\Findings\Result $result, int $began): void
    {
        Leases::extend($finding->id, $holder);
        $blobs = [];
        foreach ($result->blobs as $name => $content) {
            $blobs[$name] = \App\Findings\Disk::put($finding->key, $name, $content);
        }
        $done = new Finding(['headline' => $result->headline, 'blobs' => $blobs]);
        self::end($finding, $holder, [
            'state' => FindingState::Done->value, 'percent' => 100, 'words' => 'Done', 'failure_code' => null, 'failure' => null, 'cancel_requested' => false,
            'bytes' => array_sum($blobs), 'seconds' => (hrtime(true) - $began) / 1e9, ...$done->getAttributes(),
        ]);
    }

    /** Something went wrong that the file is not to blame for: tried once more, then said. */
    public static function broken(Finding $finding, string $holder, string $code): void
    {
        $kind = $finding->kindClass();
        if ($finding->failure_code === $code) {
            $words = ['memory' => 'It needs more memory than there is. ', 'time' => 'It takes longer than it may. '][$code] ?? '';
            self::end($finding, $holder, ['state' => FindingState::Failed->value, 'words' => 'It broke off', 'failure_code' => $code, 'failure' => $words.$kind::brokeOff()]);
        } elseif (Leases::end($finding->id, $holder, ['state' => FindingState::Waiting->value, 'failure_code' => $code])) {
            Findings::dispatch($finding->refresh());
        }
    }

    /** @param  array<string, mixed>  $changes */
    private static function end(Finding $finding, string $holder, array $changes): void
    {
        if (Leases::end($finding->id, $holder, $changes)) {
            Findings::ended($finding->id);
        }
    }
}
