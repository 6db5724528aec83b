<?php

declare(strict_types=1);

namespace App\Stations\Stand;

use App\Findings\Findings;
use App\Findings\Kinds\Bed;
use App\Findings\Kinds\ContactPrint;
use App\Findings\Kinds\Finalists;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Search;
use App\Findings\Kinds\Sketch;
use App\Findings\Kinds\Survey;
use App\Findings\Lists;
use App\Findings\Subject;
use App\Http\Resources\Stance;
use App\Models\Finding;
use App\Plans\Bench;
use App\Plans\StanceChoice;
use App\Storage\SketchFile;
use App\Storage\StoredSearch;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\BedNumbers;
use Wrenlo\Core\Orientation\Estimates;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\Weights;

/**
 * The order of a piece's stances under any weights. The one owner of ranking: it reads stored numbers and computes none, and the
 * stances that are taken, pinned or were turned by hand are always among them.
 */
final class RankStances
{
    private function __construct(private readonly Bench $bench, public readonly StoredSearch $search) {}

    /** Null while there is nothing to rank. */
    public static function on(Bench $bench): ?self
    {
        $search = $bench->done(Search::class) ?? $bench->done(Survey::class); // the first ranking does not wait for the finer search
        $bytes = $search === null ? null : Findings::blobNow($search, 'estimates');

        return $search === null || $bytes === null ? null : new self($bench, StoredSearch::open(Lists::open($bytes), (float) ($search->headline['volume_mm3'] ?? 0), $bench->subject()->rules()->layerMm));
    }

    /** @return list<Stance> best first */
    public function under(Weights $weights): array
    {
        $stand = $this->bench->stand();
        $profile = $this->bench->profile();
        $choices = $origins = $estimates = [];
        $found = $this->bench->done(Finalists::class)->headline['closer'] ?? [];
        foreach ($found as ['up' => $up]) {
            $closer = new StanceChoice(new Vec3(...$up));
            $choices[$closer->id()] = $closer;
            $origins[$closer->id()] = Origin::Refined;
            $estimates[$closer->id()] = fn (): StanceNumbers => self::sketched($this->bench, $closer) ?? $this->search->estimate(0)->for($profile);
        }
        foreach ($this->search->finalists($weights, $profile, (int) config('wrenlo.finalists')) as $id) {
            if ($id !== StoredSearch::FILE && in_array($id, array_column($found, 'from'), true)) {
                continue; // one near it stands better
            }
            $choice = new StanceChoice($this->search->up($id));
            $choices[$choice->id()] = $choice;
            $origins[$choice->id()] = $this->search->origin($id);
            $estimates[$choice->id()] = fn (): StanceNumbers => $this->search->estimate($id)->for($profile);
        }
        foreach ([...$stand->kept, $stand->stance, $stand->pinned] as $own) {
            if ($own !== null && ! isset($choices[$own->id()])) {
                $choices[$own->id()] = $own;
                $origins[$own->id()] = Origin::Hand;
                $estimates[$own->id()] = fn (): StanceNumbers => self::sketched($this->bench, $own) ?? $this->search->estimate(0)->for($profile);
            }
        }
        $subjects = array_map($this->bench->standing(...), $choices);
        $proofs = self::proofs($subjects);
        $known = self::numbers($this->bench, $subjects, $proofs);
        foreach (array_diff_key($choices, $known) as $id => $_) {
            $known[$id] = $estimates[$id]();
        }
        $pictures = Findings::existingMany(ContactPrint::class, $subjects);
        $scores = $this->search->order($known, $weights, $profile);
        $ids = array_keys($scores);
        $display = $this->bench->look()->display;
        $stances = [];
        foreach ($ids as $k => $id) {
            $lean = Lean::words($choices[$id]->up, $display);
            $other = $known[$ids[$k === 0 ? 1 : 0] ?? $id];
            $reason = Reason::sentence($lean, $known[$id], $other, $weights, $k === 0 ? 'the runner-up' : 'the first');
            $stances[] = Stance::of($choices[$id], $origins[$id], $known[$id], lean: $lean, reason: $reason, rank: $k + 1, score: $scores[$id], picture: self::picture($this->bench, $pictures[$id] ?? null),
                weakestAt: isset($proofs[$id]) ? Proof::weakestAt($proofs[$id]->headline ?? []) : null);
        }

        return $stances;
    }

    /** One stance by the best numbers known of it; null while there are none. */
    public static function one(Bench $bench, StanceChoice $choice): ?Stance
    {
        $subject = $bench->standing($choice);
        $proofs = self::proofs([$subject]);
        $numbers = self::numbers($bench, [$subject], $proofs)[0] ?? self::sketched($bench, $choice);
        if ($numbers === null) {
            return null;
        }

        return Stance::of(
            $choice, Origin::Hand, $numbers, lean: Lean::words($choice->up, $bench->look()->display), picture: self::picture($bench, $bench->find(ContactPrint::class, $subject)),
            weakestAt: isset($proofs[0]) ? Proof::weakestAt($proofs[0]->headline ?? []) : null,
        );
    }

    /**
     * @param  array<array-key, Subject>  $subjects
     * @return array<array-key, Finding> of those that are proven
     */
    private static function proofs(array $subjects): array
    {
        return array_filter(Findings::existingMany(Proof::class, $subjects), static fn (Finding $f): bool => $f->isDone());
    }

    /**
     * @param  array<array-key, Subject>  $subjects
     * @param  ?array<array-key, Finding>  $proofs  theirs, where they are known
     * @return array<array-key, StanceNumbers> of those that are proven
     */
    public static function numbers(Bench $bench, array $subjects, ?array $proofs = null): array
    {
        $proofs ??= self::proofs($subjects);
        $beds = Findings::instant(Bed::class, array_intersect_key($subjects, $proofs));
        $profile = $bench->profile();

        return array_map(static function (int|string $id) use ($proofs, $beds, $profile): StanceNumbers {
            $measured = Proof::stance($proofs[$id]->headline ?? []);

            return isset($beds[$id]) ? $measured->on(BedNumbers::fromArray($beds[$id]->headline ?? []), $profile) : $measured->for($profile);
        }, array_combine(array_keys($proofs), array_keys($proofs)));
    }

    /** Estimated from the sketch of the search: for a pose in the hand, and for one that is not proven yet. */
    public static function sketched(Bench $bench, StanceChoice $choice): ?StanceNumbers
    {
        $sketch = $bench->done(Sketch::class);
        $bytes = $sketch === null ? null : Findings::blob($sketch, 'sketch');

        return $bytes === null ? null : (new Estimates(SketchFile::read(Lists::open($bytes)), $bench->subject()->rules()))->of($choice->up, $choice->liftMm)->for($bench->profile());
    }

    public static function picture(Bench $bench, ?Finding $print): ?string
    {
        return $print?->isDone() ? "/pieces/{$bench->piece->id}/findings/{$print->key}/picture" : null;
    }
}
