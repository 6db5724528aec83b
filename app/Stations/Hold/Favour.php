<?php

declare(strict_types=1);

namespace App\Stations\Hold;

use App\Http\Resources\HeldWay;
use InvalidArgumentException;

/** What a piece's own numbers say about the schools: trees save plastic, trees cost plastic, cut the piece instead, print it as it is. */
final class Favour
{
    /** Numbers nearer than this are alike. */
    private const ALIKE = 0.1;

    /**
     * @param  list<HeldWay>  $ways  all done
     * @return string with the numbers that say it between asterisks
     */
    public static function sentence(array $ways): string
    {
        [$tree, $columns, $none] = [self::of($ways, Way::Tree), self::of($ways, Way::Columns), self::of($ways, Way::None)];
        if ($none->openIslands === 0 && $none->uncoveredMm2 < 0.05) {
            return 'Nothing here lies beyond the reach of its own walls: it prints *without*.';
        }
        $open = static fn (HeldWay $w): float => $w->openIslands * 100 + $w->uncoveredMm2;
        if ($open($tree) + 0.05 < $open($columns) || $open($columns) + 0.05 < $open($tree)) {
            [$better, $worse] = $open($tree) < $open($columns) ? [$tree, $columns] : [$columns, $tree];

            return sprintf('*%s* leave %s in the air, %s leave %s.', $better->label, self::left($better), mb_strtolower($worse->label), self::left($worse));
        }
        $less = 1 - min($tree->grams, $columns->grams) / max($tree->grams, $columns->grams, 1e-9);
        $scars = abs($tree->scarMm2 - $columns->scarMm2) / max($tree->scarMm2, $columns->scarMm2, 1e-9);
        $lighter = $tree->grams <= $columns->grams ? $tree : $columns;
        $heavier = $lighter === $tree ? $columns : $tree;
        $cleaner = $tree->scarMm2 <= $columns->scarMm2 ? $tree : $columns;
        $plastic = $less < self::ALIKE ? 'Both take about '.self::grams($tree).' of plastic here'
            : sprintf('*%s* save plastic here: %s against %s', $lighter->label, self::grams($lighter), self::grams($heavier));
        $scar = $scars < self::ALIKE ? ', and both scar alike ('.number_format($tree->scarMm2, 0).' mm² seen)'
            : sprintf(', %s %s less where it is seen: %s mm² against %s', $cleaner === $lighter && $less >= self::ALIKE ? 'and scar' : 'while '.mb_strtolower($cleaner->label).' scar', '', number_format($cleaner->scarMm2, 0), number_format(max($tree->scarMm2, $columns->scarMm2), 0));

        return str_replace('  ', ' ', $plastic.$scar).'.';
    }

    /** @param  list<HeldWay>  $ways */
    private static function of(array $ways, Way $way): HeldWay
    {
        foreach ($ways as $held) {
            if ($held->key === $way) {
                return $held;
            }
        }
        throw new InvalidArgumentException("{$way->label()} were not planned.");
    }

    private static function left(HeldWay $w): string
    {
        if ($w->openIslands === 0 && $w->uncoveredMm2 < 0.05) {
            return 'nothing';
        }
        $islands = $w->openIslands === 0 ? [] : [$w->openIslands.($w->openIslands === 1 ? ' island' : ' islands')];

        return implode(' and ', [...$islands, ...($w->uncoveredMm2 < 0.05 ? [] : [number_format($w->uncoveredMm2, 1).' mm²'])]);
    }

    private static function grams(HeldWay $w): string
    {
        return number_format($w->grams, $w->grams < 10 ? 1 : 0).' g';
    }
}
