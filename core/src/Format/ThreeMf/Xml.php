<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

use Generator;
use Wrenlo\Core\Format\UnreadableMesh;
use XMLReader;

/** Walks XML element by element. A document type, which could define entities, is refused, and so is deep nesting. */
final class Xml
{
    private const MAX_DEPTH = 24;

    /** Goes to the root element. */
    public static function root(XMLReader $xml, string $part): void
    {
        while (self::step($xml, $part)) {
            if ($xml->nodeType === XMLReader::ELEMENT) {
                return;
            }
        }
        throw UnreadableMesh::breaksTheRules('syntax', "The part “{$part}” holds no XML element.");
    }

    /**
     * Stops at each child element of the present one; what is below a child and was not read is passed over.
     *
     * @return Generator<string> local names
     *
     * @throws UnreadableMesh
     */
    public static function children(XMLReader $xml, string $part): Generator
    {
        if ($xml->isEmptyElement) {
            return;
        }
        $depth = $xml->depth;
        if ($depth > self::MAX_DEPTH) {
            throw UnreadableMesh::breaksTheRules('syntax', "The part “{$part}” nests its elements more than ".self::MAX_DEPTH.' deep.');
        }
        while (self::step($xml, $part)) {
            $at = $xml->depth;
            if ($at <= $depth) {
                return; // the end of the present element
            }
            if ($at === $depth + 1 && $xml->nodeType === XMLReader::ELEMENT) {
                yield $xml->localName;
            }
        }
    }

    private static function step(XMLReader $xml, string $part): bool
    {
        if (! @$xml->read()) {
            $error = libxml_get_last_error();
            if ($error !== false && $error->level >= LIBXML_ERR_ERROR) {
                throw UnreadableMesh::breaksTheRules('syntax', "The part “{$part}” is damaged at line {$error->line}: ".self::words($error->message).'.');
            }

            return false;
        }
        if ($xml->nodeType === XMLReader::DOC_TYPE || $xml->nodeType === XMLReader::ENTITY_REF) {
            throw UnreadableMesh::breaksTheRules('entities', "The part “{$part}” defines or uses XML entities; a 3MF file must not.");
        }

        return true;
    }

    private static function words(string $message): string
    {
        return mb_strimwidth(preg_replace('/[^\x20-\x7E]/', '', rtrim($message, " .\n")) ?? '', 0, 80, '…');
    }
}
