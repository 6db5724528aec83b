<?php

declare(strict_types=1);

namespace Tests\Fixtures\Toy;

use App\Http\Resources\Headline;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;

/** A station of tests: how heavy may it be? */
final class Scales extends Station
{
    public static function key(): string
    {
        return 'scales';
    }

    public static function name(): string
    {
        return 'Scales';
    }

    public static function decision(): string
    {
        return MostGrams::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new MostGrams(100);
    }

    public static function rules(Bench $bench): array
    {
        return ['grams' => ['required', 'integer', 'between:1,5000']];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        return new MostGrams((int) $changes['grams']);
    }

    public static function headline(Bench $bench): Headline
    {
        $weight = $bench->done(Weight::class);

        return new Headline(self::key(), self::name(), $weight === null ? '' : round($weight->headline['grams']).' g', $weight === null ? 'next' : 'done');
    }

    public static function page(Bench $bench): ?object
    {
        return (object) ['mostGrams' => $bench->decision(self::key())->toArray()['grams']];
    }
}
