<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

use Wrenlo\Core\Format\MeshWriter;
use Wrenlo\Core\Mesh\Mesh;

/**
 * Writes 3MF by the core specification: one model in millimetres, an object a mesh, all of them in the build.
 * Facets that repeat a corner are left out, because a strict reader refuses them. Coordinates have nine significant
 * digits, enough for every 32-bit number.
 */
final class ThreeMfWriter implements MeshWriter
{
    private const CHUNK = 4096;

    private const CONTENT_TYPES = '<?xml version="1.0" encoding="UTF-8"?>'."\n"
        .'<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">'
        .'<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>'
        .'<Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>';

    private const RELATIONSHIPS = '<?xml version="1.0" encoding="UTF-8"?>'."\n"
        .'<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">'
        .'<Relationship Target="/3D/3dmodel.model" Id="model" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';

    public static function write($stream, Mesh $mesh, string $title = 'Wrenlo'): void
    {
        self::writeObjects($stream, [['mesh' => $mesh, 'name' => $title, 'type' => 'model']]);
    }

    /**
     * @param  resource  $stream  writable
     * @param  non-empty-list<array{mesh: Mesh, name: string, type: 'model'|'support'}>  $objects  in the plate frame
     */
    public static function writeObjects($stream, array $objects): void
    {
        $zip = new ZipWriter($stream);
        $zip->add('[Content_Types].xml', static fn (callable $put) => $put(self::CONTENT_TYPES));
        $zip->add('_rels/.rels', static fn (callable $put) => $put(self::RELATIONSHIPS));
        $zip->add('3D/3dmodel.model', static fn (callable $put) => self::model($put, $objects));
        $zip->finish();
    }

    /**
     * @param  callable(string): void  $put
     * @param  non-empty-list<array{mesh: Mesh, name: string, type: 'model'|'support'}>  $objects
     */
    private static function model(callable $put, array $objects): void
    {
        $put('<?xml version="1.0" encoding="UTF-8"?>'."\n"
            .'<model unit="millimeter" xml:lang="en-US" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">'."\n"
            .'<metadata name="Application">Wrenlo</metadata>'."\n<resources>\n");
        foreach ($objects as $k => $object) {
            $name = htmlspecialchars(preg_replace('/[\x00-\x1F\x7F]/u', '', $object['name']) ?? '', ENT_XML1 | ENT_QUOTES);
            $put('<object id="'.($k + 1)."\" type=\"{$object['type']}\" name=\"{$name}\"><mesh>\n");
            self::vertices($put, $object['mesh']);
            self::triangles($put, $object['mesh']->tri);
            $put("</mesh></object>\n");
        }
        $put("</resources>\n<build>\n");
        foreach ($objects as $k => $_) {
            $put('<item objectid="'.($k + 1)."\"/>\n");
        }
        $put("</build>\n</model>\n");
    }

    /** @param  callable(string): void  $put */
    private static function vertices(callable $put, Mesh $mesh): void
    {
        $text = "<vertices>\n";
        foreach ($mesh->x as $i => $x) {
            $text .= sprintf("<vertex x=\"%.9h\" y=\"%.9h\" z=\"%.9h\"/>\n", $x, $mesh->y[$i], $mesh->z[$i]);
            if ($i % self::CHUNK === 0) {
                $put($text);
                $text = '';
            }
        }
        $put("{$text}</vertices>\n");
    }

    /**
     * @param  callable(string): void  $put
     * @param  list<int>  $tri
     */
    private static function triangles(callable $put, array $tri): void
    {
        $text = "<triangles>\n";
        for ($i = 0, $n = count($tri); $i < $n; $i += 3) {
            [$a, $b, $c] = [$tri[$i], $tri[$i + 1], $tri[$i + 2]];
            if ($a !== $b && $b !== $c && $c !== $a) {
                $text .= "<triangle v1=\"{$a}\" v2=\"{$b}\" v3=\"{$c}\"/>\n";
            }
            if ($i % self::CHUNK === 0) {
                $put($text);
                $text = '';
            }
        }
        $put("{$text}</triangles>\n");
    }
}
