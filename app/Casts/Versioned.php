<?php

declare(strict_types=1);

namespace App\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use UnexpectedValueException;
use WeakMap;

/**
 * JSON with a version in front of it: {"v": 1, "data": …}. Declared as Versioned::class.':name,1'; a column written by
 * another version is refused by name instead of being half understood.
 *
 * @implements CastsAttributes<array<string, mixed>, array<string, mixed>>
 */
final class Versioned implements CastsAttributes
{
    /** @var ?WeakMap<Model, array<string, array{string, array<string, mixed>}>> what was read of each model: the framework keeps only objects, and asks twice where a default is given */
    private static ?WeakMap $read = null;

    public function __construct(private readonly string $name, private readonly string $version) {}

    /** @return array<string, mixed>|null */
    public function get(Model $model, string $key, mixed $value, array $attributes): ?array
    {
        if ($value === null) {
            return null;
        }
        self::$read ??= new WeakMap;
        $known = self::$read[$model] ?? [];
        if (($known[$key][0] ?? null) === $value) {
            return $known[$key][1];
        }
        $stored = json_decode((string) $value, true, flags: JSON_THROW_ON_ERROR);
        if (($stored['v'] ?? null) !== (int) $this->version) {
            throw new UnexpectedValueException("A stored {$this->name} has version ".json_encode($stored['v'] ?? null).", this program reads {$this->version}.");
        }

        /** @var array<string, mixed> $data */
        $data = $stored['data'];
        self::$read[$model] = [$key => [(string) $value, $data]] + $known;

        return $data;
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value === null ? null
            : json_encode(['v' => (int) $this->version, 'data' => $value], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }
}
