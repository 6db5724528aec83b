<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Ply;

use Wrenlo\Core\Format\UnreadableMesh;

/** The records behind a PLY header, one after the other, whatever form they are written in. */
interface PlyBody
{
    /**
     * The next record.
     *
     * @param  list<array{name: string, type: string, counts: ?string}>  $properties
     * @return list<float|int|list<float|int>> a value a property; a list for a list property
     *
     * @throws UnreadableMesh
     */
    public function record(array $properties): array;

    /** Where the last record stood, as a sentence begins: “Line 12”, “Byte 1,024”. */
    public function place(): string;
}
