<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** One thing that matters about a stance: a metric, and when a person would call two values of it different. */
final readonly class Criterion
{
    /** A difference below this share of the larger number is not worth a word. */
    private const NOTABLE_SHARE = 0.04;

    /**
     * @param  string  $key  stable: weights and columns go by it
     * @param  string  $noun  how a reason names it: “96 mm² of seen scars”
     * @param  float  $notable  differences below this are not worth a word, in the metric's unit
     * @param  ?float  $alikeBelow  values below this are all the same to a person: a piece that leans on its supports leans
     * @param  float  $enough  values above this are as good as this
     */
    public function __construct(
        public string $key,
        public string $label,
        public Metric $metric,
        public string $noun,
        public string $why,
        public float $notable,
        private ?float $alikeBelow = null,
        private float $enough = INF,
    ) {}

    public function lowerIsBetter(): bool
    {
        return $this->metric->lowerIsBetter === true;
    }

    public function value(StanceNumbers $n): float
    {
        return min($this->enough, $this->metric->value($n));
    }

    /** The same from the number as it is stored. */
    public function stored(float $number): float
    {
        return min($this->enough, $this->metric->times * $number);
    }

    /** Whether a person would call these two different. */
    public function tellsApart(float $a, float $b): bool
    {
        $areAlike = $this->alikeBelow !== null && max($a, $b) < $this->alikeBelow;

        return ! $areAlike && abs($a - $b) >= max($this->notable, self::NOTABLE_SHARE * max(abs($a), abs($b)));
    }

    public function plain(float $value): string
    {
        return $this->metric->plain($value);
    }

    public function format(float $value): string
    {
        return $this->metric->format($value);
    }
}
