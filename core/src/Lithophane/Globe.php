<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

use function array_fill;

/**
 * A sphere with an opening below for the lamp. Column c of the relief lies at longitude 2πc/n − π from −y (the ends meet at +y), row r at its latitude; both
 * are lengths on the smooth inner sphere along equator and meridian. Above the first row one point closes it.
 */
final readonly class Globe implements Shape
{
    /** Latitude down to which a picture may be seen undisturbed; the opening lies below. */
    private const OPEN_BELOW_DEG = 62.0;

    /** A picture is kept within this latitude: further up and down it would be pressed together. */
    private const WITHIN_DEG = 65.0;

    /** @param  Relief  $relief  first column and last are the same line */
    private function __construct(private Relief $relief, public float $radiusMm, private float $lowestRad) {}

    /** Radius of the smooth inner sphere for a picture of this size: once round, or as large as its height needs. */
    public static function radiusFor(float $widthMm, float $heightMm): float
    {
        return max($widthMm / (2 * M_PI), $heightMm / 2 / deg2rad(self::WITHIN_DEG));
    }

    /** Largest opening, mm across. */
    public static function widestOpeningMm(float $radiusMm): float
    {
        return 2 * $radiusMm * cos(deg2rad(self::OPEN_BELOW_DEG));
    }

    /**
     * Latitudes of the rows, from just below the pole to the rim of the opening.
     *
     * @return array{float, float, int} of the first row and the last, radians, and how many rows
     */
    public static function latitudes(float $radiusMm, float $openingMm, float $resolutionMm): array
    {
        if ($openingMm < 2.0 || $openingMm > self::widestOpeningMm($radiusMm) + 1e-9) {
            throw new InvalidArgumentException(sprintf('The opening of this globe is between 2 and %.1f mm across.', self::widestOpeningMm($radiusMm)));
        }
        $low = -acos($openingMm / 2 / $radiusMm);
        $rows = max(8, (int) round((M_PI / 2 - $low) * $radiusMm / $resolutionMm));

        return [M_PI / 2 - (M_PI / 2 - $low) / $rows, $low, $rows];
    }

    /** @param  Relief  $relief  rows at `latitudes`, columns once round, the last the same as the first */
    public static function of(Relief $relief, float $radiusMm, float $lowestRad): self
    {
        return new self($relief, $radiusMm, $lowestRad);
    }

    public function sheets(): array
    {
        [$n, $rows] = [$this->relief->columns - 1, $this->relief->rows];
        $outside = fn (int $i): array => $this->ring($i, true);
        $inside = fn (int $i): array => $this->ring($i, false);
        $lengths = [1, ...array_fill(0, $rows, $n)];

        return [
            new Sheet($lengths, true, $outside),
            new Sheet(array_reverse($lengths), true, static fn (int $i): array => $inside($rows - $i)),
            new Sheet([$n, $n], true, static fn (int $i): array => $i === 0 ? $outside($rows) : $inside($rows)),
        ];
    }

    /** @return list<float> ring i, 0 the pole */
    private function ring(int $i, bool $isOutside): array
    {
        [$columns, $n] = [$this->relief->columns, $this->relief->columns - 1];
        $lift = ($this->radiusMm + $this->relief->thickestMm()) * sin(-$this->lowestRad);
        if ($i === 0) {
            $mean = array_sum(array_slice($this->relief->mm, 0, $n)) / $n;

            return [0.0, 0.0, $lift + $this->radiusMm + ($isOutside ? $mean : 0.0)];
        }
        $latitude = M_PI / 2 - (M_PI / 2 - $this->lowestRad) * $i / $this->relief->rows;
        [$level, $up] = [cos($latitude), sin($latitude)];
        $out = [];
        for ($c = 0, $at = ($i - 1) * $columns; $c < $n; $c++) {
            $a = 2 * M_PI * $c / $n - M_PI;
            $r = $this->radiusMm + ($isOutside ? $this->relief->mm[$at + $c] : 0.0);
            $out[] = $r * $level * sin($a);
            $out[] = -$r * $level * cos($a);
            $out[] = $lift + $r * $up;
        }

        return $out;
    }
}
