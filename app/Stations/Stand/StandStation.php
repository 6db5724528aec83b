<?php

declare(strict_types=1);

namespace App\Stations\Stand;

use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Search;
use App\Findings\Subject;
use App\Findings\Values;
use App\Http\Resources\Headline;
use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Changes;
use App\Plans\Decision;
use App\Plans\StanceChoice;
use App\Stations\Station;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use InvalidArgumentException;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Metric;
use Wrenlo\Core\Orientation\Metrics;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Weights;

/** How should it stand on the plate? */
final class StandStation extends Station
{
    public static function key(): string
    {
        return 'stand';
    }

    public static function name(): string
    {
        return 'Stand';
    }

    public static function decision(): string
    {
        return StandDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return StandDecision::usual();
    }

    public static function rules(Bench $bench): array
    {
        return [
            'weights' => ['sometimes', 'array:'.implode(',', array_keys(Criteria::all()))],
            'weights.*' => ['numeric', 'between:0,100'],
            'stance' => ['sometimes', 'nullable', 'string', 'max:64'],
            'turn_deg' => ['sometimes', 'numeric', 'between:-360,360'],
            'pinned' => ['sometimes', 'nullable', 'string', 'max:64'],
            'keep' => ['sometimes', 'array:up,lift_mm'],
            'keep.up' => ['required_with:keep', 'array', 'list', 'size:3'],
            'keep.up.*' => ['numeric', 'between:-1e6,1e6'],
            'keep.lift_mm' => ['sometimes', 'numeric', 'between:0,100'],
            'marks' => ['sometimes', Rule::in(['now'])],
        ];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        $stand = $bench->stand();
        try {
            $with = [];
            foreach (['stance', 'pinned'] as $part) {
                if (array_key_exists($part, $changes)) {
                    $with[$part] = $changes[$part] === null ? null : StanceChoice::fromId((string) $changes[$part]);
                }
            }
            if (isset($changes['weights'])) {
                $with['weights'] = Weights::of(array_map(floatval(...), $changes['weights']));
            }
            $stance = array_key_exists('stance', $with) ? $with['stance'] : $stand->stance;
            if (isset($changes['turn_deg']) && $stance !== null) {
                $with['stance'] = new StanceChoice($stance->up, $stance->liftMm, (float) $changes['turn_deg']);
            }
            if (isset($changes['keep'])) {
                $pose = new StanceChoice(new Vec3(...array_map(floatval(...), $changes['keep']['up'])), (float) ($changes['keep']['lift_mm'] ?? 0));
                $with['kept'] = [...array_slice($stand->kept, 1 - StandDecision::MOST_KEPT), $pose];
            }
        } catch (InvalidArgumentException $e) {
            throw ValidationException::withMessages([isset($changes['keep']) ? 'keep' : 'stance' => $e->getMessage()]);
        }

        return (isset($changes['marks']) ? self::withMarks($bench) : $stand)->with($with);
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return $subject->judgedBy(self::rulesOf($bench))->with(Input::Weights, $bench->stand()->weights->of)
            ->with(Input::Search, Bench::searchSize())->with(Input::Marks, self::marksKnown($bench));
    }

    /** A plan with a layer height or an overhang limit of its own is measured at that: ranking, ledger, sheet and all. */
    private static function rulesOf(Bench $bench): StanceRules
    {
        $usual = new StanceRules;
        $stations = array_map(static fn (string $station): string => $station::key(), $bench->piece->from()->stations());
        $layer = in_array('layers', $stations, true) ? $bench->layers()->layerMm : null;
        $limit = in_array('hold', $stations, true) ? $bench->hold()->limitDeg : null;

        return new StanceRules($layer ?? $usual->layerMm, $limit ?? $usual->limitDeg);
    }

    /** The marks the ranking knows: those of the decision, none on another mesh than they were made on. */
    private static function marksKnown(Bench $bench): string
    {
        $stand = $bench->stand();

        return $stand->marksFit === $bench->piece->facetsKey($bench->look()->recipe) ? $stand->marks : '';
    }

    /** The decision with the marks that are there now. */
    public static function withMarks(Bench $bench): StandDecision
    {
        return $bench->stand()->with(['marks' => Values::keep($bench->marks()->toArray()), 'marksFit' => $bench->piece->facetsKey($bench->look()->recipe)]);
    }

    public static function restsOn(Bench $bench): ?string
    {
        $stance = $bench->stand()->stance;

        return $stance === null ? null : Proof::key($bench->standing($stance));
    }

    public static function lookAgain(Bench $bench): ?string
    {
        $stance = $bench->stand()->stance;
        $restsOn = $bench->row(self::key())?->rests_on;
        if ($stance === null || $restsOn === null || $restsOn === self::restsOn($bench)) {
            return null;
        }
        $before = Finding::query()->where('key', $restsOn)->first();
        if ($before !== null && Proof::key($bench->standing($stance)->judgedBy($before->subject()->rules())) === $restsOn) {
            return null; // only the layer height was chosen since, which is what comes after the stance
        }
        $after = $bench->done(Proof::class, $bench->standing($stance));
        if ($before === null || ! $before->isDone() || $after === null) {
            return $after === null ? 'What this stance rests on has changed; it is being measured anew.' : 'What this stance rests on has changed since it was taken.';
        }
        $changes = Metrics::changes(Proof::stance($before->headline ?? [])->for($bench->profile()), Proof::stance($after->headline ?? [])->for($bench->profile()));
        if ($changes === []) {
            return null;
        }
        // what viewers see first: it is what people chose it for
        usort($changes, static fn (array $a, array $b): int => (int) str_starts_with($b[0]->key, 'seen') <=> (int) str_starts_with($a[0]->key, 'seen'));
        $numbers = array_map(static fn (array $c): string => lcfirst($c[0]->label).' '.self::number($c[0], $c[1], $c[2]), array_slice($changes, 0, 2));

        return ucfirst(implode(', ', Changes::between($before->subject(), $bench->subject())) ?: 'measured anew').': '.implode(', ', $numbers);
    }

    private static function number(Metric $m, float $before, float $after): string
    {
        return "{$m->plain($before)} → *{$m->format($after)}*";
    }

    public static function headline(Bench $bench): Headline
    {
        $stance = $bench->stand()->stance;
        $count = $bench->done(Search::class)->headline['count'] ?? 0;
        $proof = $stance === null ? null : $bench->done(Proof::class, $bench->standing($stance));
        $detail = null;
        if ($stance !== null) {
            $detail = Lean::words($stance->up, $bench->look()->display);
            if ($proof !== null) {
                $n = Proof::stance($proof->headline ?? [])->for($bench->profile());
                [$scar, $step] = [Metrics::get('seen_scar_mm2'), Metrics::get('seen_step_mm')];
                $detail .= "; scar {$scar->format($scar->value($n))}, steps {$step->format($step->value($n))}";
            }
        }

        return new Headline(self::key(), self::name(), $count > 0 ? number_format($count).' tried' : '', $stance === null ? 'next' : 'done', $detail, self::lookAgain($bench));
    }

    public static function page(Bench $bench): StandPage
    {
        return StandPage::of($bench);
    }

    /** The proof of the stance taken, computed if need be: what is handed over rests on it. */
    public static function proofNow(Bench $bench): ?Finding
    {
        $stance = $bench->stand()->stance;

        return $stance === null ? null : Findings::now(Proof::class, $bench->standing($stance));
    }
}
