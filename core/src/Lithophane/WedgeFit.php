<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

/**
 * How a filament dims a lamp, from a step wedge. The exponential law by non-linear least squares of the transmittances themselves (noise of the meter, alike
 * at each step); beside it the straight line through their logarithms (noise in proportion, as of printed thickness) and the two-flux law, which is
 * taken where it fits better.
 */
final readonly class WedgeFit
{
    /** How unlikely a reading must be among n to be named (Bonferroni over externally studentised residuals). */
    private const ODD = 0.001;

    /** By how much the two-flux law must fit better (SSR) to be taken: both have two numbers. */
    private const BETTER = 0.7;

    private function __construct(
        public WedgeReadings $readings,
        public float $t0,
        public float $muPerMm,
        public float $t0Se,
        public float $muSe,
        /** √(SSR/n) of the transmittances */
        public float $rmse,
        public LightModel $model,
        /** S and K per mm of the two-flux law, and its own error */
        public float $scatterPerMm,
        public float $absorbPerMm,
        public float $twoFluxRmse,
        public float $logMuPerMm,
        public float $logT0,
        /** reading that does not belong, or null */
        public ?int $outlier,
        /** @var list<float> reading less exponential law */
        public array $residuals,
    ) {}

    public static function of(WedgeReadings $r): self
    {
        [$logMu, $logT0] = self::line($r);
        $law = LightModel::Exponential;
        $fit = LeastSquares::fit($law->transmittance(...), $r->mm, $r->transmittance, [max(0.01, $logT0), max(0.01, $logMu)]);
        $flux = LeastSquares::fit(LightModel::TwoFlux->transmittance(...), $r->mm, $r->transmittance, [1.0, 0.2]);
        $n = count($r->mm);
        $error = static fn (float $ssr): float => sqrt($ssr / $n);

        return new self(
            readings: $r, t0: $fit->p[0], muPerMm: $fit->p[1], t0Se: $fit->se[0], muSe: $fit->se[1], rmse: $error($fit->ssr),
            model: $n > 3 && $flux->ssr < self::BETTER * $fit->ssr && $error($fit->ssr) > 1e-6 ? LightModel::TwoFlux : $law,
            scatterPerMm: $flux->p[0], absorbPerMm: $flux->p[1], twoFluxRmse: $error($flux->ssr), logMuPerMm: $logMu, logT0: $logT0,
            outlier: self::outlier($r, $fit), residuals: $fit->residuals,
        );
    }

    /** Half the width of the interval that holds the true μ in 95 of 100 cases, by Student's t. */
    public function muWithin(): float
    {
        return StudentT::twoSided(0.05, max(1, count($this->readings->mm) - 2)) * $this->muSe;
    }

    public function t0Within(): float
    {
        return StudentT::twoSided(0.05, max(1, count($this->readings->mm) - 2)) * $this->t0Se;
    }

    /** Without the reading that does not belong; null where there is none. */
    public function withoutOutlier(): ?self
    {
        if ($this->outlier === null || count($this->readings->mm) < 5) {
            return null;
        }
        $pairs = array_map(static fn (float $mm, float $t): array => [$mm, $t], $this->readings->mm, $this->readings->transmittance);
        unset($pairs[$this->outlier]);

        return self::of(WedgeReadings::of(array_values($pairs)));
    }

    /** @return array{float, float} μ and t₀ of the straight line through the logarithms */
    private static function line(WedgeReadings $r): array
    {
        $n = $sx = $sy = $sxx = $sxy = 0.0;
        foreach ($r->mm as $k => $x) {
            if ($r->transmittance[$k] > 0.0) {
                $y = log($r->transmittance[$k]);
                $n++;
                $sx += $x;
                $sy += $y;
                $sxx += $x * $x;
                $sxy += $x * $y;
            }
        }
        $det = $n * $sxx - $sx * $sx;
        $slope = $det > 1e-12 ? ($n * $sxy - $sx * $sy) / $det : 0.0;

        return [-$slope, exp(($sy - $slope * $sx) / $n)];
    }

    /** The reading furthest from the law that the others give, if it is too far for chance. */
    private static function outlier(WedgeReadings $r, LeastSquares $fit): ?int
    {
        $n = count($r->mm);
        if ($n < 5 || $fit->ssr < 1e-12) {
            return null;
        }
        $worst = null;
        $least = self::ODD;
        foreach (array_keys($r->mm) as $k) {
            [$x, $y] = [$r->mm, $r->transmittance];
            [$at, $read] = [$x[$k], $y[$k]];
            unset($x[$k], $y[$k]);
            $x = array_values($x);
            $y = array_values($y);
            $others = LeastSquares::fit(LightModel::Exponential->transmittance(...), $x, $y, $fit->p);
            $dims = exp(-$others->p[1] * $at);
            // the noise of the reading, and how far the law of the others is in doubt there
            $s = sqrt($others->ssr / ($n - 3) * (1 + $others->doubt([$dims, -$at * $others->p[0] * $dims])));
            $chance = $n * StudentT::beyond(abs($read - LightModel::Exponential->transmittance($at, $others->p)) / max(1e-9, $s), $n - 3);
            if ($chance < $least) {
                [$worst, $least] = [$k, $chance];
            }
        }

        return $worst;
    }
}
