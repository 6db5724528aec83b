<?php

declare(strict_types=1);

namespace App\Findings;

use App\Storage\Packed;
use Closure;
use UnexpectedValueException;

/**
 * Named lists of numbers as bytes, little-endian: u32 length of an index, the index as JSON ([[name, code, count], …], padded to
 * eight bytes), then the lists one after the other. Codes: e f64, g f32, V u32. A list is read when it is asked for, or a single
 * number of it. Read end to end or by place in O(what is asked for).
 */
final class Lists
{
    /** @param  array<string, array{string, int, int}>  $index  name → code, where it begins, how many */
    private function __construct(private readonly string $bytes, private readonly array $index) {}

    /**
     * @param  array<string, array{'e'|'g'|'V', list<float>|list<int>}>  $lists
     * @return Closure(resource): void
     */
    public static function writer(array $lists): Closure
    {
        return static function ($stream) use ($lists): void {
            $index = json_encode(array_map(static fn (string $name, array $l): array => [$name, $l[0], count($l[1])], array_keys($lists), $lists), JSON_THROW_ON_ERROR);
            $index .= str_repeat(' ', (8 - (strlen($index) + 4) % 8) % 8);
            fwrite($stream, pack('V', strlen($index)).$index);
            foreach ($lists as [$code, $list]) {
                Packed::write($stream, $code, $list);
            }
        };
    }

    public static function open(string $bytes): self
    {
        $length = strlen($bytes) < 4 ? 0 : (unpack('V', $bytes)[1] ?? 0);
        $rows = json_decode(substr($bytes, 4, $length), true);
        if (! is_array($rows)) {
            throw new UnexpectedValueException('These are no lists in a form that this program reads.');
        }
        $at = 4 + $length;
        $index = [];
        foreach ($rows as [$name, $code, $count]) {
            $index[$name] = [$code, $at, $count];
            $at += Packed::bytes($code, $count);
        }
        if ($at !== strlen($bytes)) {
            throw new UnexpectedValueException('The lists are not as long as they say.');
        }

        return new self($bytes, $index);
    }

    public function has(string $name): bool
    {
        return isset($this->index[$name]);
    }

    public function count(string $name): int
    {
        return $this->index[$name][2];
    }

    /** @return list<float> */
    public function floats(string $name): array
    {
        [$code, $at, $count] = $this->index[$name];

        return Packed::floats($this->bytes, $code, $at, $count);
    }

    /** @return list<int> */
    public function words(string $name): array
    {
        [, $at, $count] = $this->index[$name];

        return Packed::words($this->bytes, $at, $count);
    }

    /** One number of a list. */
    public function float(string $name, int $k): float
    {
        [$code, $at] = $this->index[$name];

        return unpack($code, $this->bytes, $at + Packed::bytes($code, $k))[1] ?? throw new UnexpectedValueException("“{$name}” has no number {$k}.");
    }

    public function word(string $name, int $k): int
    {
        return unpack('V', $this->bytes, $this->index[$name][1] + 4 * $k)[1] ?? throw new UnexpectedValueException("“{$name}” has no number {$k}.");
    }
}
