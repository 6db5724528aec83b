<?php

declare(strict_types=1);

namespace Tests\Support;

use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rules\Enum;
use Illuminate\Validation\Validator as Held;
use Random\Engine\Mt19937;
use Random\Randomizer;
use ReflectionProperty;
use Stringable;

/**
 * Somebody who sends the application what no page of it would: what is asked for is learnt from the rules a request is held against, and
 * filled in with what they let through to the last digit, and with what they should not.
 */
final class Stranger
{
    private Randomizer $dice;

    /** @var array<string, array<string, list<mixed>>> rules by address, as last met */
    private array $rules = [];

    private string $at = '';

    public function __construct(int $seed)
    {
        $this->dice = new Randomizer(new Mt19937($seed));
        Validator::resolver(function ($translator, array $data, array $rules, ...$rest): Held {
            foreach ($rules as $key => $list) {
                $this->rules[$this->at][$key] = is_string($list) ? explode('|', $list) : array_values((array) $list);
            }

            return new Held($translator, $data, $rules, ...$rest);
        });
    }

    /** What is asked of a request of this kind from now on. */
    public function at(string $address): self
    {
        $this->at = $address;

        return $this;
    }

    /**
     * @param  float  $odd  share of values that are not what is asked for
     * @return array<string, mixed>
     */
    public function body(float $odd): array
    {
        return $this->fields($this->rules[$this->at] ?? [], $odd);
    }

    /** True so often, as a share. */
    public function isNow(float $share): bool
    {
        return $this->dice->getInt(0, 999) < 1000 * $share;
    }

    /** @param  list<mixed>  $from */
    public function one(array $from): mixed
    {
        return $from[$this->dice->getInt(0, count($from) - 1)];
    }

    public function odd(): mixed
    {
        return $this->one([
            null, '', 'x', '0', ' 5 ', -1, 0, 0.5, 1e308, -1e308, '1e999', 'NaN', '-0', PHP_INT_MAX, '9223372036854775808', true, false, [], [[]], ['a' => 1], [1, 2, 3, 4, 5, 6, 7], [[1, [2]]],
            str_repeat('9', 400), "a\0b", "\xff\xfe", '../../etc', '<b>', '%s%n', "1\n2", '٣', str_repeat('é', 300), 1e-320, ['x', 'y'], [null], [['a' => []]],
        ]);
    }

    /**
     * @param  array<string, list<mixed>>  $rules
     * @return array<string, mixed>
     */
    private function fields(array $rules, float $odd): array
    {
        $body = [];
        foreach ($rules as $key => $list) {
            if (str_contains($key, '.') || ($this->dice->getInt(0, 2) === 0 && ! in_array('required', $list, true))) {
                continue;
            }
            $body[$key] = $this->isNow($odd) ? $this->odd() : $this->fitting($list, $this->below($rules, $key), $odd);
        }

        return $body;
    }

    /**
     * @param  array<string, list<mixed>>  $rules
     * @return array<string, list<mixed>>
     */
    private function below(array $rules, string $key): array
    {
        $below = [];
        foreach ($rules as $name => $list) {
            if (str_starts_with($name, "{$key}.")) {
                $below[substr($name, strlen($key) + 1)] = $list;
            }
        }

        return $below;
    }

    /**
     * @param  list<mixed>  $rules
     * @param  array<string, list<mixed>>  $below
     */
    private function fitting(array $rules, array $below, float $odd): mixed
    {
        $named = [];
        foreach ($rules as $rule) {
            if ($rule instanceof Enum) {
                return $this->one((new ReflectionProperty($rule, 'type'))->getValue($rule)::cases())->value;
            }
            $parts = explode(':', is_string($rule) || $rule instanceof Stringable ? (string) $rule : '', 2);
            $named[$parts[0]] = isset($parts[1]) ? str_getcsv($parts[1], ',', '"', '\\') : [];
        }
        if (isset($named['nullable']) && $this->dice->getInt(0, 7) === 0) {
            return null;
        }
        if (isset($named['in'])) {
            return $this->one($named['in']);
        }
        [$least, $most] = ($named['between'] ?? $named['size'] ?? []) + [null, null];
        $least ??= $named['min'][0] ?? null;
        $most ??= $named['max'][0] ?? $least;

        return match (true) {
            isset($named['boolean']) => $this->one([true, false, 1, 0, '1']),
            isset($named['accepted']) => true,
            $below !== [] || isset($named['array']) || isset($named['list']) => $this->listed($named, $below, $odd),
            isset($named['integer']) => $this->one([(int) $least, (int) $most, $this->dice->getInt(min((int) $least, (int) $most), max((int) $least, (int) ($most ?? 1000)))]),
            isset($named['numeric']) => $this->number((float) ($least ?? -1000), (float) ($most ?? 1000)),
            default => $this->one(['some', 'Reed', 'a b', str_repeat('m', min(60, max(1, (int) ($most ?? 20)))), '1', 'M0 0L10 0L10 10Z']),
        };
    }

    private function number(float $least, float $most): float
    {
        return $this->one([$least, $most, round($least + ($most - $least) * $this->dice->getInt(0, 1000) / 1000, 3), $least + ($most - $least) * 1e-6, 0.0, 0.1]);
    }

    /**
     * @param  array<string, list<string>>  $named
     * @param  array<string, list<mixed>>  $below
     * @return array<int|string, mixed>
     */
    private function listed(array $named, array $below, float $odd): array
    {
        $fields = array_filter($below, static fn (string $k): bool => $k !== '*' && ! str_starts_with($k, '*.'), ARRAY_FILTER_USE_KEY);
        if ($fields !== []) {
            return $this->fields($fields, $odd);
        }
        $many = (int) ($named['size'][0] ?? $this->dice->getInt((int) ($named['min'][0] ?? 0), (int) min(8, $named['max'][0] ?? 4)));
        $items = [];
        for ($n = 0; $n < $many; $n++) {
            $inner = $this->below($below, '*');
            $items[] = match (true) {
                $this->isNow($odd) => $this->odd(),
                isset($below['*']) => $this->fitting($below['*'], $inner, $odd),
                $inner !== [] => $this->fields($inner, $odd),
                default => $this->number(-10, 10),
            };
        }

        return $items;
    }
}
