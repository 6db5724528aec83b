<?php

declare(strict_types=1);

namespace App\Actions;

use App\Findings\MeshInHand;
use App\Models\Piece;
use App\Plans\Bench;
use App\Storage\Blobs;
use RuntimeException;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\Part;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Mesh\Shells;

/** Makes a piece of its own of every part of the file, or of every shell. The piece itself stays as it is. */
final class SplitPiece
{
    public const MOST = 24;

    /**
     * @param  'parts'|'shells'  $by
     * @return list<Piece>
     *
     * @throws Refusal when there is one, or too many
     */
    public static function handle(Piece $piece, string $by): array
    {
        $split = $by === 'parts' ? self::parts($piece) : self::shells($piece);
        if (count($split) < 2) {
            throw Refusal::because('by', $by === 'parts' ? 'The file sets no parts apart.' : 'The mesh is one shell.');
        }
        if (count($split) > self::MOST) {
            throw Refusal::because('by', 'That would be '.number_format(count($split)).' pieces; Wrenlo makes up to '.self::MOST.' at once.');
        }

        $pieces = [];
        foreach ($split as $k => ['name' => $name, 'mesh' => $mesh]) {
            $pieces[] = self::store($piece, $name !== '' ? $name : "{$piece->name} ".($k + 1), $mesh);
        }

        return $pieces;
    }

    /** @return list<array{name: string, mesh: Mesh}> */
    private static function parts(Piece $piece): array
    {
        $reading = ReadMesh::fromPath(Blobs::path($piece->blob), $piece->ending());
        $own = Bench::of($piece)->look()->recipe;
        $recipe = new MeshRecipe($own->scale, $own->mirror); // repairs count anew in each part

        return array_map(static fn (Part $p): array => [
            'name' => $p->name,
            'mesh' => $recipe->apply($reading->mesh->only(range($p->firstFacet, $p->firstFacet + $p->facets - 1))),
        ], $reading->parts);
    }

    /** @return list<array{name: string, mesh: Mesh}> largest first */
    private static function shells(Piece $piece): array
    {
        $mesh = MeshInHand::reading(Bench::of($piece)->subject())->mesh;
        $facets = Shells::of($mesh)->facets();
        usort($facets, static fn (array $a, array $b): int => count($b) <=> count($a));
        if (count($facets) > self::MOST) {
            return array_map(static fn (): array => ['name' => '', 'mesh' => $mesh], $facets);
        }

        return array_map(static fn (array $f): array => ['name' => '', 'mesh' => $mesh->only($f)], array_values(array_filter($facets)));
    }

    private static function store(Piece $from, string $name, Mesh $mesh): Piece
    {
        $path = tempnam(sys_get_temp_dir(), 'wrenlo') ?: throw new RuntimeException('There is no room for temporary files.');
        try {
            $stream = fopen($path, 'wb') ?: throw new RuntimeException('There is no room for temporary files.');
            MeshFormats::write($stream, '3mf', $mesh, $name);
            fclose($stream);

            return StoreUpload::handle($from->user, $path, str_replace('/', ' ', $name).'.3mf', Bench::of($from)->look()->display);
        } finally {
            @unlink($path);
        }
    }
}
