<?php

declare(strict_types=1);

namespace Tests\Support;

/**
 * What a computation came to when it was last looked at (tests/Core/recorded), so that any change of it is noticed. That a number is *right* is
 * held by other tests, against closed forms and outside values; this only says that it is another one than before.
 *
 *   WRENLO_RECORD=1 vendor/bin/pest …     writes down what comes out now; read the difference before it is committed
 *
 * Objects are taken apart down to their private properties; of a long list only its length, its sum and two weighted sums are kept.
 */
final class Recorded
{
    private const LONG = 10;

    /** Of a number, and of the sum of the absolute values of a list: another libm may round otherwise. */
    private const TOLERANCE = 1e-7;

    public static function same(string $name, mixed $value): void
    {
        $file = dirname(__DIR__)."/Core/recorded/{$name}.json";
        $now = self::digest($value);
        if (getenv('WRENLO_RECORD') === '1') {
            is_dir(dirname($file)) || mkdir(dirname($file), 0755, true);
            $json = static fn (mixed $v): string => json_encode($v, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
            $rows = is_array($now) ? array_map(static fn (int|string $k, mixed $v): string => (array_is_list($now) ? '' : $json((string) $k).': ').$json($v), array_keys($now), $now) : [];
            file_put_contents($file, is_array($now) ? (array_is_list($now) ? "[\n" : "{\n").implode(",\n", $rows).(array_is_list($now) ? "\n]\n" : "\n}\n") : $json($now)."\n"); // a line an entry: so a difference can be read
        }
        $then = json_decode((string) file_get_contents($file), true, 512, JSON_THROW_ON_ERROR);
        expect(self::differences($then, json_decode((string) json_encode($now), true), $name))->toBe([]);
    }

    private static function digest(mixed $value): mixed
    {
        return match (true) {
            $value instanceof \UnitEnum => $value->name,
            $value instanceof \Closure => 'closure',
            is_object($value) => array_map(self::digest(...), self::properties($value)),
            is_float($value) => self::number($value),
            is_string($value) && strlen($value) > 400 => strlen($value).' bytes '.hash('sha256', $value),
            is_string($value) => mb_check_encoding($value, 'UTF-8') ? $value : bin2hex($value),
            is_array($value) => self::array($value),
            default => $value,
        };
    }

    /** @param  array<mixed>  $value */
    private static function array(array $value): mixed
    {
        $numbers = [];
        $isNumbers = true;
        array_walk_recursive($value, static function (mixed $v) use (&$numbers, &$isNumbers): void {
            if (is_int($v) || is_float($v) || is_bool($v)) {
                $numbers[] = (float) $v;
            } elseif ($v !== null) {
                $isNumbers = false;
            }
        });
        if ($isNumbers && count($numbers) > self::LONG) {
            return self::long($numbers, $value);
        }
        if (count($value) > 4 * self::LONG && array_is_list($value)) {
            return ['list of' => count($value), 'sha256' => hash('sha256', (string) json_encode(array_map(self::digest(...), $value)))];
        }

        return array_map(self::digest(...), $value);
    }

    /**
     * @param  list<float>  $numbers
     * @param  array<mixed>  $of
     */
    private static function long(array $numbers, array $of): array
    {
        $sum = $abs = $one = $two = 0.0;
        foreach ($numbers as $k => $v) {
            $v = is_finite($v) ? $v : 1e9;
            $sum += $v;
            $abs += abs($v);
            $one += $v * (1 + ($k * 7) % 11);
            $two += $v * (($k * 5) % 13 - 6);
        }
        // keys are part of it: facets by number
        $keys = array_is_list($of) ? 0 : crc32(implode(' ', array_keys($of)));

        return ['numbers' => count($numbers), 'keys' => $keys, 'abs' => self::number($abs), 'sums' => [self::number($sum), self::number($one), self::number($two)]];
    }

    private static function number(float $v): float|string
    {
        return is_finite($v) ? (float) sprintf('%.12g', $v) : (is_nan($v) ? 'NAN' : ($v > 0 ? 'INF' : '-INF'));
    }

    /** @return array<string, mixed> */
    private static function properties(object $value): array
    {
        $all = [];
        foreach ((array) $value as $name => $v) {
            $all[substr((string) strrchr("\0".$name, "\0"), 1)] = $v;
        }

        return $all;
    }

    /** @return list<string> where they differ, at most five */
    private static function differences(mixed $then, mixed $now, string $at): array
    {
        if (is_array($then) && is_array($now)) {
            $scale = isset($then['abs'], $then['sums']) ? (float) $then['abs'] : null;
            $found = array_keys($then) === array_keys($now) ? [] : ["{$at}: other keys: ".implode(', ', array_keys($now))];
            foreach ($found === [] ? $then : [] as $key => $value) {
                if ($scale !== null && $key === 'sums') {
                    foreach ($value as $k => $v) {
                        abs($v - $now[$key][$k]) <= 11 * self::TOLERANCE * $scale + 1e-9 || $found[] = "{$at}: sum {$k} was {$v}, is {$now[$key][$k]}";
                    }
                } else {
                    $found = [...$found, ...self::differences($value, $now[$key], "{$at} › {$key}")];
                }
            }

            return array_slice($found, 0, 5);
        }
        $isSame = is_numeric($then) && is_numeric($now) ? abs($then - $now) <= self::TOLERANCE * abs((float) $then) + 1e-9 : $then === $now;

        return $isSame ? [] : [sprintf('%s was %s, is %s', $at, json_encode($then, JSON_UNESCAPED_UNICODE), json_encode($now, JSON_UNESCAPED_UNICODE))];
    }
}
