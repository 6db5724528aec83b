<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Closure;

/** One thing that matters about a stance, read from its numbers. */
final readonly class Criterion
{
    /**
     * @param  string  $key  stable: weights and columns go by it
     * @param  string  $wins  “{gain} less seen step”: how a reason names a difference in its favour
     * @param  Closure(StanceMetrics): float  $estimate  known after the fast pass
     * @param  Closure(StanceMetrics): float  $exact  the same when the height field is known
     * @param  float  $notable  differences below this are not worth a word, in the unit shown
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $unit,
        public int $decimals,
        public bool $lowerIsBetter,
        public string $wins,
        public string $why,
        public float $notable,
        private Closure $estimate,
        private ?Closure $exact = null,
    ) {}

    public function estimate(StanceMetrics $m): float
    {
        return ($this->estimate)($m);
    }

    /** The best number known. */
    public function value(StanceMetrics $m): float
    {
        return ($m->isExact && $this->exact ? $this->exact : $this->estimate)($m);
    }

    public function format(float $value): string
    {
        return number_format($value, $this->decimals).($this->unit === '' ? '' : "\u{202F}{$this->unit}");
    }
}
