<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

/**
 * How steadily a lithophane stands while it is printed and after: how far its mass lies inside its foot, the lean at which it falls, and how fast its top
 * swings (first bending mode of a cantilever, Euler and Bernoulli: f = 1.875²/2π · √(E·I / ρ·A·H⁴)).
 */
final readonly class Standing
{
    /** Stiffness of printed polymer, N/m², and its density, kg/m³: PLA, from memory; others swing up to a third slower. */
    private const E = 3.2e9;

    private const RHO = 1240.0;

    /** Below this lean, degrees, a push of the nozzle may tip it: then a brim; below half of it a raft (our own limits, no source). */
    private const ASKS_FOR_BRIM_DEG = 6.0;

    private function __construct(
        /** least distance of the mass from the edge of its foot, mm */
        public float $marginMm,
        public float $tipsAtDeg,
        /** of its top, Hz */
        public float $swingsHz,
        public float $heightMm,
        private float $footMm,
    ) {}

    /**
     * @param  float  $thicknessMm  mean
     * @param  float  $reachMm  of a foot under a flat plate, before its back and behind it; its weight is left out, which makes it safer than is said
     */
    public static function of(ShapeKind $shape, float $widthMm, float $heightMm, float $thicknessMm, float $arcDeg = 120.0, float $openingMm = 20.0, float $reachMm = 0.0): self
    {
        [$d, $h] = [$thicknessMm, $heightMm];
        $r = $widthMm / (2 * M_PI);
        // margin and radius of gyration of the foot, mm
        [$margin, $gyration] = match ($shape) {
            ShapeKind::Arc => self::arc($widthMm, $d, $arcDeg),
            ShapeKind::Cylinder => [$r + $d, ($r + $d / 2) / sqrt(2)],
            ShapeKind::Box => [$widthMm / 2 + $d, ($widthMm + $d) / sqrt(6)],
            ShapeKind::Sphere => [$openingMm / 2 + $d, ($openingMm + $d) / sqrt(8)],
            ShapeKind::Flat => [max($d / 2, $reachMm - $d / 2), $d / sqrt(12)],
            default => [$d / 2, $d / sqrt(12)],
        };

        return new self($margin, rad2deg(atan($margin / ($h / 2))), 1.875104 ** 2 / (2 * M_PI) * ($gyration / 1000) / ($h / 1000) ** 2 * sqrt(self::E / self::RHO), $h, 2 * $margin);
    }

    /** How far a foot has to reach that a flat plate tips at a lean, mm. */
    public static function footFor(float $heightMm, float $thicknessMm, float $leanDeg = 10.0): float
    {
        return ceil($heightMm / 2 * tan(deg2rad($leanDeg)) + $thicknessMm / 2);
    }

    /** The least angle of an arc that stands by itself at a lean, degrees: the mass of an arc lies A·S/24 behind its face. */
    public static function leastArcDeg(float $widthMm, float $heightMm, float $thicknessMm, float $leanDeg = 8.0): float
    {
        return max(0.0, rad2deg(24 * ($heightMm / 2 * tan(deg2rad($leanDeg)) - $thicknessMm / 2) / $widthMm));
    }

    /** What its numbers ask for: none, brim or raft. */
    public function foot(): string
    {
        return match (true) {
            $this->tipsAtDeg >= self::ASKS_FOR_BRIM_DEG => 'none',
            $this->tipsAtDeg >= self::ASKS_FOR_BRIM_DEG / 2 || $this->footMm >= 3.0 => 'brim',
            default => 'raft',
        };
    }

    /** How wide a brim makes it stand like a piece that asks for none, mm. */
    public function brimMm(): float
    {
        return $this->foot() === 'none' ? 0.0 : max(3.0, ceil($this->heightMm / 2 * tan(deg2rad(self::ASKS_FOR_BRIM_DEG)) - $this->marginMm));
    }

    /** How far its top gives when the nozzle passes: thinner walls than this many Hz are seen to ring (our own limit, no source). */
    public function isSlender(): bool
    {
        return $this->swingsHz < 40.0;
    }

    /** @return array{float, float} */
    private static function arc(float $lengthMm, float $d, float $arcDeg): array
    {
        $a = deg2rad($arcDeg) / 2;
        $r = $lengthMm / (2 * $a);
        $centre = $r * sin($a) / $a;
        $behind = $a < M_PI / 2 ? $centre - $r * cos($a) : $centre; // to the line between its ends, or its axis
        $gyration = $r * sqrt(max(0.0, 0.5 + sin(2 * $a) / (4 * $a) - (sin($a) / $a) ** 2));

        return [min($r - $centre, $behind) + $d / 2, max($gyration, $d / sqrt(12))];
    }
}
