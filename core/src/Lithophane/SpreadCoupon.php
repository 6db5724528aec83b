<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

use function intdiv;
use function max;
use function round;

/**
 * Bars to print standing and hold before the lamp: how far light spreads inside a plastic. Seven fields side by side, each of upright bars, thick and thin by
 * turns, from four lines wide and more down to one; the width of a bar is engraved below in hundredths of a millimetre. The finest bars that can still be told
 * apart say the spread: behind a thickness d light is blurred by a Gaussian of σ = k·d, which leaves a tenth of a sine's contrast at a half-period of 1.46 σ
 * (its Fourier transform). That an eye needs a tenth is an assumption.
 */
final readonly class SpreadCoupon
{
    public const FIELD_MM = 12.0;

    public const HEIGHT_MM = 24.0;

    public const THIN_MM = 1.6;

    public const THICK_MM = 3.6;

    private const FIELDS = 7;

    /** Each field's bars are wider by this than the next one's. */
    private const RATIO = 1.3;

    private const PITCH_MM = 0.15;

    /** @param  list<float>  $barsMm  width of a bar, field by field, the widest first */
    private function __construct(public array $barsMm) {}

    public static function forLine(float $lineMm): self
    {
        if ($lineMm < 0.15 || $lineMm > 1.2) {
            throw new InvalidArgumentException('Bars are made for lines from 0.15 to 1.2 mm wide.');
        }
        $bars = [];
        for ($k = self::FIELDS - 1; $k >= 0; $k--) {
            $bars[] = round($lineMm * self::RATIO ** $k, 2);
        }

        return new self($bars);
    }

    /**
     * Spread of light over thickness.
     *
     * @param  float  $barMm  width of the finest bars that were told apart
     */
    public static function spread(float $barMm): float
    {
        if (! ($barMm >= 0.1 && $barMm <= 10.0)) {
            throw new InvalidArgumentException('Bars that are told apart are 0.1 to 10 mm wide.');
        }

        return $barMm / Optics::SEEN / ((self::THIN_MM + self::THICK_MM) / 2);
    }

    public function relief(): Relief
    {
        $labels = array_map(static fn (float $bar): array => [self::THIN_MM, (int) round(100 * $bar)], $this->barsMm);

        return Engraved::below($labels, self::FIELD_MM, self::HEIGHT_MM, self::PITCH_MM, fn (int $k, float $within): float => self::bar($within, $this->barsMm[$k]));
    }

    /** Thick and thin by turns, as many whole bars as fit, thick ones at both ends of the row and thin plastic around it. */
    private static function bar(float $x, float $barMm): float
    {
        $bars = max(3, intdiv((int) (self::FIELD_MM / $barMm) - 1, 2) * 2 + 1);
        $from = (self::FIELD_MM - $bars * $barMm) / 2;
        $at = (int) floor(($x - $from) / $barMm);

        return $x >= $from && $at < $bars && $at % 2 === 0 ? self::THICK_MM : self::THIN_MM;
    }
}
