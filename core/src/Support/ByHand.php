<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

/** Contacts that a person took away or set. Places on the piece, plate frame, mm. */
final readonly class ByHand
{
    /** A contact within this of a place is the one that was meant. */
    private const SAME_MM = 0.35;

    /**
     * @param  list<array{float, float, float}>  $without
     * @param  list<array{float, float, float}>  $also
     */
    public function __construct(public array $without = [], public array $also = []) {}

    public function isTakenAway(float $x, float $y, float $z): bool
    {
        return self::isAmong($this->without, $x, $y, $z) && ! self::isAmong($this->also, $x, $y, $z);
    }

    /** @param  list<array{float, float, float}>  $places */
    private static function isAmong(array $places, float $x, float $y, float $z): bool
    {
        foreach ($places as [$px, $py, $pz]) {
            if (($px - $x) ** 2 + ($py - $y) ** 2 + ($pz - $z) ** 2 < self::SAME_MM ** 2) {
                return true;
            }
        }

        return false;
    }
}
