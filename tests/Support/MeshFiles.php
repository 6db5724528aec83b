<?php

declare(strict_types=1);

namespace Tests\Support;

use PHPUnit\Framework\Assert;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\Mesh;
use ZipArchive;

/** Bytes to meshes and back, in any format Wrenlo knows. */
final class MeshFiles
{
    public static function read(string $bytes, string $ending): Reading
    {
        $stream = fopen('php://memory', 'w+b');
        fwrite($stream, $bytes);
        rewind($stream);

        return MeshFormats::read($stream, $ending);
    }

    public static function bytes(Mesh $mesh, string $ending, string $title = 'test'): string
    {
        $stream = fopen('php://memory', 'w+b');
        MeshFormats::write($stream, $ending, $mesh, $title);
        rewind($stream);

        return (string) stream_get_contents($stream);
    }

    /** @return array{string, string} the reason code of the refusal (or “read”) and its sentence */
    public static function verdict(string $bytes, string $ending): array
    {
        try {
            self::read($bytes, $ending);

            return ['read', ''];
        } catch (UnreadableMesh $e) {
            Assert::assertMatchesRegularExpression('/^[A-Z“].{10,}\.$/us', $e->getMessage());

            return [$e->reason, $e->getMessage()];
        }
    }

    /** @param  array<string, string>  $parts  name → content, put into an archive by PHP's own class */
    public static function zip(array $parts): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'wrenlo');
        $zip = new ZipArchive;
        $zip->open($path, ZipArchive::OVERWRITE);
        foreach ($parts as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $bytes;
    }
}
