<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\ThreeMf;

use Wrenlo\Core\Format\UnreadableMesh;
use XMLReader;

use function count;
use function ctype_digit;
use function is_finite;
use function is_numeric;

/**
 * One model part of a package: its unit, its objects by id, and what its build lists. Rules as in the core
 * specification of the 3MF Consortium (checked from memory; the list is in shared/CHECKS.md): ids are unique,
 * components refer back, triangles have three different corners, unknown required extensions are refused.
 */
final class ModelPart
{
    private const CORE = 'http://schemas.microsoft.com/3dmanufacturing/core/2015/02';

    private const PRODUCTION = 'http://schemas.microsoft.com/3dmanufacturing/production/2015/06';

    /** Extensions a file may require: the shape can be read without more. */
    private const UNDERSTOOD = [self::PRODUCTION, 'http://schemas.microsoft.com/3dmanufacturing/material/2015/02'];

    private const UNIT_MM = ['micron' => 0.001, 'millimeter' => 1.0, 'centimeter' => 10.0, 'inch' => 25.4, 'foot' => 304.8, 'meter' => 1000.0];

    private const TYPES = ['model', 'solidsupport', 'support', 'surface', 'other'];

    public string $unit = 'millimeter';

    /** @var array<int, ModelObject> */
    public array $objects = [];

    /** @var ?list<array{ModelObject, Transform}> null when there is no build */
    public ?array $items = null;

    /** @var array<int, true> ids of every resource, objects or not */
    private array $ids = [];

    private int $triangles = 0;

    /** @param  array<string, self>  $read parts by path, so that none is read twice */
    private function __construct(
        private readonly Package $package, private readonly string $path, private readonly int $maxTriangles, private array &$read,
    ) {}

    /**
     * @param  array<string, self>  $read
     *
     * @throws UnreadableMesh
     */
    public static function read(Package $package, string $path, int $maxTriangles, array &$read = []): self
    {
        $key = strtolower(ltrim($path, '/'));
        if (isset($read[$key])) {
            return $read[$key];
        }
        $part = new self($package, $path, $maxTriangles, $read);
        $read[$key] = $part;
        $part->model($package->xml($path));

        return $part;
    }

    public function unitMm(): float
    {
        return self::UNIT_MM[$this->unit];
    }

    private function model(XMLReader $xml): void
    {
        Xml::root($xml, $this->path);
        if ($xml->localName !== 'model' || $xml->namespaceURI !== self::CORE) {
            throw UnreadableMesh::breaksTheRules('wrong_namespace', "The part “{$this->path}” is not a model of the 3MF core specification.");
        }
        $this->unit = $xml->getAttribute('unit') ?? 'millimeter';
        if (! isset(self::UNIT_MM[$this->unit])) {
            throw UnreadableMesh::breaksTheRules('unit', "The model is drawn in “{$this->short($this->unit)}”, which is not a unit of 3MF.");
        }
        foreach (preg_split('/\s+/', $xml->getAttribute('requiredextensions') ?? '', -1, PREG_SPLIT_NO_EMPTY) ?: [] as $prefix) {
            $space = $xml->lookupNamespace($prefix);
            if (! in_array($space, self::UNDERSTOOD, true)) {
                throw UnreadableMesh::breaksTheRules('extension', "The file requires the extension “{$this->short($space ?? $prefix)}”, which Wrenlo does not know.");
            }
        }
        foreach (Xml::children($xml, $this->path) as $name) {
            if ($xml->namespaceURI === self::CORE && $name === 'resources') {
                $this->resources($xml);
            } elseif ($xml->namespaceURI === self::CORE && $name === 'build') {
                $this->build($xml);
            }
        }
        $xml->close();
    }

    private function resources(XMLReader $xml): void
    {
        foreach (Xml::children($xml, $this->path) as $name) {
            $text = $xml->getAttribute('id');
            if ($text === null && ($name !== 'object' || $xml->namespaceURI !== self::CORE)) {
                continue;
            }
            $id = $this->whole($text, 'id', 'A resource');
            if (isset($this->ids[$id])) {
                throw UnreadableMesh::breaksTheRules('duplicate_id', "Two resources of the part “{$this->path}” have the id {$id}.");
            }
            $this->ids[$id] = true;
            if ($name === 'object' && $xml->namespaceURI === self::CORE) {
                $this->objects[$id] = $this->object($xml, $id);
            }
        }
    }

    private function object(XMLReader $xml, int $id): ModelObject
    {
        $type = $xml->getAttribute('type') ?? 'model';
        if (! in_array($type, self::TYPES, true)) {
            throw UnreadableMesh::breaksTheRules('type', "Object {$id} is of the type “{$this->short($type)}”, which 3MF does not have.");
        }
        $object = new ModelObject($id, trim($this->short($xml->getAttribute('name') ?? '')), $type);
        $bodies = 0;
        foreach (Xml::children($xml, $this->path) as $name) {
            if ($xml->namespaceURI !== self::CORE) {
                continue;
            }
            if ($name === 'mesh') {
                $bodies++;
                $this->mesh($xml, $object);
            } elseif ($name === 'components') {
                $bodies++;
                $this->components($xml, $object);
            }
        }
        if ($bodies !== 1) {
            throw UnreadableMesh::breaksTheRules('syntax', "Object {$id} needs one mesh or one list of components; it has {$bodies}.");
        }

        return $object;
    }

