<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Geometry\Rotation;

final class ExportCommand extends MeshCommand
{
    protected $signature = 'wrenlo:export '.self::FILE.' {--up= : the file-frame direction that becomes +Z} {--out= : the file to write; its ending says the format} {--json : print JSON}';

    protected $description = 'Write the mesh standing on the plate in an open format';

    protected function compute(): array
    {
        $out = (string) $this->option('out');
        if ($out === '') {
            throw new InvalidArgumentException('--out is needed: the file to write, such as standing.3mf.');
        }
        $ending = strtolower(pathinfo($out, PATHINFO_EXTENSION));
        if (! MeshFormats::knows($ending)) {
            throw new InvalidArgumentException('Wrenlo writes '.MeshFormats::names().", not “.{$ending}”.");
        }
        $standing = $this->reading()->mesh->standing(Rotation::bringingUp($this->direction('up')));
        $stream = @fopen($out, 'wb') ?: throw new InvalidArgumentException("“{$out}” cannot be written.");
        MeshFormats::write($stream, $ending, $standing, pathinfo($out, PATHINFO_FILENAME).' - Wrenlo');
        $bytes = ftell($stream);
        fclose($stream);

        return ['out' => $out, 'triangles' => $standing->triangleCount(), 'bytes' => $bytes, 'height_mm' => $standing->bounds()->size()->z];
    }
}
