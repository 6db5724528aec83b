<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Mesh\TriangleIndex;

use function abs;
use function ceil;
use function floor;
use function hypot;
use function max;
use function min;
use function ord;
use function sqrt;

/**
 * Finds how a branch begins: a tip square to the surface, and from its shoulder a straight stretch to the nearest cell of a level below from which there is
 * a way down. Near the piece the levels' distances are too coarse, so this stretch is held against the facets themselves.
 */
final class Sprouts
{
    public const TIP_RADIUS_MM = 0.3;

    /** From the tip's end to its shoulder; the shorter one where the longer has no room. */
    private const TIP_MM = [1.3, 0.9];

    /** Around a contact the branch may come as near as it has to. */
    public const NEAR_MM = 1.25;

    /** Levels below the shoulder that are tried, cells a level, and how many lines are held against the facets. */
    private const LEVELS = 4;

    private const CELLS = 40;

    private const TRIES = 10;

    private const AROUND = 8;

    /** Between two places of a line that are held against the facets. */
    private const STEP_MM = 0.3;

    private const SLACK_MM = 0.05;

    private readonly float $tan;

    private readonly int $need;

    /** @var list<array{int, int}> */
    private readonly array $disc;

    /** @var list<array{float, float, float}> ways of a tip beside the one square to the surface: straight down, and leaning all round */
    private readonly array $directions;

    public function __construct(private readonly WayDown $ways, private readonly TriangleIndex $index, private readonly Surface $facets, private readonly SupportAsk $ask, float $leanDeg)
    {
        $this->tan = tan(deg2rad($leanDeg));
        $this->need = (int) ceil((Girth::LEAST_MM + $ask->xyMm + $ways->grid->cellMm / 2) / $ways->unitMm);
        $directions = [[0.0, 0.0, -1.0]];
        $sin = sin(deg2rad($leanDeg));
        for ($k = 0; $k < self::AROUND; $k++) {
            $directions[] = [$sin * cos(2 * M_PI * $k / self::AROUND), $sin * sin(2 * M_PI * $k / self::AROUND), -cos(deg2rad($leanDeg))];
        }
        $this->directions = $directions;
        $this->disc = array_slice($ways->grid->disc(self::LEVELS * $ways->levelMm * $this->tan), 0, 400);
    }

    /** A branch that begins at a place of a facet, or null where there is no room for one. */
    public function under(float $x, float $y, float $z, int $facet, int $stretch): ?Sprout
    {
        [$nx, $ny, $nz] = [$this->facets->nx[$facet], $this->facets->ny[$facet], $this->facets->nz[$facet]];
        $flat = hypot($nx, $ny);
        $cos = 1 / sqrt(1 + $this->tan ** 2);
        $isSteep = -$nz < $cos;
        $out = $isSteep && $flat > 0.0 ? [$nx / $flat * $cos * $this->tan, $ny / $flat * $cos * $this->tan, -$cos] : [$nx, $ny, $nz];
        $tip = [$x + $nx * $this->ask->gapMm, $y + $ny * $this->ask->gapMm, $z + $nz * $this->ask->gapMm];
        $slope = [-$nx / min(-0.3, $nz), -$ny / min(-0.3, $nz)];
        foreach (self::TIP_MM as $length) {
            foreach ([$out, ...$this->directions] as [$dx, $dy, $dz]) {
                $shoulder = [$tip[0] + $length * $dx, $tip[1] + $length * $dy, $tip[2] + $length * $dz];
                if ($shoulder[2] < 0.3 || ! $this->isFree($shoulder, [$x, $y, $z])) {
                    continue;
                }
                foreach ($this->ask->isPlateOnly ? [true] : [true, false] as $isToPlate) {
                    $at = $this->way($shoulder, [$x, $y, $z], $isToPlate);
                    if ($at !== null) {
                        return new Sprout([$x, $y, $z], $facet, $stretch, $slope, [$tip, $shoulder], $at[0], $at[1], $isToPlate);
                    }
                }
            }
        }

        return null;
    }

    /**
     * @param  array{float, float, float}  $from
     * @param  array{float, float, float}  $contact
     * @return ?array{int, int} level and cell
     */
    private function way(array $from, array $contact, bool $isToPlate): ?array
    {
        $grid = $this->ways->grid;
        $cell = $grid->at($from[0], $from[1]);
        $top = min($this->ways->levels() - 1, (int) floor(($from[2] - 0.1) / $this->ways->levelMm));
        $tries = 0;
        for ($k = $top; $cell >= 0 && $k >= max(0, $top - self::LEVELS); $k--) {
            $ways = $isToPlate ? $this->ways->toPlate[$k] : $this->ways->toPiece[$k];
            $drop = $from[2] - $k * $this->ways->levelMm;
            $seen = 0;
            foreach ($this->disc as [$i, $j]) {
                if ($seen++ >= self::CELLS || $tries >= self::TRIES) {
                    break;
                }
                $c = $grid->beside($cell, $i, $j);
                if ($c < 0 || ord($ways[$c]) < $this->need) {
                    continue;
                }
                [$x, $y] = $grid->middle($c);
                if (hypot($x - $from[0], $y - $from[1]) > $drop * $this->tan) {
                    continue;
                }
                $tries++;
                if ($this->isLineFree($from, [$x, $y, $k * $this->ways->levelMm], $contact)) {
                    return [$k, $c];
                }
            }
        }

        return null;
    }

    /**
     * @param  array{float, float, float}  $from
     * @param  array{float, float, float}  $to
     * @param  array{float, float, float}  $contact
     */
    private function isLineFree(array $from, array $to, array $contact): bool
    {
        $steps = (int) ceil(sqrt(($to[0] - $from[0]) ** 2 + ($to[1] - $from[1]) ** 2 + ($to[2] - $from[2]) ** 2) / self::STEP_MM);
        for ($s = $steps; $s > 0; $s--) {
            $t = $s / $steps;
            if (! $this->isFree([$from[0] + $t * ($to[0] - $from[0]), $from[1] + $t * ($to[1] - $from[1]), $from[2] + $t * ($to[2] - $from[2])], $contact)) {
                return false;
            }
        }

        return true;
    }

    /** Whether an upright shaft keeps its distance between its foot and its contact. */
    public function isClear(Column $shaft): bool
    {
        $need = Columns::LEAST_WIDTH_MM * M_SQRT1_2 + $this->ask->xyMm - self::SLACK_MM;
        for ($z = $shaft->bottomMm + ($shaft->landingFacet >= 0 ? self::NEAR_MM : 0.0), $to = $shaft->contactMm - self::NEAR_MM; $z < $to; $z += self::STEP_MM) {
            if ($this->index->nearest($shaft->xMm, $shaft->yMm, $z, $need)[1] >= 0) {
                return false;
            }
        }

        return true;
    }

    /**
     * Whether the thinnest branch keeps its distance at a place; beside its own contact it only has to stay out of the piece.
     *
     * @param  array{float, float, float}  $at
     * @param  array{float, float, float}  $contact
     */
    private function isFree(array $at, array $contact): bool
    {
        $far = sqrt(($at[0] - $contact[0]) ** 2 + ($at[1] - $contact[1]) ** 2 + ($at[2] - $contact[2]) ** 2);
        $need = $far < self::NEAR_MM ? min(Girth::LEAST_MM + 0.1, abs($far)) : Girth::LEAST_MM + ($far < self::NEAR_MM + Girth::LEAST_MM ? min($this->ask->xyMm, $far - Girth::LEAST_MM) : $this->ask->xyMm);

        return $this->index->nearest($at[0], $at[1], $at[2], $need)[1] < 0;
    }
}
