<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Filament;
use Closure;
use InvalidArgumentException;
use RuntimeException;
use Wrenlo\Core\Lithophane\Body;
use Wrenlo\Core\Lithophane\Relief;
use Wrenlo\Core\Lithophane\RuledShape;
use Wrenlo\Core\Lithophane\SpreadCoupon;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Lithophane\WedgeCoupon;
use Wrenlo\Core\Lithophane\WedgeFit;
use Wrenlo\Core\Lithophane\WedgeReadings;

/** How a filament dims a lamp: the wedge to print, and what its reading says. */
final class MeasureFilament
{
    private const V = 1;

    /**
     * @return Closure(): void that writes binary STL to the response
     *
     * @throws InvalidArgumentException
     */
    public static function wedge(float $minMm, float $maxMm, int $steps): Closure
    {
        return self::coupon(WedgeCoupon::between($minMm, $maxMm, $steps)->relief(), 'step wedge - Wrenlo');
    }

    /**
     * @return Closure(): void that writes binary STL to the response
     *
     * @throws InvalidArgumentException
     */
    public static function bars(float $lineMm): Closure
    {
        return self::coupon(SpreadCoupon::forLine($lineMm)->relief(), 'bars - Wrenlo');
    }

    /** @return Closure(): void */
    private static function coupon(Relief $relief, string $name): Closure
    {
        $body = new Body(RuledShape::flat($relief));

        return static function () use ($body, $name): void {
            $stream = fopen('php://output', 'wb') ?: throw new RuntimeException('The download cannot be written.');
            $body->writeStl($stream, $name);
            fclose($stream);
        };
    }

    /**
     * Keeps which bars were told apart; null: what was kept is let go.
     *
     * @throws InvalidArgumentException
     */
    public static function toldApart(Filament $filament, ?float $barMm): void
    {
        $filament->spread = $barMm === null ? null : SpreadCoupon::spread($barMm);
        $filament->save();
    }

    /**
     * Keeps what a wedge of this filament let through; no readings: what was kept is let go.
     *
     * @param  list<array{float, float}>  $pairs  thickness, mm, and transmittance
     *
     * @throws InvalidArgumentException saying what is wrong with them
     */
    public static function read(Filament $filament, array $pairs): void
    {
        if ($pairs === []) {
            $filament->light = null;
            $filament->save();

            return;
        }
        $fit = WedgeFit::of(WedgeReadings::of($pairs));
        $light = Translucency::fitted($fit);
        $r = $fit->readings;
        $odd = $fit->outlier === null ? null : sprintf('%.2f mm, where %.3f came through', $r->mm[$fit->outlier], $r->transmittance[$fit->outlier]);
        $filament->light = [
            'v' => self::V, 'model' => $light->model->value, 'p' => $light->p, 'mu_within' => $fit->muWithin(), 't0_within' => $fit->t0Within(), 'outlier' => $odd,
            'readings' => array_map(static fn (float $mm, float $t, float $left): array => [$mm, $t, $left], $r->mm, $r->transmittance, $fit->residuals),
        ];
        $filament->save();
    }
}
