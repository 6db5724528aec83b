<?php

declare(strict_types=1);

namespace App\Stations\Stand;

use App\Plans\Decision;
use App\Plans\StanceChoice;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\Weights;

/**
 * What matters, the stance taken, the one pinned beside it, the poses turned by hand that are kept in the ranking, and which marks
 * the ranking knows: painting goes on without it until the person asks.
 */
final readonly class StandDecision implements Decision
{
    public const MOST_KEPT = 24;

    /**
     * @param  list<StanceChoice>  $kept
     * @param  string  $marks  content hash (Values), '' for none
     * @param  string  $marksFit  the facets they count (Piece::facetsKey)
     */
    public function __construct(
        public Weights $weights, public ?StanceChoice $stance = null, public ?StanceChoice $pinned = null, public array $kept = [],
        public string $marks = '', public string $marksFit = '',
    ) {}

    public static function usual(): self
    {
        return new self(Preset::FaceFirst->weights());
    }

    public function toArray(): array
    {
        return [
            'weights' => $this->weights->of, 'stance' => $this->stance?->toArray(), 'pinned' => $this->pinned?->toArray(),
            'kept' => array_map(static fn (StanceChoice $s): array => $s->toArray(), $this->kept), 'marks' => $this->marks, 'marks_fit' => $this->marksFit,
        ];
    }

    public static function fromArray(array $row): static
    {
        return new self(
            Weights::of(array_map(floatval(...), $row['weights'])), StanceChoice::fromArray($row['stance']), StanceChoice::fromArray($row['pinned']),
            array_values(array_filter(array_map(StanceChoice::fromArray(...), $row['kept']))), $row['marks'], $row['marks_fit'],
        );
    }

    /**
     * With some of it changed.
     *
     * @param  array<string, mixed>  $changes  weights, stance, pinned, kept, marks, marksFit
     */
    public function with(array $changes): self
    {
        return new self(...[...get_object_vars($this), ...$changes]);
    }

    public function words(Decision $before): string
    {
        $b = $before instanceof self ? $before : self::usual();

        return match (true) {
            $this->stance === null && $b->stance !== null => 'No stance',
            $this->stance !== null && $b->stance === null, $this->stance !== null && ! $this->stance->isSame($b->stance) => 'Take a stance',
            $this->stance?->turnDeg !== $b->stance?->turnDeg => 'Turn it on the plate',
            count($this->kept) !== count($b->kept) => count($this->kept) > count($b->kept) ? 'Keep a pose' : 'Let a pose go',
            $this->pinned?->id() !== $b->pinned?->id() => $this->pinned === null ? 'Unpin' : 'Pin a stance',
            $this->marks !== $b->marks => 'Rank with what is marked',
            default => 'What matters',
        };
    }
}
