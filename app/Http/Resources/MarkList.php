<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\CarryMarks;
use App\Actions\PaintMarks;
use App\Findings\Input;
use App\Findings\Values;
use App\Plans\Bench;
use App\Storage\StageFile;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\Marks;

/** Everything marked on a piece. */
final readonly class MarkList
{
    /**
     * @param  list<MarkInfo>  $kinds
     * @param  ?string  $undo  the step that would be undone
     * @param  ?string  $redo  the step that would be done again
     * @param  bool  $isRanked  whether the stances were measured with these marks
     * @param  ?string  $note  what to tell about where they came from
     * @param  ?string  $setAside  what to tell about marks that do not fit this mesh
     */
    private function __construct(
        public array $kinds, public int $facets, public ?string $undo, public ?string $redo, public bool $isRanked, public ?string $note, public ?string $setAside,
    ) {}

    public static function of(Bench $bench): self
    {
        $set = $bench->markSet();
        $marks = $set?->value() ?? Marks::none();
        $map = $marks->isEmpty() ? null : StageFile::map($bench->subject());
        $kinds = array_map(static fn (MarkKind $k): MarkInfo => new MarkInfo($k, $k->label(), $k->why(), $set->areas_mm2[$k->value] ?? 0.0, self::onStage($marks->of($k), $map)), MarkKind::cases());

        return new self(
            $kinds, $marks->facetCount(), $set ? PaintMarks::next($set, 0)?->words : null, $set ? PaintMarks::next($set, 1)?->words : null,
            Values::hash($marks->toArray()) === $bench->subject()->get(Input::Marks), $set?->note, CarryMarks::setAside($bench),
        );
    }

    /**
     * @param  ?list<int>  $source  facet of the full mesh of each facet of the stage; null where they are the same
     * @return list<int> runs of the stage
     */
    public static function onStage(FacetSet $facets, ?array $source): array
    {
        return $source === null || $facets->isEmpty() ? $facets->runs
            : FacetSet::of(array_keys(array_filter($source, static fn (int $f): bool => $facets->has($f))))->runs;
    }
}
