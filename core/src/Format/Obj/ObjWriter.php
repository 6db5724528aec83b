<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Obj;

use Wrenlo\Core\Format\MeshWriter;
use Wrenlo\Core\Mesh\Mesh;

/** Writes OBJ text: one object, vertices with nine significant digits, triangles. Millimetres, said in a comment. */
final class ObjWriter implements MeshWriter
{
    private const CHUNK = 4096;

    public static function write($stream, Mesh $mesh, string $title = 'Wrenlo'): void
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $name = trim(preg_replace('/[^\x21-\x7E]+/', '_', $title) ?? '', '_') ?: 'piece';
        fwrite($stream, "# millimetres, Z up\no {$name}\n");
        $text = '';
        foreach ($x as $i => $px) {
            $text .= sprintf("v %.9h %.9h %.9h\n", $px, $y[$i], $z[$i]);
            if ($i % self::CHUNK === 0) {
                fwrite($stream, $text);
                $text = '';
            }
        }
        for ($i = 0, $n = count($tri); $i < $n; $i += 3) {
            $text .= 'f '.($tri[$i] + 1).' '.($tri[$i + 1] + 1).' '.($tri[$i + 2] + 1)."\n";
            if ($i % self::CHUNK === 0) {
                fwrite($stream, $text);
                $text = '';
            }
        }
        fwrite($stream, $text);
    }
}
