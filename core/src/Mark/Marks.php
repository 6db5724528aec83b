<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

use InvalidArgumentException;
use Wrenlo\Core\Mesh\HeightField;

/** Everything painted on one mesh: a set of facets for each kind. What it does to the numbers is here and nowhere else. */
final readonly class Marks
{
    /** A shown facet, and a seam where none should be, counts this often (DESIGN section 2). */
    public const EMPHASIS = 3.0;

    /** @param  array<string, FacetSet>  $sets by kind, none of them empty */
    private function __construct(public array $sets) {}

    public static function none(): self
    {
        return new self([]);
    }

    /**
     * @param  array<mixed>  $runs  kind → runs, as made by toArray
     *
     * @throws InvalidArgumentException for an unknown kind, or runs that are none
     */
    public static function fromArray(array $runs, int $facets): self
    {
        $marks = self::none();
        foreach ($runs as $key => $list) {
            $kind = MarkKind::tryFrom((string) $key);
            if ($kind === null || ! is_array($list)) {
                throw new InvalidArgumentException("There is no mark called “{$key}”.");
            }
            $marks = $marks->painted($kind, FacetSet::fromRuns($list, $facets));
        }

        return $marks;
    }

    /** @return array<string, list<int>> kind → runs */
    public function toArray(): array
    {
        return array_map(static fn (FacetSet $s): array => $s->runs, $this->sets);
    }

    public function of(MarkKind $kind): FacetSet
    {
        return $this->sets[$kind->value] ?? FacetSet::none();
    }

    /** Marks these facets; marks that cannot stand beside it go. */
    public function painted(MarkKind $kind, FacetSet $facets): self
    {
        $sets = $this->sets;
        $sets[$kind->value] = $this->of($kind)->with($facets);
        foreach ($kind->against() as $other) {
            $sets[$other->value] = $this->of($other)->without($facets);
        }

        return self::tidy($sets);
    }

    public function erased(MarkKind $kind, FacetSet $facets): self
    {
        return self::tidy([...$this->sets, $kind->value => $this->of($kind)->without($facets)]);
    }

    public function isEmpty(): bool
    {
        return $this->sets === [];
    }

    /** Facets that bear any mark. */
    public function facetCount(): int
    {
        $all = FacetSet::none();
        foreach ($this->sets as $set) {
            $all = $all->with($set);
        }

        return $all->count();
    }

    /** Facets no support may touch. */
    public function keptClear(): FacetSet
    {
        return $this->of(MarkKind::NeverSupport)->with($this->of(MarkKind::Mating));
    }

    /**
     * @param  list<float>  $seen  seen weight of each facet, 0 to 1
     * @return list<float> with what is shown counted threefold and what is hidden not at all
     */
    public function weighed(array $seen): array
    {
        return $this->replaced($seen, [[MarkKind::Show, self::EMPHASIS], [MarkKind::Hide, 0.0]]);
    }

    /**
     * @param  list<float>  $weighed  by `weighed`
     * @return list<float> the same for seams
     */
    public function weighedForSeams(array $weighed): array
    {
        return $this->replaced($weighed, [[MarkKind::NoSeam, self::EMPHASIS], [MarkKind::SeamHere, 0.0]]);
    }

    /** @return list<float> weight of each facet that marks say for seams, −1 where they say nothing; empty where nothing is marked */
    public function saidForSeams(int $facets): array
    {
        return $this->isEmpty() ? [] : $this->weighedForSeams($this->weighed(array_fill(0, $facets, -1.0)));
    }

    /** @return list<int> HeightField's wish for each facet; empty where nobody wishes anything */
    public function supportWishes(int $facets): array
    {
        $kinds = [MarkKind::MustSupport, MarkKind::NeverSupport, MarkKind::Mating];
        if (array_filter($kinds, fn (MarkKind $k): bool => ! $this->of($k)->isEmpty()) === []) {
            return [];
        }
        $wishes = array_fill(0, $facets, 0);

        return $this->replaced($wishes, [[$kinds[0], HeightField::HOLD], [$kinds[1], HeightField::KEEP_CLEAR], [$kinds[2], HeightField::KEEP_CLEAR]]);
    }

    /**
     * @template T of int|float
     *
     * @param  list<T>  $values
     * @param  list<array{MarkKind, T}>  $by
     * @return list<T>
     */
    private function replaced(array $values, array $by): array
    {
        foreach ($by as [$kind, $value]) {
            foreach ($this->of($kind)->facets() as $f) {
                $values[$f] = $value;
            }
        }

        return array_values($values);
    }

    /** @param  array<string, FacetSet>  $sets */
    private static function tidy(array $sets): self
    {
        $kept = [];
        foreach (MarkKind::cases() as $kind) {
            if (isset($sets[$kind->value]) && ! $sets[$kind->value]->isEmpty()) {
                $kept[$kind->value] = $sets[$kind->value];
            }
        }

        return new self($kept);
    }
}
