<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use JsonSerializable;

/** All numbers of one stance for one printer, nozzle and filament. What each is called and how it is read: Metrics. */
final readonly class StanceNumbers implements JsonSerializable
{
    /** Property → the class of its numbers. */
    public const GROUPS = [
        'surface' => SurfaceNumbers::class, 'contact' => ContactNumbers::class, 'sections' => SectionNumbers::class,
        'standing' => StandingNumbers::class, 'bed' => BedNumbers::class, 'print' => PrintNumbers::class,
    ];

    public function __construct(
        public SurfaceNumbers $surface,
        public ContactNumbers $contact,
        public SectionNumbers $sections,
        public StandingNumbers $standing,
        public BedNumbers $bed,
        public PrintNumbers $print,
        /** proven layer by layer, not estimated */
        public bool $isExact,
    ) {}

    /** @return array<string, float|int|bool> the keys of `wrenlo:pose --json` */
    public function toArray(): array
    {
        return [
            ...$this->surface->toArray(), ...$this->contact->toArray(), ...$this->sections->toArray(), ...$this->standing->toArray(),
            ...$this->bed->toArray(), ...$this->print->toArray(), 'exact' => $this->isExact,
        ];
    }

    /** @return array<string, float|int|bool> */
    public function jsonSerialize(): array
    {
        return $this->toArray();
    }

    /** @param  array<string, mixed>  $row  as made by toArray */
    public static function fromArray(array $row): self
    {
        return new self(
            SurfaceNumbers::fromArray($row), ContactNumbers::fromArray($row), SectionNumbers::fromArray($row), StandingNumbers::fromArray($row),
            BedNumbers::fromArray($row), PrintNumbers::fromArray($row), (bool) $row['exact'],
        );
    }

    /** @return array<string, string> key → float, int or bool, in the order of toArray */
    public static function types(): array
    {
        $types = [];
        foreach (self::GROUPS as $class) {
            foreach ($class::keys() as $key => $property) {
                $types[$key] = $class::types()[$property];
            }
        }

        return [...$types, 'exact' => 'bool'];
    }
}
