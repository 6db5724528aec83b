<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use function array_fill;

/**
 * A relief whose smooth back is straight upwards: a flat plate, an arc, a cylinder, a box. Column c of the relief stands at (x, y) of the back and goes out
 * along (ux, uy) by its thickness. The back is a ladder of strips from top to bottom.
 */
final readonly class RuledShape implements Shape
{
    /**
     * @param  list<float>  $x  of the back, a column
     * @param  list<float>  $y
     * @param  list<float>  $ux  outwards, mm a mm of thickness
     * @param  list<float>  $uy
     * @param  list<float>  $behind  by row: how far the back stands back there, on a foot; all 0 where there are none
     */
    private function __construct(private Relief $relief, private array $x, private array $y, private array $ux, private array $uy, private bool $isClosed, private array $behind = []) {}

    /** The back in the plane y = 0, on a foot that reaches so far before it and behind it. */
    public static function flat(Relief $relief, float $footMm = 0.0): self
    {
        $behind = $footMm > 0.0 ? $relief->foot($footMm) : [];
        $relief = $footMm > 0.0 ? $relief->footed($footMm) : $relief;
        $n = $relief->columns;
        $x = [];
        for ($c = 0; $c < $n; $c++) {
            $x[] = $c * $relief->acrossMm() - $relief->widthMm / 2;
        }

        return new self($relief, $x, array_fill(0, $n, 0.0), array_fill(0, $n, 0.0), array_fill(0, $n, -1.0), false, $behind);
    }

    /** The back on a cylinder, as long as the picture is wide; middle at −y, axis at the origin. */
    public static function arc(Relief $relief, float $arcDeg): self
    {
        $radius = $relief->widthMm / deg2rad($arcDeg);
        $x = $y = $ux = $uy = [];
        for ($c = 0; $c < $relief->columns; $c++) {
            $a = ($c * $relief->acrossMm() - $relief->widthMm / 2) / $radius;
            $ux[] = sin($a);
            $uy[] = -cos($a);
            $x[] = $radius * sin($a);
            $y[] = -$radius * cos($a);
        }

        return new self($relief, $x, $y, $ux, $uy, false);
    }

    /** All the way round: the ends of the picture meet at +y. */
    public static function cylinder(Relief $relief): self
    {
        $n = $relief->columns - 1;
        $radius = $relief->widthMm / (2 * M_PI);
        $x = $y = $ux = $uy = [];
        for ($c = 0; $c < $n; $c++) {
            $a = 2 * M_PI * $c / $n - M_PI;
            $ux[] = sin($a);
            $uy[] = -cos($a);
            $x[] = $radius * sin($a);
            $y[] = -$radius * cos($a);
        }

        return new self(self::withoutLastColumn($relief), $x, $y, $ux, $uy, true);
    }

    /**
     * Four upright panels round a square, the first at −y, then as they follow to the right. Where two meet there is one column, at the mean of both
     * edges, that goes out along both normals: a mitre.
     *
     * @param  array<int, Relief>  $panels  four of one size and grid
     */
    public static function box(array $panels): self
    {
        [$w, $n, $rows] = [$panels[0]->widthMm, $panels[0]->columns - 1, $panels[0]->rows];
        $mm = $x = $y = $ux = $uy = [];
        for ($r = 0; $r < $rows; $r++) {
            foreach ($panels as $k => $panel) {
                $before = $panels[($k + 3) % 4];
                $mm[] = ($before->mm[($r + 1) * ($n + 1) - 1] + $panel->mm[$r * ($n + 1)]) / 2;
                for ($c = 1; $c < $n; $c++) {
                    $mm[] = $panel->mm[$r * ($n + 1) + $c];
                }
            }
        }
        foreach ([[1, 0, 0, -1], [0, 1, 1, 0], [-1, 0, 0, 1], [0, -1, -1, 0]] as [$ax, $ay, $ox, $oy]) {
            for ($c = 0; $c < $n; $c++) {
                $s = $c * $w / $n - $w / 2;
                $x[] = $ax * $s + $ox * $w / 2;
                $y[] = $ay * $s + $oy * $w / 2;
                // at the first column the normal of the panel before it as well, which is the way this one runs, backwards
                $ux[] = (float) ($c === 0 ? $ox - $ax : $ox);
                $uy[] = (float) ($c === 0 ? $oy - $ay : $oy);
            }
        }

        return new self(new Relief(4 * $n, $rows, 4 * $w, $panels[0]->heightMm, $mm), $x, $y, $ux, $uy, true);
    }

    public function sheets(): array
    {
        [$n, $rows] = [$this->relief->columns, $this->relief->rows];
        $front = $this->front(...);
        [$top, $bottom] = [fn (): array => $this->back(0), fn (): array => $this->back($rows - 1)];
        $face = new Sheet(array_fill(0, $rows, $n), $this->isClosed, $front);
        $lid = new Sheet([$n, $n], $this->isClosed, static fn (int $i): array => $i === 0 ? $top() : $front(0));
        $base = new Sheet([$n, $n], $this->isClosed, static fn (int $i): array => $i === 0 ? $front($rows - 1) : $bottom());
        if ($this->isClosed) {
            return [$face, $lid, $base, new Sheet([$n, $n], true, static fn (int $i): array => $i === 0 ? $bottom() : $top())];
        }
        // the back from its left edge, which has as many points as the face there, over straight lines to its right; in as many parts as a foot bends it
        $backs = [];
        $bends = $this->bends();
        for ($k = 1; $k < count($bends); $k++) {
            [$from, $to] = [$bends[$k - 1], $bends[$k]];
            $lengths = array_fill(0, $n, 2);
            $lengths[0] = $lengths[$n - 1] = $to - $from + 1;
            $backs[] = new Sheet(array_values($lengths), false, fn (int $column): array => $this->upright($column, $from, $to));
        }

        return [
            $face, $lid, $base, ...$backs,
            new Sheet(array_fill(0, $rows, 2), false, fn (int $r): array => [...$this->point(0, $r, true), ...$this->point(0, $r, false)]),
            new Sheet(array_fill(0, $rows, 2), false, fn (int $r): array => [...$this->point($n - 1, $r, false), ...$this->point($n - 1, $r, true)]),
        ];
    }

    /** @return list<float> a row of the face */
    private function front(int $row): array
    {
        [$x, $y, $ux, $uy, $mm] = [$this->x, $this->y, $this->ux, $this->uy, $this->relief->mm];
        $z = $this->z($row);
        $out = [];
        for ($c = 0, $i = $row * $this->relief->columns, $n = $this->relief->columns; $c < $n; $c++, $i++) {
            $d = $mm[$i];
            $out[] = $x[$c] + $ux[$c] * $d;
            $out[] = $y[$c] + $uy[$c] * $d;
            $out[] = $z;
        }

        return $out;
    }

    /** @return list<float> a row of the back */
    private function back(int $row): array
    {
        $z = $this->z($row);
        $out = [];
        foreach ($this->x as $c => $x) {
            array_push($out, $x, $this->y[$c] + ($this->behind[$row] ?? 0.0), $z);
        }

        return $out;
    }

    /** @return list<int> rows between which the back is even, the first and the last among them */
    private function bends(): array
    {
        $last = $this->relief->rows - 1;
        $found = [0];
        for ($r = 1; $r < $last && $this->behind !== []; $r++) {
            if (abs($this->behind[$r + 1] - 2 * $this->behind[$r] + $this->behind[$r - 1]) > 1e-9) {
                $found[] = $r;
            }
        }
        $found[] = $last;

        return $found;
    }

    /** @return list<float> a column of the back from a row down to another */
    private function upright(int $column, int $from, int $to): array
    {
        $out = [];
        foreach ($column === 0 || $column === $this->relief->columns - 1 ? range($from, $to) : [$from, $to] as $r) {
            array_push($out, $this->x[$column], $this->y[$column] + ($this->behind[$r] ?? 0.0), $this->z($r));
        }

        return $out;
    }

    /** @return array{float, float, float} */
    private function point(int $column, int $row, bool $isBack): array
    {
        $d = $isBack ? 0.0 : $this->relief->mm[$row * $this->relief->columns + $column];
        $behind = $isBack ? $this->behind[$row] ?? 0.0 : 0.0;

        return [$this->x[$column] + $this->ux[$column] * $d, $this->y[$column] + $this->uy[$column] * $d + $behind, $this->z($row)];
    }

    private function z(int $row): float
    {
        return ($this->relief->rows - 1 - $row) * $this->relief->downMm();
    }

    private static function withoutLastColumn(Relief $relief): Relief
    {
        $mm = [];
        foreach ($relief->mm as $i => $d) {
            if (($i + 1) % $relief->columns !== 0) {
                $mm[] = $d;
            }
        }

        return new Relief($relief->columns - 1, $relief->rows, $relief->widthMm, $relief->heightMm, $mm);
    }
}
