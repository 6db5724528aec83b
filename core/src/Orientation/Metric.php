<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use LogicException;

/** One number of a stance as people read it: what it is called, in what unit and how exactly, and which way is better. */
final readonly class Metric
{
    /** As in storage and JSON. */
    public string $key;

    private string $group;

    private string $property;

    /**
     * @param  string  $from  group and property of StanceNumbers, “contact.seenScarMm2”
     * @param  float  $times  what the stored number is multiplied by to be in `unit`
     * @param  ?bool  $lowerIsBetter  null: neither way is
     */
    public function __construct(
        string $from,
        public string $label,
        public string $unit,
        public int $decimals,
        public ?bool $lowerIsBetter,
        public string $why,
        public float $times = 1.0,
    ) {
        [$this->group, $this->property] = explode('.', $from);
        $this->key = array_search($this->property, StanceNumbers::GROUPS[$this->group]::keys(), true) ?: throw new LogicException("There is no number {$from}.");
    }

    /** In `unit`. */
    public function value(StanceNumbers $n): float
    {
        return $this->times * $n->{$this->group}->{$this->property};
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
