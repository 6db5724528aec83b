<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Obj;

use Wrenlo\Core\Format\IndexedPolygons;
use Wrenlo\Core\Format\MeshReader;
use Wrenlo\Core\Format\Part;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\Warning;

use function array_slice;
use function count;
use function explode;
use function is_numeric;
use function preg_split;
use function str_ends_with;

/**
 * Reads the polygons of an OBJ text: “v x y z …” and “f a/…/… b …” lines, counted from 1, or from the end when
 * negative. Polygons are cut into triangles; “o” and “g” lines begin a part. Texture, normals and materials are passed
 * over; curves and free-form surfaces have no facets and are named in a note.
 */
final class ObjReader implements MeshReader
{
    private const LONGEST_LINE = 65_536;

    /** A polygon with more corners than this is no facet a modeller made. */
    private const MAX_CORNERS = 2_000;

    /** Words that begin a line and change nothing about the shape. */
    private const PASSED_OVER = [
        'vt' => 1, 'vn' => 1, 'vp' => 1, 's' => 1, 'mg' => 1, 'usemtl' => 1, 'mtllib' => 1, 'usemap' => 1, 'maplib' => 1,
        'bevel' => 1, 'c_interp' => 1, 'd_interp' => 1, 'lod' => 1, 'shadow_obj' => 1, 'trace_obj' => 1, 'call' => 1, 'csh' => 1,
    ];

    /** Points, lines, curves and free-form surfaces. */
    private const NO_FACETS = [
        'p' => 1, 'l' => 1, 'cstype' => 1, 'deg' => 1, 'bmat' => 1, 'step' => 1, 'curv' => 1, 'curv2' => 1, 'surf' => 1, 'parm' => 1,
        'trim' => 1, 'hole' => 1, 'scrv' => 1, 'sp' => 1, 'end' => 1, 'con' => 1, 'ctech' => 1, 'stech' => 1,
    ];

    /** @var array<int, string> by first facet, the part begun last there */
    private array $begun = [0 => ''];

    private int $withoutFacets = 0;

    private int $line = 0;

    private readonly IndexedPolygons $polygons;

    private function __construct(int $maxTriangles)
    {
        $this->polygons = new IndexedPolygons($maxTriangles, fn (): string => "Line {$this->line}");
    }

    public static function read($stream, int $maxTriangles): Reading
    {
        return (new self($maxTriangles))->readAll($stream);
    }

    /** @param  resource  $stream */
    private function readAll($stream): Reading
    {
        while (($text = fgets($stream, self::LONGEST_LINE)) !== false) {
            $this->line++;
            $text = rtrim($text);
            if (str_ends_with($text, '\\')) {
                $text = $this->continued($text, $stream);
            }
            if ($this->line === 1 && str_starts_with($text, "\xEF\xBB\xBF")) {
                $text = substr($text, 3);
            }
            if ($text === '' || $text[0] === '#') {
                continue;
            }
            $this->take(preg_split('/\s+/', $text, -1, PREG_SPLIT_NO_EMPTY) ?: ['']);
        }
        if ($this->line === 0) {
            throw UnreadableMesh::isEmpty();
        }

        return new Reading($this->polygons->build(), $this->warnings(), $this->parts());
    }

    /** @param  resource  $stream  behind a line that ends in “\”: the next line belongs to it, and so on */
    private function continued(string $text, $stream): string
    {
        $lines = [];
        while (str_ends_with($text, '\\')) {
            $lines[] = substr($text, 0, -1);
            $more = fgets($stream, self::LONGEST_LINE);
            if ($more === false) {
                return implode(' ', $lines);
            }
            $text = rtrim($more);
            $this->line++;
        }

        return implode(' ', [...$lines, $text]);
    }

    /** @param  non-empty-list<string>  $words */
    private function take(array $words): void
    {
        $word = $words[0];
        if ($word === 'v') {
            $this->vertex($words);
        } elseif ($word === 'f' || $word === 'fo') {
            $this->polygon($words);
        } elseif ($word === 'o' || $word === 'g') {
            $this->begun[$this->polygons->triangleCount()] = implode(' ', array_slice($words, 1));
        } elseif (isset(self::NO_FACETS[$word])) {
            $this->withoutFacets++;
        } elseif ($word !== '' && $word[0] !== '#' && ! isset(self::PASSED_OVER[$word])) {
            throw UnreadableMesh::expected('a line of OBJ text', $word, $this->line);
        }
    }

    /** @param  list<string>  $words “v x y z”, perhaps with a weight or a colour behind */
    private function vertex(array $words): void
    {
        if (count($words) < 4) {
            throw UnreadableMesh::expected('“v” with three numbers', implode(' ', $words), $this->line);
        }
        for ($k = 1; $k < 4; $k++) {
            if (! is_numeric($words[$k])) {
                throw UnreadableMesh::expected('a number', $words[$k], $this->line);
            }
        }
        $this->polygons->vertex((float) $words[1], (float) $words[2], (float) $words[3]);
    }

    /** @param  list<string>  $words “f a/t/n b/t/n …” */
    private function polygon(array $words): void
    {
        $count = count($words) - 1;
        if ($count < 3) {
            throw UnreadableMesh::expected('“f” with three or more corners', implode(' ', $words), $this->line);
        }
        if ($count > self::MAX_CORNERS) {
            throw UnreadableMesh::breaksTheRules('syntax', "Line {$this->line}: a polygon with ".number_format($count).' corners is more than the '.number_format(self::MAX_CORNERS).' Wrenlo cuts.');
        }
        $corners = [];
        for ($k = 1; $k <= $count; $k++) {
            $corners[] = $this->corner($words[$k]);
        }
        $this->polygons->polygon($corners);
    }

    private function corner(string $text): int
    {
        $number = explode('/', $text, 2)[0];
        $index = filter_var($number, FILTER_VALIDATE_INT);
        if ($index === false || $index === 0) {
            throw UnreadableMesh::expected('the number of a vertex', $text, $this->line);
        }

        $at = $index > 0 ? $index - 1 : $this->polygons->vertexCount() + $index;

        return $at >= 0 && $at < $this->polygons->vertexCount() ? $at : throw UnreadableMesh::refersToNothing("vertex {$index}", "Line {$this->line}");
    }

    /** @return list<Warning> */
    private function warnings(): array
    {
        return $this->withoutFacets === 0 ? [] : [new Warning(
            'no_facets', number_format($this->withoutFacets).' lines describe points, lines or curved surfaces, which have no facets; they were passed over.',
        )];
    }

    /** @return list<Part> */
    private function parts(): array
    {
        $end = $this->polygons->triangleCount();
        $parts = [];
        foreach (array_reverse($this->begun, true) as $first => $name) {
            if ($first < $end) {
                $parts[] = new Part($name, $first, $end - $first);
                $end = $first;
            }
        }

        return count($parts) > 1 ? array_reverse($parts) : [];
    }
}
