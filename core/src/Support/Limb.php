<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\MeshBuilder;

use function atan2;
use function count;
use function hypot;
use function max;
use function min;
use function rad2deg;

/** One closed tube of a support: level rings from its foot up, its upper end cut along the surface it holds. Plate frame, mm. */
final readonly class Limb
{
    /**
     * @param  list<array{float, float, float, float}>  $rings  middle and radius, from below
     * @param  int  $sides  corners of a ring
     * @param  float  $turnRad  of the first corner; neighbours differ in it, so that no two share an edge
     * @param  array{float, float}  $slope  rise of the upper end along x and y
     * @param  ?int  $tip  the contact at its upper end; null where branches meet there
     * @param  int  $landing  facet of the piece that it stands on; −1 for none
     * @param  ?int  $into  the limb that it runs into; null where it has a foot
     */
    public function __construct(public array $rings, public int $sides, public float $turnRad, public array $slope, public ?int $tip, public int $landing, public ?int $into) {}

    public function addTo(MeshBuilder $builder): void
    {
        $rings = [];
        $last = count($this->rings) - 1;
        foreach ($this->rings as $r => [$x, $y, $z, $radius]) {
            $ring = [];
            for ($k = 0; $k < $this->sides; $k++) {
                $angle = $this->turnRad + 2 * M_PI * $k / $this->sides;
                [$dx, $dy] = [$radius * cos($angle), $radius * sin($angle)];
                $ring[] = $builder->vertex($x + $dx, $y + $dy, $z + ($r === $last ? $dx * $this->slope[0] + $dy * $this->slope[1] : 0.0));
            }
            $rings[] = $ring;
        }
        for ($k = 1; $k < $this->sides - 1; $k++) {
            $builder->triangle($rings[0][0], $rings[0][$k + 1], $rings[0][$k])->triangle($rings[$last][0], $rings[$last][$k], $rings[$last][$k + 1]);
        }
        for ($r = 1; $r <= $last; $r++) {
            for ($k = 0; $k < $this->sides; $k++) {
                $next = ($k + 1) % $this->sides;
                $builder->quad($rings[$r - 1][$k], $rings[$r - 1][$next], $rings[$r][$next], $rings[$r][$k]);
            }
        }
    }

    /** The most that its middle leans from the vertical. */
    public function leanDeg(): float
    {
        $most = 0.0;
        for ($r = 1; $r < count($this->rings); $r++) {
            [$ax, $ay, $az] = $this->rings[$r - 1];
            [$bx, $by, $bz] = $this->rings[$r];
            $most = max($most, rad2deg(atan2(hypot($bx - $ax, $by - $ay), $bz - $az)));
        }

        return $most;
    }

    /** A tube of like rings, each stretch between two of them a frustum. */
    public function volumeMm3(): float
    {
        $sum = 0.0;
        for ($r = 1; $r < count($this->rings); $r++) {
            [, , $az, $a] = $this->rings[$r - 1];
            [, , $bz, $b] = $this->rings[$r];
            $sum += ($bz - $az) * ($a * $a + $a * $b + $b * $b) / 3;
        }

        return $sum * $this->sides / 2 * sin(2 * M_PI / $this->sides);
    }

    /**
     * Adds what lies in each of equal bands from the plate up, mm³.
     *
     * @param  array<int, float>  $bands
     */
    public function addVolume(array &$bands, float $perMm): void
    {
        $share = $this->sides / 2 * sin(2 * M_PI / $this->sides) / 3;
        $last = count($bands) - 1;
        for ($r = 1; $r < count($this->rings); $r++) {
            [, , $az, $a] = $this->rings[$r - 1];
            [, , $bz, $b] = $this->rings[$r];
            for ($z = $az; $z < $bz - 1e-9; $z = $next) {
                $band = min($last, (int) ($z * $perMm + 1e-9));
                $next = $band === $last ? $bz : min($bz, ($band + 1) / $perMm);
                $low = $a + ($b - $a) * ($z - $az) / ($bz - $az);
                $high = $a + ($b - $a) * ($next - $az) / ($bz - $az);
                $bands[$band] += ($next - $z) * ($low * $low + $low * $high + $high * $high) * $share;
            }
        }
    }

    /** Area of its upper end, mm². */
    public function tipMm2(): float
    {
        $radius = $this->rings[count($this->rings) - 1][3];

        return $this->sides / 2 * $radius ** 2 * sin(2 * M_PI / $this->sides) * sqrt(1 + $this->slope[0] ** 2 + $this->slope[1] ** 2);
    }

    /** Area that it stands on, mm². */
    public function footMm2(): float
    {
        return $this->sides / 2 * $this->rings[0][3] ** 2 * sin(2 * M_PI / $this->sides);
    }
}
