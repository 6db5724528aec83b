<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/**
 * A small value whose properties are the numbers, and whose names are written nowhere else: `seenScarMm2` is the key
 * `seen_scar_mm2` in storage, in JSON and in TypeScript.
 */
trait NamedNumbers
{
    /** @return array<string, string> key → property, in the order of declaration */
    public static function keys(): array
    {
        /** @var ?array<string, string> $keys */
        static $keys = null;

        return $keys ??= array_flip(array_map(
            static fn (string $property): string => strtolower((string) preg_replace('/(?<=[a-z0-9])(?=[A-Z])/', '_', $property)),
            array_combine($properties = array_keys(self::types()), $properties),
        ));
    }

    /** @return array<string, float|int|bool> by key */
    public function toArray(): array
    {
        $row = [];
        foreach (self::keys() as $key => $property) {
            $row[$key] = $this->{$property};
        }

        return $row;
    }

    /** @param  array<string, mixed>  $row  as made by toArray; numbers may have become text on the way */
    public static function fromArray(array $row): self
    {
        $types = self::types();
        $values = [];
        foreach (self::keys() as $key => $property) {
            $values[$property] = match ($types[$property]) {
                'int' => (int) $row[$key],
                'bool' => (bool) $row[$key],
                default => (float) $row[$key],
            };
        }

        /** @phpstan-ignore argument.type (each value was cast to the type of its property) */
        return new self(...$values);
    }

    /** @return array<string, string> property → float, int or bool */
    public static function types(): array
    {
        /** @var ?array<string, string> $types */
        static $types = null;
        if ($types === null) {
            $types = [];
            foreach ((new \ReflectionClass(self::class))->getProperties() as $property) {
                $types[$property->getName()] = (string) $property->getType();
            }
        }

        return $types;
    }
}
