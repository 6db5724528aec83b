<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Ply;

use Wrenlo\Core\Format\MeshWriter;
use Wrenlo\Core\Mesh\Mesh;

/** Writes little-endian PLY with 64-bit coordinates, so that nothing is rounded. Millimetres, said in a comment. */
final class PlyWriter implements MeshWriter
{
    private const CHUNK = 4096;

    public static function write($stream, Mesh $mesh, string $title = 'Wrenlo'): void
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $name = preg_replace('/[^\x20-\x7E]+/', '', $title);
        fwrite($stream, implode("\n", [
            'ply', 'format binary_little_endian 1.0', "comment {$name}", 'comment millimetres',
            "element vertex {$mesh->vertexCount()}", 'property double x', 'property double y', 'property double z',
            "element face {$mesh->triangleCount()}", 'property list uchar int vertex_indices', 'end_header', '',
        ]));
        $bytes = '';
        foreach ($x as $i => $px) {
            $bytes .= pack('e3', $px, $y[$i], $z[$i]);
            if ($i % self::CHUNK === 0) {
                fwrite($stream, $bytes);
                $bytes = '';
            }
        }
        for ($i = 0, $n = count($tri); $i < $n; $i += 3) {
            $bytes .= pack('CV3', 3, $tri[$i], $tri[$i + 1], $tri[$i + 2]);
            if ($i % self::CHUNK === 0) {
                fwrite($stream, $bytes);
                $bytes = '';
            }
        }
        fwrite($stream, $bytes);
    }
}
