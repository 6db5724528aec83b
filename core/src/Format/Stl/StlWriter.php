<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Stl;

use Wrenlo\Core\Format\MeshWriter;
use Wrenlo\Core\Mesh\Mesh;

/** Writes binary STL, streamed in chunks. The header carries no date, so that equal meshes give equal files. */
final class StlWriter implements MeshWriter
{
    private const CHUNK = 2048;

    public static function write($stream, Mesh $mesh, string $title = 'Wrenlo'): void
    {
        ['x' => $x, 'y' => $y, 'z' => $z, 'tri' => $tri] = get_object_vars($mesh);
        $ascii = preg_replace('/[^\x20-\x7E]/', '', $title) ?? '';
        // “solid” at the start would make some readers take the file for text
        $header = str_starts_with(strtolower($ascii), 'solid') ? "_{$ascii}" : $ascii;
        fwrite($stream, str_pad(substr($header, 0, 80), 80).pack('V', $mesh->triangleCount()));
        $bytes = '';
        for ($i = 0, $f = 0, $n = count($tri); $i < $n; $i += 3) {
            [$a, $b, $c] = [$tri[$i], $tri[$i + 1], $tri[$i + 2]];
            [$ux, $uy, $uz] = [$x[$b] - $x[$a], $y[$b] - $y[$a], $z[$b] - $z[$a]];
            [$vx, $vy, $vz] = [$x[$c] - $x[$a], $y[$c] - $y[$a], $z[$c] - $z[$a]];
            [$nx, $ny, $nz] = [$uy * $vz - $uz * $vy, $uz * $vx - $ux * $vz, $ux * $vy - $uy * $vx];
            $inv = 1 / (sqrt($nx * $nx + $ny * $ny + $nz * $nz) ?: 1.0);
            $bytes .= pack(
                'g12v', $nx * $inv, $ny * $inv, $nz * $inv,
                $x[$a], $y[$a], $z[$a], $x[$b], $y[$b], $z[$b], $x[$c], $y[$c], $z[$c], 0,
            );
            if (++$f % self::CHUNK === 0) {
                fwrite($stream, $bytes);
                $bytes = '';
            }
        }
        fwrite($stream, $bytes);
    }
}
