<?php

declare(strict_types=1);

namespace App\Plates;

use App\Actions\Refusal;
use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kinds\Plated;
use App\Findings\Kinds\Proof;
use App\Findings\Subject;
use App\Models\Finding;
use App\Models\Piece;
use App\Models\User;
use App\Plans\Bench;
use App\Stations\Hold\Way;
use App\Storage\StageFile;
use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Orientation\StanceRules;

/**
 * Pieces of a person that are to be printed together: each in its stance, on the bed of the first one's printer, all in the finest layer that any of them was
 * decided at and held from the least lean that any is.
 */
final readonly class PlateOrder
{
    public const CLEARANCE_MM = 6.0;

    public const MOST = 12;

    /** @param  non-empty-list<Bench>  $benches  each with a stance */
    private function __construct(public array $benches, public Way $way, public float $clearanceMm) {}

    /** @param  list<int>  $ids  those that are no piece of the person, or have no stance, are left out */
    public static function of(User $person, array $ids, Way $way, float $clearanceMm): ?self
    {
        $pieces = $person->pieces()->where('source', 'mesh')->whereKey(array_slice($ids, 0, self::MOST))->with(['plan.decisions', 'user', 'markSets'])->get()->sortBy(static fn (Piece $p): int => (int) array_search($p->id, $ids, true));
        $benches = array_values(array_filter($pieces->map(static fn (Piece $p): Bench => Bench::of($p))->all(), static fn (Bench $b): bool => $b->stand()->stance !== null));

        return $benches === [] ? null : new self($benches, $way, $clearanceMm);
    }

    public function layerMm(): float
    {
        return min(array_map(static fn (Bench $b): float => $b->layers()->layerMm ?? $b->subject()->rules()->layerMm, $this->benches));
    }

    public function finding(): Finding
    {
        return Findings::ask(Plated::class, $this->subject());
    }

    private function subject(): Subject
    {
        [$first, $others] = [$this->subjects()[0], array_slice($this->subjects(), 1)];
        $read = [Input::File, Input::Recipe, Input::Display, Input::Marks, Input::Stance];
        $values = array_map(static fn (Subject $s): array => $s->pick($read), $others);
        $limit = min(array_map(static fn (Bench $b): float => $b->subject()->rules()->limitDeg, $this->benches));

        return $first->judgedBy(new StanceRules($this->layerMm(), $limit))->with(Input::Plate, ['style' => $this->way->value, 'clearance_mm' => $this->clearanceMm, 'others' => $values]);
    }

    /** @return non-empty-list<Subject> */
    private function subjects(): array
    {
        return array_map(static fn (Bench $b): Subject => $b->standing($b->stand()->stance ?? throw new \LogicException('Only pieces with a stance are set.')), $this->benches);
    }

    /** @return array{hours: float, grams: float, cost: float} of the pieces by themselves; supports come on top. Null hours where one is not proven yet */
    public function price(): ?array
    {
        $hours = $grams = $cost = 0.0;
        foreach ($this->benches as $k => $bench) {
            $proof = $bench->done(Proof::class, $this->subjects()[$k]);
            if ($proof === null) {
                return null;
            }
            $e = $this->estimate($bench, $proof);
            $hours += $e->hours - $e->supportHours;
            $grams += $e->grams - $e->supportGrams;
            $cost += ($e->grams - $e->supportGrams) * $bench->profile()->pricePerKg / 1000;
        }

        return ['hours' => $hours, 'grams' => $grams, 'cost' => $cost];
    }

    private function estimate(Bench $bench, Finding $proof): PrintEstimate
    {
        return Proof::stance($proof->headline ?? [])->printedAt($this->layerMm(), $bench->profile());
    }

    /**
     * What is written: each piece where it lies, and what holds them.
     *
     * @return non-empty-list<array{mesh: \Wrenlo\Core\Mesh\Mesh, name: string, type: 'model'|'support'}>
     *
     * @throws Refusal where they do not fit on the bed
     */
    public function objects(): array
    {
        $finding = Findings::now(Plated::class, $this->subject());
        isset($finding->headline['refusal']) && throw Refusal::because('pieces', $finding->headline['refusal']);
        $set = Plated::set($this->subjects(), $this->clearanceMm);
        $objects = [];
        foreach ($set->pieces as $k => $mesh) {
            $objects[] = ['mesh' => $mesh, 'name' => $this->benches[$k]->piece->name, 'type' => 'model'];
        }
        $shells = isset($finding->blobs['shells']) ? Findings::blobNow($finding, 'shells') : null;
        if ($shells !== null) {
            $objects[] = ['mesh' => StageFile::mesh($shells), 'name' => 'supports', 'type' => 'support'];
        }

        return $objects;
    }
}