    private function mesh(XMLReader $xml, ModelObject $object): void
    {
        foreach (Xml::children($xml, $this->path) as $name) {
            if ($name === 'vertices') {
                $this->vertices($xml, $object);
            } elseif ($name === 'triangles') {
                $this->triangles($xml, $object);
            }
        }
    }

    private function vertices(XMLReader $xml, ModelObject $object): void
    {
        $x = $y = $z = [];
        foreach (Xml::children($xml, $this->path) as $name) {
            if ($name !== 'vertex') {
                continue;
            }
            $px = $xml->getAttribute('x');
            $py = $xml->getAttribute('y');
            $pz = $xml->getAttribute('z');
            if (! is_numeric($px) || ! is_numeric($py) || ! is_numeric($pz) || ! is_finite((float) $px + (float) $py + (float) $pz)) {
                throw UnreadableMesh::breaksTheRules('not_a_number', "Object {$object->id}, vertex ".number_format(count($x)).': a vertex needs three finite numbers.');
            }
            $x[] = (float) $px;
            $y[] = (float) $py;
            $z[] = (float) $pz;
            if (count($x) > 3 * $this->maxTriangles) {
                throw UnreadableMesh::hasTooMany(count($x), $this->maxTriangles);
            }
        }
        [$object->x, $object->y, $object->z] = [$x, $y, $z];
    }

    private function triangles(XMLReader $xml, ModelObject $object): void
    {
        $tri = [];
        $vertices = count($object->x);
        foreach (Xml::children($xml, $this->path) as $name) {
            if ($name !== 'triangle') {
                continue;
            }
            $a = $xml->getAttribute('v1') ?? '';
            $b = $xml->getAttribute('v2') ?? '';
            $c = $xml->getAttribute('v3') ?? '';
            if (! ctype_digit($a) || ! ctype_digit($b) || ! ctype_digit($c) || $a >= $vertices || $b >= $vertices || $c >= $vertices) {
                throw UnreadableMesh::breaksTheRules('bad_index', "Object {$object->id}, triangle ".number_format(intdiv(count($tri), 3))." refers to a vertex that is not one of its {$vertices}.");
            }
            if ($a === $b || $b === $c || $c === $a) {
                throw UnreadableMesh::breaksTheRules('repeated_index', "Object {$object->id}, triangle ".number_format(intdiv(count($tri), 3)).' uses a vertex twice.');
            }
            $tri[] = (int) $a;
            $tri[] = (int) $b;
            $tri[] = (int) $c;
            if (++$this->triangles > $this->maxTriangles) {
                throw UnreadableMesh::hasTooMany($this->triangles, $this->maxTriangles);
            }
        }
        $object->facets($tri);
    }

    private function components(XMLReader $xml, ModelObject $object): void
    {
        foreach (Xml::children($xml, $this->path) as $name) {
            if ($name === 'component') {
                $place = "Object {$object->id}, component ".(count($object->components) + 1);
                $object->add($this->referred($xml, $place), Transform::fromText($xml->getAttribute('transform'), $place));
            }
        }
    }

    private function build(XMLReader $xml): void
    {
        $this->items ??= [];
        foreach (Xml::children($xml, $this->path) as $name) {
            if ($name === 'item') {
                $place = 'Build item '.(count($this->items) + 1);
                $this->items[] = [$this->referred($xml, $place), Transform::fromText($xml->getAttribute('transform'), $place)];
            }
        }
    }

    /** The object an element refers to: read before it in this part, or in another part named by its path. */
    private function referred(XMLReader $xml, string $place): ModelObject
    {
        $id = $this->whole($xml->getAttribute('objectid'), 'objectid', $place);
        $path = $xml->getAttributeNs('path', self::PRODUCTION);
        $objects = $path === null || $path === '' ? $this->objects : self::read($this->package, $path, $this->maxTriangles, $this->read)->objects;

        return $objects[$id] ?? throw UnreadableMesh::refersToNothing("object {$id}", $place);
    }

    private function whole(?string $text, string $attribute, string $place): int
    {
        return $text !== null && ctype_digit($text) && strlen($text) < 10 ? (int) $text
            : throw UnreadableMesh::breaksTheRules('syntax', "{$place} has no “{$attribute}” that is a whole number.");
    }

    private function short(string $text): string
    {
        return mb_strimwidth(preg_replace('/[\x00-\x1F\x7F]/u', '', $text) ?? '', 0, 60, '…');
    }
}
