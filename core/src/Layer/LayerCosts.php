<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Motion\LayerPaths;
use Wrenlo\Core\Motion\PathLengths;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Slice\Slicer;

/**
 * What a layer anywhere on a stance shows and takes, on the grid of the machine's Z steps. Cell c reaches from c to c + 1 steps above the plate.
 *
 * A layer of height t over some surface shows steps of t·|n_z| (Dolenc and Mäkelä, CAD 26(2), 1994); its share in the *seen step* is the mean of
 * that over the seen surface: t · Σ A·v·|n_z| of what lies in the layer, over Σ A·v. Faces within half a degree of level have no step.
 *
 * Seconds come from path lengths at the least and the greatest height; between them they are taken in proportion to t. A layer takes the mean over
 * its cells.
 */
final readonly class LayerCosts
{
    /**
     * @param  list<float>  $seenBelow  Σ A·v·|n_z| below each border of cells, mm²; one more than cells
     * @param  float  $seenMm2  Σ A·v of all that has a step
     * @param  list<float>  $steepest  greatest |n_z| in each cell of what has a step
     * @param  list<float>  $thinSecondsBelow  Σ seconds of a layer of `thinMm` over the cells below each border
     * @param  list<float>  $thickSecondsBelow  the same at `thickMm`
     * @param  float  $changeS  of each layer besides
     */
    public function __construct(
        public float $stepMm, public float $heightMm, public array $seenBelow, public float $seenMm2, public array $steepest,
        public array $thinSecondsBelow, public array $thickSecondsBelow, public float $thinMm, public float $thickMm, public float $changeS,
    ) {}

    public function cells(): int
    {
        return count($this->steepest);
    }

    /**
     * @param  list<float>  $seen  weight of each facet
     * @param  float  $flatCosine  facets with |n_z| above it have no step
     */
    public static function of(Mesh $mesh, Surface $facets, array $seen, Rotation $stance, float $stepMm, float $flatCosine, LayerPaths $thin, LayerPaths $thick, float $changeS): self
    {
        [$h, $height] = self::heights($mesh, $stance);
        $cells = max(1, (int) ceil($height / $stepMm - 1e-6));
        [$seenBelow, $seenMm2, $steepest] = self::surface($mesh, $facets, $seen, $stance, $h, $cells, $stepMm, $flatCosine);

        return new self(
            stepMm: $stepMm, heightMm: $height, seenBelow: $seenBelow, seenMm2: $seenMm2, steepest: $steepest,
            thinSecondsBelow: self::seconds($thin, $cells, $stepMm, $changeS), thickSecondsBelow: self::seconds($thick, $cells, $stepMm, $changeS),
            thinMm: $thin->heightMm[0], thickMm: $thick->heightMm[0], changeS: $changeS,
        );
    }

    /**
     * Of anything else than steps on a surface that shows with the height of a layer: `costs` of one millimetre of layer height, summed up below each border.
     *
     * @param  list<float>  $below  one more than cells; a plan's `seenStepMm` is then the mean of height of layer times cost over the whole height
     */
    public static function ofRows(array $below, float $heightMm, float $stepMm, LayerPaths $thin, LayerPaths $thick, float $changeS): self
    {
        $cells = count($below) - 1;

        return new self(
            stepMm: $stepMm, heightMm: $heightMm, seenBelow: $below, seenMm2: $heightMm, steepest: array_fill(0, $cells, 1.0),
            thinSecondsBelow: self::seconds($thin, $cells, $stepMm, $changeS), thickSecondsBelow: self::seconds($thick, $cells, $stepMm, $changeS),
            thinMm: $thin->heightMm[0], thickMm: $thick->heightMm[0], changeS: $changeS,
        );
    }

    /**
     * The same with path lengths at the limits of the nozzle, with skins of one thickness whatever the layers.
     *
     * @param  list<float>  $seen
     * @param  ?callable(float): void  $progress
     *
     * @throws NoLayerFits where there are too many
     */
    public static function measured(Mesh $mesh, Surface $facets, array $seen, Rotation $stance, PrintProfile $profile, LayerLimits $limits, float $flatCosine, ?callable $progress = null): self
    {
        $profile = $profile->withEvenSkins();
        $height = Slicer::heightMm($mesh, $stance);
        $limits->cells($height); // not too many
        $share = $limits->mostMm() / ($limits->leastMm() + $limits->mostMm()); // of the time, that of the thin layers
        $thin = PathLengths::of($mesh, $stance, PathLengths::evenly($height, $limits->leastMm()), $profile, $progress === null ? null : static fn (float $p) => $progress($share * $p));
        $thick = PathLengths::of($mesh, $stance, PathLengths::evenly($height, $limits->mostMm()), $profile, $progress === null ? null : static fn (float $p) => $progress($share + (1 - $share) * $p));

        return self::of($mesh, $facets, $seen, $stance, $limits->stepMm, $flatCosine, $thin, $thick, $profile->layerChangeS);
    }

    /** @return array{list<float>, float} height of each vertex above the lowest, and of the whole */
    private static function heights(Mesh $mesh, Rotation $stance): array
    {
        [, , , , , , $a, $b, $c] = $stance->rows;
        $h = [];
        foreach ($mesh->x as $i => $x) {
            $h[] = $a * $x + $b * $mesh->y[$i] + $c * $mesh->z[$i];
        }
        $low = $h === [] ? 0.0 : min($h);
        foreach ($h as $i => $v) {
            $h[$i] = $v - $low;
        }

        return [$h, $h === [] ? 0.0 : max($h)];
    }

    /**
     * How much of a facet lies below a height is a square below its middle corner and one less a square above.
     *
     * @param  list<float>  $seen
     * @param  list<float>  $h
     * @return array{list<float>, float, list<float>}
     */
    private static function surface(Mesh $mesh, Surface $facets, array $seen, Rotation $stance, array $h, int $cells, float $step, float $flatCosine): array
    {
        [, , , , , , $a, $b, $c] = $stance->rows;
        ['nx' => $nx, 'ny' => $ny, 'nz' => $nz, 'area' => $area] = get_object_vars($facets);
        $tri = $mesh->tri;
        // what is added at a border and at all above it, and what only at that border
        $from = $at = array_fill(0, $cells + 2, 0.0);
        $steepest = array_fill(0, $cells, 0.0);
        $sum = 0.0;
        $inv = 1 / $step;
        foreach ($area as $f => $mm2) {
            $n = $a * $nx[$f] + $b * $ny[$f] + $c * $nz[$f];
            $n = $n < 0.0 ? -$n : $n;
            if ($n > $flatCosine) {
                continue;
            }
            $z0 = $h[$tri[3 * $f]];
            $z1 = $h[$tri[3 * $f + 1]];
            $z2 = $h[$tri[3 * $f + 2]];
            if ($z1 < $z0) {
                [$z0, $z1] = [$z1, $z0];
            }
            if ($z2 < $z1) {
                [$z1, $z2] = [$z2, $z1];
                if ($z1 < $z0) {
                    [$z0, $z1] = [$z1, $z0];
                }
            }
            $first = (int) ($z0 * $inv);
            $last = (int) ($z2 * $inv);
            for ($k = $first; $k <= $last && $k < $cells; $k++) {
                if ($n > $steepest[$k]) {
                    $steepest[$k] = $n;
                }
            }
            $v = $mm2 * $seen[$f];
            if ($v <= 0.0) {
                continue;
            }
            $sum += $v;
            $w = $v * $n;
            $up = ($z1 - $z0) * ($z2 - $z0);
            $down = ($z2 - $z1) * ($z2 - $z0);
            for ($k = $first + 1; $k <= $last && $k <= $cells; $k++) {
                $z = $k * $step;
                $at[$k] += $w * ($z < $z1 ? ($z - $z0) * ($z - $z0) / $up : 1 - ($z2 - $z) * ($z2 - $z) / ($down > 0.0 ? $down : 1.0));
            }
            $from[min($last + 1, $cells + 1)] += $w;
        }
        $below = [];
        $all = 0.0;
        for ($k = 0; $k <= $cells; $k++) {
            $all += $from[$k];
            $below[] = $all + $at[$k];
        }
        $below[$cells] = $all + $from[$cells + 1]; // the last border lies at or above the top

        return [$below, $sum, $steepest];
    }

    /** @return list<float> */
    private static function seconds(LayerPaths $paths, int $cells, float $step, float $changeS): array
    {
        $each = $paths->secondsByLayer();
        $below = [0.0];
        $sum = 0.0;
        $last = count($each) - 1;
        $t = $paths->heightMm[0];
        for ($c = 0; $c < $cells; $c++) {
            // between the middles of layers in proportion
            $x = ($c + 0.5) * $step / $t - 0.5;
            $k = max(0, min($last, (int) floor($x)));
            $w = max(0.0, min(1.0, $x - $k));
            $sum += (1 - $w) * $each[$k] + $w * $each[min($last, $k + 1)] - $changeS;
            $below[] = $sum;
        }

        return $below;
    }

    /** Seconds of the layer of this many steps from a border up. */
    public function layerS(int $from, int $steps): float
    {
        $to = min($from + $steps, $this->cells());
        $span = max(1, $to - $from);
        $w = $this->thickMm > $this->thinMm ? ($steps * $this->stepMm - $this->thinMm) / ($this->thickMm - $this->thinMm) : 0.0;
        $from = min($from, $this->cells() - 1);
        $to = $from + $span > $this->cells() ? $this->cells() : $from + $span;

        return (1 - $w) * ($this->thinSecondsBelow[$to] - $this->thinSecondsBelow[$from]) / ($to - $from) + $w * ($this->thickSecondsBelow[$to] - $this->thickSecondsBelow[$from]) / ($to - $from) + $this->changeS;
    }

    /** The same on a grid so many times as coarse. */
    public function coarser(int $times): self
    {
        $every = static fn (array $below, float $by): array => array_map(static fn (int $k): float => $by * $below[min($k * $times, count($below) - 1)], range(0, intdiv(count($below) - 2, $times) + 1));
        $seen = $every($this->seenBelow, 1.0);

        return new self(
            stepMm: $this->stepMm * $times, heightMm: $this->heightMm, seenBelow: $seen, seenMm2: $this->seenMm2, steepest: array_fill(0, count($seen) - 1, 1.0),
            thinSecondsBelow: $every($this->thinSecondsBelow, 1 / $times), thickSecondsBelow: $every($this->thickSecondsBelow, 1 / $times), thinMm: $this->thinMm, thickMm: $this->thickMm, changeS: $this->changeS,
        );
    }

    /**
     * `layerS` and `seenStepMm` of every layer, as `LayerWays` reads them: border by border from the top down, height by height; INF seconds where a
     * layer would stick out of the top.
     *
     * @param  list<int>  $steps  ascending
     * @return array{list<float>, list<float>}
     */
    public function table(array $steps): array
    {
        ['thinSecondsBelow' => $thin, 'thickSecondsBelow' => $thick, 'changeS' => $change, 'seenBelow' => $below] = get_object_vars($this);
        $cells = $this->cells();
        $over = (max($steps) + 1) * count($steps);
        $seconds = array_fill(0, $over, INF);
        $seen = array_fill(0, $over, 0.0);
        $thinShare = $thickShare = $showing = [];
        foreach ($steps as $k) {
            $w = $this->thickMm > $this->thinMm ? ($k * $this->stepMm - $this->thinMm) / ($this->thickMm - $this->thinMm) : 0.0;
            $thinShare[] = (1 - $w) / $k;
            $thickShare[] = $w / $k;
            $showing[] = $this->seenMm2 > 0.0 ? $k * $this->stepMm / $this->seenMm2 : 0.0;
        }
        for ($z = $cells - 1; $z >= 0; $z--) {
            $a = $thin[$z];
            $b = $thick[$z];
            $c = $below[$z];
            foreach ($steps as $i => $k) {
                $to = $z + $k;
                if ($to > $cells) {
                    $seconds[] = INF;
                    $seen[] = 0.0;
                } else {
                    $seconds[] = $thinShare[$i] * ($thin[$to] - $a) + $thickShare[$i] * ($thick[$to] - $b) + $change;
                    $seen[] = $showing[$i] * ($below[$to] - $c);
                }
            }
        }

        return [$seconds, $seen];
    }

    /** What that layer adds to the mean seen step, mm. */
    public function seenStepMm(int $from, int $steps): float
    {
        $cells = $this->cells();

        return $this->seenMm2 > 0.0 ? $steps * $this->stepMm * ($this->seenBelow[min($from + $steps, $cells)] - $this->seenBelow[min($from, $cells)]) / $this->seenMm2 : 0.0;
    }
}
