<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format;

/** What a file seems to be by how it begins, in words for a person who gave it the wrong name. */
final class Looks
{
    /** First bytes → what such files are. */
    private const BEGINNINGS = [
        "PK\x03\x04" => 'a ZIP archive, as 3MF files are', "\x89PNG" => 'a PNG picture', "\xFF\xD8\xFF" => 'a JPEG picture', '%PDF' => 'a PDF document', "\x1F\x8B" => 'a gzip archive',
        "ply\n" => 'a PLY file', "ply\r" => 'a PLY file', 'glTF' => 'a glTF file',
    ];

    /** @return ?string null where it looks like nothing in particular */
    public static function like(string $head): ?string
    {
        foreach (self::BEGINNINGS as $bytes => $what) {
            if (str_starts_with($head, (string) $bytes)) {
                return $what;
            }
        }
        // a chunk may end within a character
        $isText = $head !== '' && preg_match('/[^\x20-\x7E\x80-\xFF\t\r\n\f]/', $head) === 0 && mb_check_encoding(preg_replace('/[\xC0-\xFF][\x80-\xBF]{0,3}$/', '', $head) ?? '', 'UTF-8');
        if (! $isText) {
            return null;
        }
        $begins = ltrim(strtolower(substr($head, 0, 200)), "\xEF\xBB\xBF \t\r\n");

        return match (true) {
            str_starts_with($begins, '<!doctype html'), str_starts_with($begins, '<html') => 'a web page',
            str_starts_with($begins, '<?xml'), str_starts_with($begins, '<svg') => 'XML',
            str_starts_with($begins, '{'), str_starts_with($begins, '[') => 'JSON',
            preg_match('/^(?:#[^\n]*\n\s*)*(?:v|o|g|mtllib)\s/', $begins) === 1 => 'an OBJ file',
            default => 'plain text',
        };
    }
}
