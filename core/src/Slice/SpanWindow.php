<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

use function array_pop;
use function count;

/** What lies in all figures of a window that moves up layer by layer: a queue whose common part costs about three comparisons a layer, however wide it is. */
final class SpanWindow
{
    /** @var list<array<int, list<float>>> common to this and all that were put in after it, of the older ones; the oldest last */
    private array $old = [];

    /** @var list<array<int, list<float>>> */
    private array $new = [];

    /** @var ?array<int, list<float>> common to all new ones */
    private ?array $common = null;

    public function size(): int
    {
        return count($this->old) + count($this->new);
    }

    /** @param  array<int, list<float>>  $rows */
    public function push(array $rows): void
    {
        $this->new[] = $rows;
        $this->common = $this->common === null ? $rows : Spans::common($this->common, $rows);
    }

    /** Lets the oldest go. */
    public function shift(): void
    {
        if ($this->old === []) {
            $all = null;
            while ($this->new !== []) {
                $rows = array_pop($this->new);
                $this->old[] = $all = $all === null ? $rows : Spans::common($rows, $all);
            }
            $this->common = null;
        }
        array_pop($this->old);
    }

    /** @return ?array<int, list<float>> Spans of what all of the window cover; null while it is empty */
    public function common(): ?array
    {
        $old = $this->old === [] ? null : $this->old[count($this->old) - 1];

        return $old === null || $this->common === null ? $old ?? $this->common : Spans::common($old, $this->common);
    }
}
