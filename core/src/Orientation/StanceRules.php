<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use InvalidArgumentException;

/** What a stance is judged by, whatever the piece: layer height, overhang limit, and the thresholds of the eye. */
final readonly class StanceRules
{
    /** A facet within this angle of level has no step; it shows skin lines (DESIGN section 2). */
    public const FLAT_DEG = 0.5;

    /** Terraces wider than this show as contour lines (DESIGN section 5). */
    public const TERRACE_MM = 0.4;

    /** What lies within this of the lowest point counts as on the plate: what rounding in files and turning leaves of a flat foot. */
    public const PLATE_MM = 0.005;

    public function __construct(public float $layerMm = 0.2, public float $limitDeg = 45.0)
    {
        if ($layerMm < 0.02 || $layerMm > 1.0) {
            throw new InvalidArgumentException('The layer height must lie between 0.02 and 1 mm.');
        }
        if ($limitDeg <= 0 || $limitDeg >= 90) {
            throw new InvalidArgumentException('The overhang limit must lie between 0° (a wall) and 90° (a ceiling).');
        }
    }

    /** Facets with a normal z below minus this need support: β = asin(−n_z) above the limit. */
    public function overhangSine(): float
    {
        return sin(deg2rad($this->limitDeg));
    }

    public static function flatCosine(): float
    {
        return cos(deg2rad(self::FLAT_DEG));
    }

    /** |n_z| from which a terrace t·|n_z|/√(1−n_z²) is wider than TERRACE_MM. */
    public function terraceCosine(): float
    {
        return self::TERRACE_MM / hypot($this->layerMm, self::TERRACE_MM);
    }
}
