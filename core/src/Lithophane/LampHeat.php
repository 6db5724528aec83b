<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

/**
 * How warm a lamp may make the plastic, roughly: all its power ends as heat. Enclosed, the heat leaves through the wall (5 W/m²K through both faces and the
 * plastic); open, the wall takes what falls on it as light and warm rays (its share of the sphere about the lamp) and gives it off on both faces (10 W/m²K each).
 * An estimate to choose by, not a promise: a thermometer at the warmest place decides.
 */
final readonly class LampHeat
{
    private const THROUGH_WALL = 5.0;

    private const OFF_A_FACE = 10.0;

    private const ROOM_C = 25.0;

    /** Below the glass transition by as much, degrees, a wall is called safe. */
    private const APART_C = 15.0;

    /** @var array<string, array{float, float}> glass transition, °C, from … to (makers' advice, from memory) */
    private const GLASS_C = ['PLA' => [55.0, 60.0], 'PETG' => [78.0, 85.0], 'ABS' => [105.0, 105.0]];

    private function __construct(public float $plasticC, public float $watts, public bool $isEnclosed) {}

    public static function of(float $watts, float $distanceMm, float $areaMm2, bool $isEnclosed): self
    {
        if (! ($watts >= 0.0 && $watts <= 500.0) || ! ($distanceMm >= 1.0 && $distanceMm <= 2000.0) || $areaMm2 <= 0.0) {
            throw new InvalidArgumentException('A lamp has 0 to 500 W and stands 1 to 2000 mm behind the relief.');
        }
        $area = $areaMm2 * 1e-6;
        $share = min(1.0, $area / (4 * M_PI * ($distanceMm / 1000) ** 2));
        $rise = $isEnclosed ? $watts / (self::THROUGH_WALL * $area) : $watts * $share / (2 * self::OFF_A_FACE * $area);

        return new self(self::ROOM_C + $rise, $watts, $isEnclosed);
    }

    /** @return array<string, 'safe'|'near'|'soft'> by polymer */
    public function verdicts(): array
    {
        return array_map(fn (array $glass): string => match (true) {
            $this->plasticC <= $glass[0] - self::APART_C => 'safe',
            $this->plasticC < $glass[0] => 'near',
            default => 'soft',
        }, self::GLASS_C);
    }

    /** @return array{float, float}|null °C from … to */
    public static function glassC(string $polymer): ?array
    {
        return self::GLASS_C[strtoupper($polymer)] ?? null;
    }
}
