<?php

declare(strict_types=1);

namespace App\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use UnexpectedValueException;

/**
 * JSON with a version in front of it: {"v": 1, "data": …}. Declared as Versioned::class.':name,1'; a column written by
 * another version is refused by name instead of being half understood.
 *
 * @implements CastsAttributes<array<string, mixed>, array<string, mixed>>
 */
final class Versioned implements CastsAttributes
{
    public function __construct(private readonly string $name, private readonly string $version) {}

    /** @return array<string, mixed>|null */
    public function get(Model $model, string $key, mixed $value, array $attributes): ?array
    {
        if ($value === null) {
            return null;
        }
        $stored = json_decode((string) $value, true, flags: JSON_THROW_ON_ERROR);
        if (($stored['v'] ?? null) !== (int) $this->version) {
            throw new UnexpectedValueException("A stored {$this->name} has version ".json_encode($stored['v'] ?? null).", this program reads {$this->version}.");
        }

        return $stored['data'];
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value === null ? null
            : json_encode(['v' => (int) $this->version, 'data' => $value], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }
}
