<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Closure;

/** One thing that matters about a stance, read from its numbers. */
final readonly class Criterion
{
    /** A difference below this share of the larger number is not worth a word. */
    private const NOTABLE_SHARE = 0.04;

    /**
     * @param  string  $key  stable: weights and columns go by it
     * @param  string  $noun  how a reason names it: “96 mm² of seen scars”
     * @param  Closure(StanceMetrics): float  $read  the best number known: an estimate, or exact where the stance is proven
     * @param  float  $notable  differences below this are not worth a word, in the unit shown
     * @param  ?float  $alikeBelow  values below this are all the same to a person: a piece that leans on its supports leans
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $unit,
        public int $decimals,
        public bool $lowerIsBetter,
        public string $noun,
        public string $why,
        public float $notable,
        private Closure $read,
        private ?float $alikeBelow = null,
    ) {}

    public function value(StanceMetrics $m): float
    {
        return ($this->read)($m);
    }

    /** Whether a person would call these two different. */
    public function tellsApart(float $a, float $b): bool
    {
        $areAlike = $this->alikeBelow !== null && max($a, $b) < $this->alikeBelow;

        return ! $areAlike && abs($a - $b) >= max($this->notable, self::NOTABLE_SHARE * max(abs($a), abs($b)));
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
