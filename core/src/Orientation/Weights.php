<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use InvalidArgumentException;

/** How much each criterion matters, 0 to 100. Only their proportions count. */
final readonly class Weights
{
    /** @param  array<string, float>  $of by criterion key, all keys present, each 0 to 100 */
    private function __construct(public array $of) {}

    /**
     * @param  array<string, float|int>  $weights  missing keys weigh nothing
     *
     * @throws InvalidArgumentException
     */
    public static function of(array $weights): self
    {
        $unknown = array_diff_key($weights, Criteria::all());
        if ($unknown !== []) {
            throw new InvalidArgumentException('There is no criterion called “'.array_key_first($unknown).'”.');
        }
        $all = [];
        foreach (Criteria::all() as $key => $_) {
            $all[$key] = max(0.0, min(100.0, (float) ($weights[$key] ?? 0)));
        }

        return new self($all);
    }

    public function total(): float
    {
        return array_sum($this->of);
    }
}
