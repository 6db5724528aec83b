<?php

declare(strict_types=1);

namespace App\Storage;

/**
 * Long lists of numbers as little-endian bytes, a chunk at a time: `unpack` on a whole list takes half as long again
 * (measured on 600,000 words), `pack` would need all of it as arguments.
 */
final class Packed
{
    private const CHUNK = 8192;

    private const BYTES = ['e' => 8, 'g' => 4, 'V' => 4];

    /**
     * @param  resource  $stream
     * @param  'e'|'g'|'V'  $code  f64, f32 or u32
     * @param  list<float>|list<int>  $list
     */
    public static function write($stream, string $code, array $list): void
    {
        for ($i = 0, $n = count($list); $i < $n; $i += self::CHUNK) {
            fwrite($stream, pack("{$code}*", ...array_slice($list, $i, self::CHUNK)));
        }
    }

    /** @return list<float> */
    public static function floats(string $bytes, string $code, int $at, int $count): array
    {
        return array_merge(...self::chunks($bytes, $code, $at, $count));
    }

    /** @return list<int> */
    public static function words(string $bytes, int $at, int $count): array
    {
        return array_merge(...self::chunks($bytes, 'V', $at, $count));
    }

    public static function bytes(string $code, int $count): int
    {
        return self::BYTES[$code] * $count;
    }

    /** @return list<list<mixed>> */
    private static function chunks(string $bytes, string $code, int $at, int $count): array
    {
        $chunks = [];
        for ($i = 0; $i < $count; $i += self::CHUNK) {
            $chunks[] = array_values(unpack($code.min(self::CHUNK, $count - $i), $bytes, $at + self::bytes($code, $i)) ?: []);
        }

        return $chunks;
    }
}
