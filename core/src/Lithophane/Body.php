<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;
use Wrenlo\Core\Mesh\Mesh;

use function count;
use function fwrite;
use function pack;
use function str_pad;
use function str_split;
use function strlen;

/**
 * A shape as facets: written to a stream, measured, or gathered into a mesh. Each point is packed once and its bytes used again, so facets that share a
 * point share its bits. Two rows are in memory at a time.
 */
final readonly class Body
{
    private const CHUNK_BYTES = 1 << 18;

    /** @var list<Sheet> */
    private array $sheets;

    public function __construct(Shape $shape)
    {
        $this->sheets = $shape->sheets();
    }

    public function triangles(): int
    {
        return array_sum(array_map(static fn (Sheet $s): int => $s->facets(), $this->sheets));
    }

    /**
     * Binary STL. Its normals are left at zero, which the format allows and readers take from the winding.
     *
     * @param  resource  $stream  writable
     * @return int bytes
     */
    public function writeStl($stream, string $title = 'Wrenlo'): int
    {
        $put = static fn (string $bytes): int => fwrite($stream, $bytes) === strlen($bytes) ? strlen($bytes) : throw new InvalidArgumentException('The file could not be written to its end: the disk may be full.');
        $total = $put(str_pad(substr($title, 0, 80), 80).pack('V', $this->triangles()));
        foreach ($this->sheets as $sheet) {
            $bytes = '';
            $a = self::packed($sheet, 0);
            for ($i = 1, $n = count($sheet->lengths); $i < $n; $i++) {
                $b = self::packed($sheet, $i);
                $bytes .= self::between($a, $b, $sheet->isClosed);
                if (strlen($bytes) > self::CHUNK_BYTES) {
                    $total += $put($bytes);
                    $bytes = '';
                }
                $a = $b;
            }
            $total += $put($bytes);
        }

        return $total;
    }

    /** Its volume, mm³: exact for its facets. */
    public function volumeMm3(): float
    {
        $six = 0.0;
        foreach ($this->sheets as $sheet) {
            $a = ($sheet->row)(0);
            for ($i = 1, $n = count($sheet->lengths); $i < $n; $i++) {
                $b = ($sheet->row)($i);
                $six += self::sixVolumes($a, $b, $sheet->isClosed);
                $a = $b;
            }
        }

        return $six / 6;
    }

    /** Whether every edge on the border of a sheet is met by its opposite, to the last bit: with sheets whole in themselves the body is closed. */
    public function isWatertight(): bool
    {
        $open = [];
        foreach ($this->sheets as $sheet) {
            foreach (self::border($sheet) as [$from, $to]) {
                if ($from === $to || isset($open[$from.$to])) {
                    return false;
                }
                if (isset($open[$to.$from])) {
                    unset($open[$to.$from]);
                } else {
                    $open[$from.$to] = true;
                }
            }
        }

        return $open === [];
    }

    /** All of it in memory, points shared. */
    public function mesh(): Mesh
    {
        $index = $x = $y = $z = $tri = [];
        foreach ($this->sheets as $sheet) {
            $a = null;
            foreach (array_keys($sheet->lengths) as $i) {
                $b = [];
                $row = ($sheet->row)($i);
                foreach (self::packed($sheet, $i) as $k => $bytes) {
                    if (! isset($index[$bytes])) {
                        $index[$bytes] = count($x);
                        $x[] = $row[3 * $k];
                        $y[] = $row[3 * $k + 1];
                        $z[] = $row[3 * $k + 2];
                    }
                    $b[] = $index[$bytes];
                }
                foreach ($a === null ? [] : self::corners(count($a), count($b), $sheet->isClosed) as [$p, $q, $r]) {
                    foreach ([$p, $q, $r] as [$isNext, $k]) {
                        $tri[] = $isNext ? $b[$k] : ($a[$k] ?? 0);
                    }
                }
                $a = $b;
            }
        }

        return $tri === [] ? throw new InvalidArgumentException('A body has facets.') : new Mesh($x, $y, $z, $tri);
    }

    /** @return list<string> twelve bytes a point */
    private static function packed(Sheet $sheet, int $row): array
    {
        return str_split(pack('g*', ...($sheet->row)($row)), 12);
    }

    /**
     * Facets between two rows.
     *
     * @param  list<string>  $a
     * @param  list<string>  $b
     */
    private static function between(array $a, array $b, bool $isClosed): string
    {
        $out = '';
        $head = "\0\0\0\0\0\0\0\0\0\0\0\0";
        [$n, $m] = [count($a), count($b)];
        if ($n !== $m) {
            foreach (self::corners($n, $m, $isClosed) as $facet) {
                $out .= $head;
                foreach ($facet as [$isNext, $k]) {
                    $out .= $isNext ? $b[$k] : $a[$k];
                }
                $out .= "\0\0";
            }

            return $out;
        }
        $next = "\0\0{$head}";
        [$p, $q] = [$a[0], $b[0]];
        for ($k = 1; $k < $n; $k++) {
            $r = $a[$k];
            $s = $b[$k];
            $out .= "{$head}{$p}{$q}{$s}{$next}{$p}{$s}{$r}\0\0";
            $p = $r;
            $q = $s;
        }

        return $isClosed ? "{$out}{$head}{$p}{$q}{$b[0]}{$next}{$p}{$b[0]}{$a[0]}\0\0" : $out;
    }

    /**
     * Corners of the facets between rows of n and m points, each as (on the next row?, which).
     *
     * @return iterable<array{array{bool, int}, array{bool, int}, array{bool, int}}>
     */
    private static function corners(int $n, int $m, bool $isClosed): iterable
    {
        if ($n === $m) {
            for ($k = 0, $end = $isClosed ? $n : $n - 1; $k < $end; $k++) {
                $j = ($k + 1) % $n;
                yield [[false, $k], [true, $k], [true, $j]];
                yield [[false, $k], [true, $j], [false, $j]];
            }

            return;
        }
        // all of the longer row from the first point of the shorter, and its second point with the end of the longer
        for ($k = 0, $many = max($n, $m), $end = $isClosed ? $many : $many - 1; $k < $end; $k++) {
            $j = ($k + 1) % $many;
            yield $n > $m ? [[false, $k], [true, 0], [false, $j]] : [[false, 0], [true, $k], [true, $j]];
        }
        if (min($n, $m) === 2) {
            yield $n > $m ? [[false, $n - 1], [true, 0], [true, 1]] : [[false, 0], [true, $m - 1], [false, 1]];
        }
    }

    /**
     * @param  list<float>  $a
     * @param  list<float>  $b
     */
    private static function sixVolumes(array $a, array $b, bool $isClosed): float
    {
        $sum = 0.0;
        [$n, $m] = [count($a), count($b)];
        if ($n !== $m) {
            foreach (self::corners(intdiv($n, 3), intdiv($m, 3), $isClosed) as $facet) {
                $p = [];
                foreach ($facet as [$isNext, $k]) {
                    array_push($p, ...array_slice($isNext ? $b : $a, 3 * $k, 3));
                }
                $sum += $p[0] * ($p[4] * $p[8] - $p[5] * $p[7]) + $p[1] * ($p[5] * $p[6] - $p[3] * $p[8]) + $p[2] * ($p[3] * $p[7] - $p[4] * $p[6]);
            }

            return $sum;
        }
        for ($k = 0, $end = $isClosed ? $n : $n - 3; $k < $end; $k += 3) {
            $j = $k + 3 < $n ? $k + 3 : 0;
            [$px, $py, $pz, $sx, $sy, $sz] = [$a[$k], $a[$k + 1], $a[$k + 2], $b[$j], $b[$j + 1], $b[$j + 2]];
            // p × q·s + p × s·r = (p × (q − r))·s
            [$dx, $dy, $dz] = [$b[$k] - $a[$j], $b[$k + 1] - $a[$j + 1], $b[$k + 2] - $a[$j + 2]];
            $sum += ($py * $dz - $pz * $dy) * $sx + ($pz * $dx - $px * $dz) * $sy + ($px * $dy - $py * $dx) * $sz;
        }

        return $sum;
    }

    /** @return iterable<array{string, string}> directed edges that only one facet of the sheet has */
    private static function border(Sheet $sheet): iterable
    {
        $last = count($sheet->lengths) - 1;
        foreach ([0, $last] as $i) {
            $row = self::packed($sheet, $i);
            $n = count($row);
            for ($k = 0, $end = $n === 1 ? 0 : ($sheet->isClosed ? $n : $n - 1); $k < $end; $k++) {
                $edge = [$row[$k], $row[($k + 1) % $n]];
                yield $i === 0 ? array_reverse($edge) : $edge;
            }
        }
        for ($i = 1; ! $sheet->isClosed && $i <= $last; $i++) {
            [$a, $b] = [self::packed($sheet, $i - 1), self::packed($sheet, $i)];
            yield [$a[0], $b[0]];
            yield [$b[count($b) - 1], $a[count($a) - 1]];
        }
    }
}
