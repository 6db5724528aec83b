<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Ply;

use Wrenlo\Core\Format\UnreadableMesh;

/** What a PLY file announces: its form and, in file order, its elements with their properties. */
final readonly class PlyHeader
{
    private const MAX_LINES = 2000;

    private const LONGEST_LINE = 4096;

    /** @var array<string, string> every name of a type → its plain name */
    public const TYPES = [
        'char' => 'char', 'int8' => 'char', 'uchar' => 'uchar', 'uint8' => 'uchar',
        'short' => 'short', 'int16' => 'short', 'ushort' => 'ushort', 'uint16' => 'ushort',
        'int' => 'int', 'int32' => 'int', 'uint' => 'uint', 'uint32' => 'uint',
        'float' => 'float', 'float32' => 'float', 'double' => 'double', 'float64' => 'double',
    ];

    /**
     * @param  'ascii'|'binary_little_endian'|'binary_big_endian'  $form
     * @param  list<array{name: string, count: int, properties: list<array{name: string, type: string, counts: ?string}>}>  $elements
     *                                                                                                                                `counts`: type of the number of items of a list property, null for a single value
     * @param  int  $lines  of the header
     */
    private function __construct(public string $form, public array $elements, public int $lines) {}

    /**
     * @param  resource  $stream  at its start; left behind the header
     *
     * @throws UnreadableMesh
     */
    public static function read($stream): self
    {
        $first = fgets($stream, self::LONGEST_LINE);
        if ($first === false) {
            throw UnreadableMesh::isEmpty();
        }
        if (rtrim($first) !== 'ply') {
            throw UnreadableMesh::isNotA('PLY');
        }
        $form = null;
        /** @var list<array{name: string, count: int, properties: list<array{name: string, type: string, counts: ?string}>}> $elements */
        $elements = [];
        for ($line = 2; $line <= self::MAX_LINES; $line++) {
            $text = fgets($stream, self::LONGEST_LINE);
            if ($text === false) {
                throw UnreadableMesh::endsInside('header', $line - 1);
            }
            $words = preg_split('/\s+/', trim($text), -1, PREG_SPLIT_NO_EMPTY) ?: [''];
            switch ($words[0]) {
                case 'format':
                    $form = self::form($words, $line);
                    break;
                case 'element':
                    $elements[] = self::element($words, $line);
                    break;
                case 'property':
                    if ($elements === []) {
                        throw UnreadableMesh::expected('“element”', 'property', $line);
                    }
                    $last = array_pop($elements);
                    $last['properties'][] = self::property($words, $line);
                    $elements[] = $last;
                    break;
                case 'end_header':
                    return new self($form ?? throw UnreadableMesh::expected('a “format” line before the end of the header', 'end_header', $line), $elements, $line);
                case 'comment': case 'obj_info': case '':
                    break;
                default:
                    throw UnreadableMesh::expected('a line of a PLY header', $words[0], $line);
            }
        }
        throw UnreadableMesh::breaksTheRules('syntax', 'The header has more than '.self::MAX_LINES.' lines: this is no PLY file.');
    }

    /**
     * @param  list<string>  $words
     * @return 'ascii'|'binary_little_endian'|'binary_big_endian'
     */
    private static function form(array $words, int $line): string
    {
        $form = $words[1] ?? '';

        return in_array($form, ['ascii', 'binary_little_endian', 'binary_big_endian'], true) ? $form
            : throw UnreadableMesh::expected('“ascii”, “binary_little_endian” or “binary_big_endian”', $form, $line);
    }

    /**
     * @param  list<string>  $words
     * @return array{name: string, count: int, properties: list<array{name: string, type: string, counts: ?string}>}
     */
    private static function element(array $words, int $line): array
    {
        $count = filter_var($words[2] ?? '', FILTER_VALIDATE_INT);
        if ($count === false || $count < 0) {
            throw UnreadableMesh::expected('“element”, a name and a count', implode(' ', $words), $line);
        }

        return ['name' => $words[1], 'count' => $count, 'properties' => []];
    }

    /**
     * @param  list<string>  $words
     * @return array{name: string, type: string, counts: ?string}
     */
    private static function property(array $words, int $line): array
    {
        $isList = ($words[1] ?? '') === 'list';
        $type = self::TYPES[$words[$isList ? 3 : 1] ?? ''] ?? null;
        $counts = $isList ? self::TYPES[$words[2] ?? ''] ?? null : null;
        $name = $words[$isList ? 4 : 2] ?? null;
        if ($type === null || $name === null || ($isList && $counts === null)) {
            throw UnreadableMesh::expected('“property” with a known type and a name', implode(' ', $words), $line);
        }

        return ['name' => $name, 'type' => $type, 'counts' => $counts];
    }
}
