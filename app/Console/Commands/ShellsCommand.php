<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Mesh\Mesh;

/** A mesh command that also writes geometry of its own to `--out`. */
abstract class ShellsCommand extends MeshCommand
{
    /** The file of `--out`, '' for none; refused before anything is computed where no format of that name is written. */
    protected function outFile(): string
    {
        $out = (string) $this->option('out');
        if ($out !== '' && ! MeshFormats::knows(self::ending($out))) {
            throw new InvalidArgumentException('Wrenlo writes '.MeshFormats::names().', not “.'.self::ending($out).'”.');
        }

        return $out;
    }

    protected function writeShells(string $out, ?Mesh $shells, string $title): void
    {
        if ($out === '') {
            return;
        }
        if ($shells === null && self::ending($out) !== 'stl') {
            throw new InvalidArgumentException('There is nothing to write, and only an STL may be without a facet.');
        }
        $stream = @fopen($out, 'wb') ?: throw new InvalidArgumentException("“{$out}” cannot be written.");
        $shells === null ? fwrite($stream, str_pad($title, 80).pack('V', 0)) : MeshFormats::write($stream, self::ending($out), $shells, $title);
        fclose($stream);
    }

    private static function ending(string $path): string
    {
        return strtolower(pathinfo($path, PATHINFO_EXTENSION));
    }
}
