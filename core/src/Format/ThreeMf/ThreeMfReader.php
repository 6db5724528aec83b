<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

use Wrenlo\Core\Format\MeshReader;
use Wrenlo\Core\Format\Part;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\MeshBuilder;
use Wrenlo\Core\Mesh\Warning;

/**
 * Reads 3MF (core specification, and the paths of its production extension): everything the build lists, with its
 * transforms, in millimetres; each build item is a part. Support and helper objects are left out with a note.
 */
final class ThreeMfReader implements MeshReader
{
    private const MODEL_RELATION = 'http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel';

    private const MODEL_TYPE = 'application/vnd.ms-package.3dmanufacturing-3dmodel+xml';

    /** Objects within objects cost time and no triangle: twice as many as there may be triangles is a tree of two. */
    private const PLACED_PER_TRIANGLE = 2;

    public static function read($stream, int $maxTriangles): Reading
    {
        $package = Package::open($stream);
        try {
            return self::built($package, $maxTriangles);
        } finally {
            $package->close();
        }
    }

    private static function built(Package $package, int $maxTriangles): Reading
    {
        self::checkContentTypes($package);
        $model = ModelPart::read($package, self::modelPath($package), $maxTriangles);
        $items = $model->items ?? throw UnreadableMesh::breaksTheRules('no_build', 'The model has no build: nothing says what of it to make.');
        $pieces = array_values(array_filter($items, static fn (array $i): bool => $i[0]->isPiece()));
        $all = new ModelObject(0, '', 'model');
        foreach ($pieces as [$object, $transform]) {
            $all->add($object, $transform);
        }
        if ($all->triangles > $maxTriangles) {
            throw UnreadableMesh::hasTooMany($all->triangles, $maxTriangles);
        }
        if ($all->placed > self::PLACED_PER_TRIANGLE * $maxTriangles) {
            throw UnreadableMesh::breaksTheRules('too_large', 'The build is put together of more than '.number_format(self::PLACED_PER_TRIANGLE * $maxTriangles).' objects within objects: Wrenlo stops there.');
        }
        $builder = new MeshBuilder;
        $parts = [];
        foreach ($pieces as [$object, $transform]) {
            $first = $builder->triangleCount();
            self::place($object, $transform->then(Transform::times($model->unitMm())), $builder);
            $parts[] = new Part($object->name !== '' ? $object->name : "Object {$object->id}", $first, $builder->triangleCount() - $first);
        }
        if ($builder->triangleCount() === 0) { // a piece may be put together of supports alone
            throw UnreadableMesh::hasNoTriangles();
        }

        return new Reading($builder->build(), self::warnings(count($items) - count($pieces)), count($parts) > 1 ? $parts : [], $model->unit);
    }

    /** @return list<Warning> */
    private static function warnings(int $left): array
    {
        return $left === 0 ? [] : [new Warning('supports_left_out', $left === 1
            ? 'One support or helper object in the build was left out.'
            : "{$left} support or helper objects in the build were left out.")];
    }

    private static function place(ModelObject $object, Transform $transform, MeshBuilder $builder): void
    {
        if ($object->triangles === 0 || ! $object->isPiece()) {
            return;
        }
        foreach ($object->components as [$part, $own]) {
            self::place($part, $own->then($transform), $builder);
        }
        [$a, $b, $c, $d, $e, $f, $g, $h, $i, $tx, $ty, $tz] = $transform->m;
        $vertex = [];
        foreach ($object->x as $k => $x) {
            $y = $object->y[$k];
            $z = $object->z[$k];
            $vertex[] = $builder->vertex($x * $a + $y * $d + $z * $g + $tx, $x * $b + $y * $e + $z * $h + $ty, $x * $c + $y * $f + $z * $i + $tz);
        }
        [$second, $third] = $transform->mirrors() ? [2, 1] : [1, 2];
        for ($k = 0, $n = count($object->tri); $k < $n; $k += 3) {
            $builder->triangle($vertex[$object->tri[$k]], $vertex[$object->tri[$k + $second]], $vertex[$object->tri[$k + $third]]);
        }
    }

    private static function checkContentTypes(Package $package): void
    {
        if (! $package->has('[Content_Types].xml')) {
            throw UnreadableMesh::breaksTheRules('missing_part', 'The archive has no list of content types: it is not a 3MF file.');
        }
        $xml = $package->xml('[Content_Types].xml');
        Xml::root($xml, '[Content_Types].xml');
        foreach (Xml::children($xml, '[Content_Types].xml') as $_) {
            if ($xml->getAttribute('ContentType') === self::MODEL_TYPE) {
                return;
            }
        }
        throw UnreadableMesh::breaksTheRules('no_model_type', 'The list of content types names no 3D model: it is not a 3MF file.');
    }

    private static function modelPath(Package $package): string
    {
        if (! $package->has('_rels/.rels')) {
            throw UnreadableMesh::breaksTheRules('missing_part', 'The archive has no relationships: nothing says which part is the model.');
        }
        $xml = $package->xml('_rels/.rels');
        Xml::root($xml, '_rels/.rels');
        foreach (Xml::children($xml, '_rels/.rels') as $_) {
            if ($xml->getAttribute('Type') === self::MODEL_RELATION) {
                return $xml->getAttribute('Target') ?? '';
            }
        }
        throw UnreadableMesh::breaksTheRules('no_model', 'The relationships name no 3D model.');
    }
}
