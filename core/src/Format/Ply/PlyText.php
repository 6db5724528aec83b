<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Ply;

use Wrenlo\Core\Format\UnreadableMesh;

use function array_slice;
use function count;
use function is_numeric;

/** Records as text, one a line; empty lines are passed over, so is what follows the last value of a line. */
final class PlyText implements PlyBody
{
    private const LONGEST_LINE = 65_536;

    /** @param  resource  $stream behind the header */
    public function __construct(private $stream, private int $line) {}

    public function record(array $properties): array
    {
        do {
            $text = fgets($this->stream, self::LONGEST_LINE);
            if ($text === false) {
                throw UnreadableMesh::endsInside('list of records the header announces', $this->line);
            }
            $this->line++;
            $words = preg_split('/\s+/', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
        } while ($words === []);
        $values = [];
        $at = 0;
        foreach ($properties as $p) {
            $count = $p['counts'] === null ? 1 : (int) $this->number($words, $at++);
            if ($count < 0 || $count > count($words) - $at) {
                throw UnreadableMesh::expected("{$count} values", implode(' ', array_slice($words, $at)), $this->line);
            }
            $items = [];
            for ($k = 0; $k < $count; $k++) {
                $items[] = $this->number($words, $at++);
            }
            $values[] = $p['counts'] === null ? $items[0] : $items;
        }

        return $values;
    }

    public function place(): string
    {
        return "Line {$this->line}";
    }

    /** @param  list<string>  $words */
    private function number(array $words, int $at): float|int
    {
        $word = $words[$at] ?? '';

        return is_numeric($word) ? $word + 0 : throw UnreadableMesh::expected('a number', $word === '' ? 'the end of the line' : $word, $this->line);
    }
}
