<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\TrappedSupports;
use Wrenlo\Core\Mesh\TriangleIndex;

use function array_filter;
use function array_values;
use function max;
use function sqrt;

/**
 * Whether a tool gets at a contact once the piece is off the plate: along a straight line that is free of the piece over the thickness of the tool, in one of
 * many directions. The tool's tip may lie against the surface beside the contact; supports are not in the way, since those further out go first.
 */
final readonly class Access
{
    private const DIRECTIONS = 96;

    /** The line begins so far off the surface, beside half the tool. */
    private const OFF_MM = 0.1;

    /** Along the sides of the tool. */
    private const LINES = 4;

    public function __construct(private TriangleIndex $index, private Surface $facets, private float $gapMm, private float $toolMm = TrappedSupports::TOOL_MM) {}

    /**
     * @param  list<Contact>  $contacts
     * @return int that no tool gets at
     */
    public function trapped(array $contacts): int
    {
        $trapped = 0;
        $last = [0.0, 0.0, -1.0];
        $directions = self::directions();
        foreach ($contacts as $c) {
            $normal = $this->normal($c);
            $found = null;
            foreach ([$last, $normal, ...$directions] as $d) {
                if ($this->isFree($c, $normal, $d)) {
                    $found = $d;
                    break;
                }
            }
            $trapped += $found === null ? 1 : 0;
            $last = $found ?? $last;
        }

        return $trapped;
    }

    /**
     * Which of some directions a tool can come from to a contact.
     *
     * @param  list<array{float, float, float}>  $directions
     * @return list<array{float, float, float}>
     */
    public function free(Contact $c, array $directions): array
    {
        $normal = $this->normal($c);

        return array_values(array_filter($directions, fn (array $d): bool => $this->isFree($c, $normal, $d)));
    }

    /** @return array{float, float, float} of the surface that is held */
    private function normal(Contact $c): array
    {
        return [$this->facets->nx[$c->facet], $this->facets->ny[$c->facet], $this->facets->nz[$c->facet]];
    }

    /**
     * @param  array{float, float, float}  $normal  of the surface that is held
     * @param  array{float, float, float}  $d  the way the tool comes from
     */
    private function isFree(Contact $c, array $normal, array $d): bool
    {
        $radiusMm = $this->toolMm / 2;
        if ($normal[0] * $d[0] + $normal[1] * $d[1] + $normal[2] * $d[2] < -1e-9) {
            return false; // from behind the surface
        }
        $off = max($this->gapMm / 2, $radiusMm + self::OFF_MM);
        [$x, $y, $z] = [$c->xMm + $off * $normal[0], $c->yMm + $off * $normal[1], $c->zMm + $off * $normal[2]];
        [$ux, $uy, $uz] = abs($d[2]) < 0.9 ? [$d[1], -$d[0], 0.0] : [0.0, $d[2], -$d[1]];
        $length = sqrt($ux * $ux + $uy * $uy + $uz * $uz);
        [$ux, $uy, $uz] = [$ux / $length, $uy / $length, $uz / $length];
        [$vx, $vy, $vz] = [$d[1] * $uz - $d[2] * $uy, $d[2] * $ux - $d[0] * $uz, $d[0] * $uy - $d[1] * $ux];
        for ($k = 0; $k <= self::LINES; $k++) { // along its middle and its sides
            [$i, $j] = $k === 0 ? [0.0, 0.0] : [$radiusMm * cos(2 * M_PI * $k / self::LINES), $radiusMm * sin(2 * M_PI * $k / self::LINES)];
            if ($this->index->first($x + $i * $ux + $j * $vx, $y + $i * $uy + $j * $vy, $z + $i * $uz + $j * $vz, $d[0], $d[1], $d[2])[1] >= 0) {
                return false;
            }
        }

        return true;
    }

    /** @return list<array{float, float, float}> spread evenly over the sphere, on a spiral */
    private static function directions(): array
    {
        $found = [];
        for ($k = 0; $k < self::DIRECTIONS; $k++) {
            $z = -1 + (2 * $k + 1) / self::DIRECTIONS;
            $r = sqrt(1 - $z * $z);
            $found[] = [$r * cos(2.399963 * $k), $r * sin(2.399963 * $k), $z];
        }

        return $found;
    }
}
