<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** What a stance stands on and how it lies over the plate: enough to try it on any bed. Plate frame of its rotation, mm. */
final readonly class Footing
{
    /**
     * @param  list<array{float, float}>  $footprint  convex outline of what it stands on, counter-clockwise
     * @param  list<array{float, float}>  $shadow  convex outline of the whole piece from above
     * @param  array{float, float, float}  $centre  of mass of the whole, above the plate
     */
    public function __construct(public array $footprint, public array $shadow, public array $centre) {}

    /** @return array{footprint: list<array{float, float}>, shadow: list<array{float, float}>, centre: array{float, float, float}} */
    public function toArray(): array
    {
        return ['footprint' => $this->footprint, 'shadow' => $this->shadow, 'centre' => $this->centre];
    }

    /** @param  array<string, mixed>  $row  as made by toArray */
    public static function fromArray(array $row): self
    {
        $outline = static fn (array $points): array => array_map(static fn (array $p): array => [(float) $p[0], (float) $p[1]], $points);

        return new self($outline($row['footprint']), $outline($row['shadow']), [(float) $row['centre'][0], (float) $row['centre'][1], (float) $row['centre'][2]]);
    }
}
