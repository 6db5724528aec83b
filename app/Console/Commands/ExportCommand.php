<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Format\Stl\StlWriter;
use Wrenlo\Core\Geometry\Rotation;

final class ExportCommand extends MeshCommand
{
    protected $signature = 'wrenlo:export '.self::FILE.' {--up= : the file-frame direction that becomes +Z} {--out= : the STL file to write} {--json : print JSON}';

    protected $description = 'Write the mesh standing on the plate as binary STL';

    protected function compute(): array
    {
        $out = (string) $this->option('out');
        if ($out === '') {
            throw new InvalidArgumentException('--out is needed: the STL file to write.');
        }
        $standing = $this->reading()->mesh->standing(Rotation::bringingUp($this->direction('up')));
        $stream = @fopen($out, 'wb') ?: throw new InvalidArgumentException("“{$out}” cannot be written.");
        StlWriter::write($stream, $standing, pathinfo($out, PATHINFO_FILENAME).' - Wrenlo');
        $bytes = ftell($stream);
        fclose($stream);

        return ['out' => $out, 'triangles' => $standing->triangleCount(), 'bytes' => $bytes, 'height_mm' => $standing->bounds()->size()->z];
    }
}
