<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

use function abs;
use function array_slice;
use function count;
use function intdiv;
use function max;
use function min;

/**
 * Thickness at the nodes of a grid: mm[row · columns + column], rows from the top, nodes on the edges of the picture. Its width and height are measured on
 * the smooth back.
 */
final readonly class Relief
{
    public const MOST_NODES = 4_000_000;

    /** Height of a foot, mm. */
    private const FOOT_MM = 3.0;

    /** @param  list<float>  $mm */
    public function __construct(public int $columns, public int $rows, public float $widthMm, public float $heightMm, public array $mm)
    {
        if ($columns < 2 || $rows < 2 || count($mm) !== $columns * $rows) {
            throw new InvalidArgumentException('A relief needs a thickness at each of its nodes, two or more each way.');
        }
    }

    /**
     * Nodes for a size at a resolution.
     *
     * @return array{int, int} columns, rows
     */
    public static function nodes(float $widthMm, float $heightMm, float $resolutionMm): array
    {
        [$columns, $rows] = [max(2, (int) round($widthMm / $resolutionMm) + 1), max(2, (int) round($heightMm / $resolutionMm) + 1)];
        if ($columns * $rows > self::MOST_NODES) {
            throw new InvalidArgumentException(sprintf('At %g mm this is a relief of %s million points; Wrenlo makes up to %d million: take a coarser resolution.', $resolutionMm, number_format($columns * $rows / 1e6, 1), intdiv(self::MOST_NODES, 1_000_000)));
        }

        return [$columns, $rows];
    }

    /**
     * Cut across into four as wide, each with the columns on its edges.
     *
     * @return array{self, self, self, self}
     */
    public function quarters(): array
    {
        $n = intdiv($this->columns - 1, 4);
        if (4 * $n !== $this->columns - 1) {
            throw new InvalidArgumentException('Only a relief of four times as many cells across can be cut into quarters.');
        }
        $cut = function (int $k) use ($n): self {
            $mm = [];
            for ($r = 0; $r < $this->rows; $r++) {
                array_push($mm, ...array_slice($this->mm, $r * $this->columns + $k * $n, $n + 1));
            }

            return new self($n + 1, $this->rows, $this->widthMm / 4, $this->heightMm, $mm);
        };

        return [$cut(0), $cut(1), $cut(2), $cut(3)];
    }

    public function acrossMm(): float
    {
        return $this->widthMm / ($this->columns - 1);
    }

    public function downMm(): float
    {
        return $this->heightMm / ($this->rows - 1);
    }

    public function thinnestMm(): float
    {
        return $this->mm === [] ? 0.0 : min($this->mm);
    }

    public function thickestMm(): float
    {
        return $this->mm === [] ? 0.0 : max($this->mm);
    }

    /** Area on the back where it is thinner than a line: there beads leave holes, mm². */
    public function thinnerThanMm2(float $lineMm): float
    {
        $n = 0;
        foreach ($this->mm as $d) {
            $n += $d < $lineMm - 1e-9 ? 1 : 0;
        }

        return $n / count($this->mm) * $this->widthMm * $this->heightMm;
    }

    /** Steepest overhang of the face when it stands upright, degrees from the vertical: how fast it thickens going up. */
    public function steepestDeg(): float
    {
        $steepest = 0.0;
        for ($i = 0, $n = count($this->mm) - $this->columns; $i < $n; $i++) {
            $steepest = max($steepest, $this->mm[$i] - $this->mm[$i + $this->columns]);
        }

        return rad2deg(atan2($steepest, $this->downMm()));
    }

    /** Area of the face, seen from the front, that leans more than this, mm². */
    public function steeperThanMm2(float $limitDeg): float
    {
        $rise = tan(deg2rad($limitDeg)) * $this->downMm();
        $count = 0;
        for ($i = 0, $n = count($this->mm) - $this->columns; $i < $n; $i++) {
            $count += $rise < $this->mm[$i] - $this->mm[$i + $this->columns] ? 1 : 0;
        }

        return $count * $this->acrossMm() * $this->downMm();
    }

    /**
     * With its ends drawn together, so that left and right meet without a step: over `blendMm` to either side each end runs into the mean of both.
     */
    public function closed(float $blendMm): self
    {
        $mm = $this->mm;
        $reach = max(1, min(intdiv($this->columns, 4), (int) round($blendMm / $this->acrossMm())));
        for ($r = 0; $r < $this->rows; $r++) {
            [$left, $right] = [$r * $this->columns, ($r + 1) * $this->columns - 1];
            for ($k = 0; $k < $reach; $k++) {
                $share = 0.5 * (1 - $k / $reach);
                [$a, $b] = [$this->mm[$left + $k], $this->mm[$right - $k]];
                $mm[$left + $k] = $a + $share * ($b - $a);
                $mm[$right - $k] = $b + $share * ($a - $b);
            }
        }

        return new self($this->columns, $this->rows, $this->widthMm, $this->heightMm, array_values($mm));
    }

    /**
     * How far a foot reaches at each row, mm: HIGH of it straight, above that it falls back at 45°, so that it needs no support. It ends on a row.
     *
     * @return list<float>
     */
    public function foot(float $reachMm): array
    {
        $out = [];
        for ($r = 0; $r < $this->rows; $r++) {
            $out[] = max(0.0, $reachMm - max(0.0, ($this->rows - 1 - $r) * $this->downMm() - self::FOOT_MM));
        }

        return $out;
    }

    /** On a foot that reaches out of its back as far as this: nowhere thinner than that is. */
    public function footed(float $reachMm): self
    {
        $mm = $this->mm;
        foreach ($this->foot($reachMm) as $r => $out) {
            for ($i = $r * $this->columns, $end = $out > 0.0 ? $i + $this->columns : $i; $i < $end; $i++) {
                $mm[$i] = max($mm[$i], $out);
            }
        }

        return new self($this->columns, $this->rows, $this->widthMm, $this->heightMm, array_values($mm));
    }

    /** Its frame: a border of full thickness round it, rising from the picture at 45°, so that its upper edge needs no support. */
    public function framed(float $frameMm, float $thicknessMm): self
    {
        $n = (int) round($frameMm / $this->acrossMm());
        $m = (int) round($frameMm / $this->downMm());
        if ($n < 1 || $m < 1) {
            return $this;
        }
        [$columns, $rows] = [$this->columns + 2 * $n, $this->rows + 2 * $m];
        $mm = [];
        for ($r = 0; $r < $rows; $r++) {
            $pr = max(0, min($this->rows - 1, $r - $m));
            $down = abs($r - $m - $pr) * $this->downMm();
            for ($c = 0; $c < $columns; $c++) {
                $pc = max(0, min($this->columns - 1, $c - $n));
                $mm[] = min($thicknessMm, $this->mm[$pr * $this->columns + $pc] + max($down, abs($c - $n - $pc) * $this->acrossMm()));
            }
        }

        return new self($columns, $rows, $this->widthMm + 2 * $n * $this->acrossMm(), $this->heightMm + 2 * $m * $this->downMm(), $mm);
    }
}
