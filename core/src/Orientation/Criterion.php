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
     * @param  Closure(StanceMetrics): float  $read  the best number known: an estimate, or exact where the stance is proven
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
        private Closure $read,
    ) {}

    public function value(StanceMetrics $m): float
    {
        return ($this->read)($m);
    }

    public function plain(float $value): string
    {
        return str_replace('-', '−', number_format($value, $this->decimals));
    }

    public function format(float $value): string
    {
        return $this->plain($value).($this->unit === '' ? '' : "\u{202F}{$this->unit}");
    }
}
