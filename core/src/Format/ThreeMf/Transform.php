<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

use Wrenlo\Core\Format\UnreadableMesh;

/**
 * An affine map as 3MF writes it: twelve numbers, a row vector times a 4 × 3 matrix, the translation last.
 * x′ = x·m₀ + y·m₃ + z·m₆ + m₉, and so on. It never flattens space.
 */
final readonly class Transform
{
    /** @param  list<float>  $m twelve numbers */
    private function __construct(public array $m) {}

    public static function none(): self
    {
        return new self([1.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0]);
    }

    public static function times(float $factor): self
    {
        return new self([$factor, 0.0, 0.0, 0.0, $factor, 0.0, 0.0, 0.0, $factor, 0.0, 0.0, 0.0]);
    }

    /**
     * @param  ?string  $text  the attribute; null for none
     *
     * @throws UnreadableMesh
     */
    public static function fromText(?string $text, string $place): self
    {
        if ($text === null) {
            return self::none();
        }
        $numbers = preg_split('/\s+/', trim($text)) ?: [];
        foreach ($numbers as $n) {
            if (! is_numeric($n) || ! is_finite((float) $n)) {
                throw UnreadableMesh::breaksTheRules('not_a_number', "{$place}: the transform holds something that is not a finite number.");
            }
        }
        if (count($numbers) !== 12) {
            throw UnreadableMesh::breaksTheRules('syntax', "{$place}: a transform has 12 numbers, not ".count($numbers).'.');
        }
        $t = new self(array_map(floatval(...), $numbers));
        if (abs($t->determinant()) < 1e-30) {
            throw UnreadableMesh::breaksTheRules('flat_transform', "{$place}: the transform flattens the object.");
        }

        return $t;
    }

    /** First this map, then the other. */
    public function then(self $after): self
    {
        [$a, $b] = [$this->m, $after->m];
        $m = [];
        for ($row = 0; $row < 4; $row++) {
            for ($col = 0; $col < 3; $col++) {
                $m[] = $a[3 * $row] * $b[$col] + $a[3 * $row + 1] * $b[3 + $col] + $a[3 * $row + 2] * $b[6 + $col] + ($row === 3 ? $b[9 + $col] : 0.0);
            }
        }

        return new self($m);
    }

    /** Whether it turns the outside in: facets must then run the other way. */
    public function mirrors(): bool
    {
        return $this->determinant() < 0;
    }

    private function determinant(): float
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $this->m;

        return $a * ($e * $i - $f * $h) - $b * ($d * $i - $f * $g) + $c * ($d * $h - $e * $g);
    }
}
