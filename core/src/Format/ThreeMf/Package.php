<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

use Wrenlo\Core\Format\UnreadableMesh;
use XMLReader;
use ZipArchive;

/**
 * The archive around a 3MF model: parts by name, unpacked under a cap, as XML without entities.
 *
 * Parts are unpacked into temporary files and read from there, so memory does not depend on what an archive claims.
 */
final class Package
{
    /** What one part may unpack to; 1.2 million triangles as XML are about 120 MB. */
    private const MAX_PART_BYTES = 256_000_000;

    /** What all parts that are read may unpack to together. */
    private const MAX_ALL_BYTES = 320_000_000;

    private const MAX_ENTRIES = 20_000;

    private int $unpacked = 0;

    /** @param  list<resource>  $open the archive and the parts unpacked so far: temporary files, which go when they are closed */
    private function __construct(private readonly ZipArchive $zip, private array $open) {}

    /** Lets the temporary files go at once: parts of a model refer to each other, so whoever waits for nobody to hold a package any more waits long. */
    public function close(): void
    {
        $this->zip->close();
        array_map(fclose(...), array_splice($this->open, 0));
    }

    /**
     * @param  resource  $stream
     *
     * @throws UnreadableMesh
     */
    public static function open($stream): self
    {
        $copy = self::temporary();
        if ((int) stream_copy_to_stream($stream, $copy) === 0) {
            throw UnreadableMesh::isEmpty();
        }
        fflush($copy);
        $zip = new ZipArchive;
        if (@$zip->open(self::pathOf($copy), ZipArchive::RDONLY) !== true) {
            throw UnreadableMesh::breaksTheRules('not_this_format', 'This is not 3MF: the archive cannot be opened (it may have been cut off on the way).');
        }
        if ($zip->numFiles > self::MAX_ENTRIES) {
            throw UnreadableMesh::breaksTheRules('too_large', 'The archive holds '.number_format($zip->numFiles).' parts: more than a 3MF file needs.');
        }

        return new self($zip, [$copy]);
    }

    public function has(string $part): bool
    {
        return $this->entry($part) !== false;
    }

    /**
     * A reader before the first node of a part. It does not resolve entities and never fetches anything.
     *
     * @throws UnreadableMesh
     */
    public function xml(string $part): XMLReader
    {
        $file = $this->unpack($part);
        libxml_use_internal_errors(true);
        libxml_clear_errors();
        $xml = new XMLReader;
        if (! @$xml->open(self::pathOf($file), null, LIBXML_NONET | LIBXML_COMPACT)) {
            throw UnreadableMesh::breaksTheRules('syntax', "The part “{$part}” cannot be read as XML.");
        }

        return $xml;
    }

    /** @return resource */
    private function unpack(string $part)
    {
        $entry = $this->entry($part);
        $from = $entry === false ? false : @$this->zip->getStreamIndex($entry);
        if ($from === false) {
            throw UnreadableMesh::breaksTheRules('missing_part', "The archive has no readable part “{$part}”.");
        }
        $to = self::temporary();
        $most = min(self::MAX_PART_BYTES, self::MAX_ALL_BYTES - $this->unpacked);
        set_error_handler(static fn (): bool => true); // damage shows in the checksum below
        $copied = (int) stream_copy_to_stream($from, $to, $most + 1);
        fclose($from);
        restore_error_handler();
        if ($copied > $most) {
            throw UnreadableMesh::expandsBeyond($part, $most);
        }
        rewind($to);
        $sum = hash_init('crc32b');
        hash_update_stream($sum, $to);
        if (hexdec(hash_final($sum)) !== ($this->zip->statIndex((int) $entry)['crc'] ?? -1)) {
            throw UnreadableMesh::breaksTheRules('damaged', "The part “{$part}” does not match its checksum: the file was damaged on the way.");
        }
        $this->unpacked += $copied;
        fflush($to);

        return $this->open[] = $to;
    }

    private function entry(string $part): int|false
    {
        return $this->zip->locateName(ltrim($part, '/'), ZipArchive::FL_NOCASE);
    }

    /** @param  resource  $file */
    private static function pathOf($file): string
    {
        return stream_get_meta_data($file)['uri'] ?? '';
    }

    /** @return resource */
    private static function temporary()
    {
        return tmpfile() ?: throw UnreadableMesh::breaksTheRules('no_room', 'There is no room for temporary files.');
    }
}
