<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use function count;
use function max;
use function min;
use function sqrt;

/** How often outlines run round a point, from edges sorted into bands of equal y. */
final class WindingBands
{
    /** @var array<int, list<int>> band → edges that reach into it */
    private array $bands = [];

    private float $low = 0.0;

    private float $perMm = 1.0;

    /**
     * @param  list<float>  $ax
     * @param  list<float>  $ay
     * @param  list<float>  $bx
     * @param  list<float>  $by
     * @param  list<bool>  $isLess  of each edge: it is of what is taken away
     */
    public function __construct(private array $ax, private array $ay, private array $bx, private array $by, private array $isLess)
    {
        if ($ax === [] || $ay === [] || $by === []) {
            return;
        }
        $this->low = min(min($ay), min($by));
        $this->perMm = sqrt(count($ax)) / max(max(max($ay), max($by)) - $this->low, 1e-9);
        foreach ($ay as $i => $y) {
            $to = (int) ((max($y, $by[$i]) - $this->low) * $this->perMm);
            for ($k = (int) ((min($y, $by[$i]) - $this->low) * $this->perMm); $k <= $to; $k++) {
                $this->bands[$k][] = $i;
            }
        }
    }

    /** Run round to the left by the outlines, and not so by those of what is taken away. */
    public function isInside(float $x, float $y): bool
    {
        $round = $less = 0;
        foreach ($this->bands[(int) (($y - $this->low) * $this->perMm)] ?? [] as $i) {
            $ay = $this->ay[$i];
            $by = $this->by[$i];
            if (($ay > $y) !== ($by > $y) && $x > $this->ax[$i] + ($this->bx[$i] - $this->ax[$i]) * ($y - $ay) / ($by - $ay)) {
                $turn = $by < $ay ? 1 : -1;
                $this->isLess[$i] ? $less += $turn : $round += $turn;
            }
        }

        return $round > 0 && $less <= 0;
    }
}
