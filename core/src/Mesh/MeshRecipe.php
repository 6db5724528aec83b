<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use InvalidArgumentException;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;

/**
 * What a person decided to do to a mesh before anything is measured: repairs, then scale, then a mirror. The file itself
 * never changes, so every step can be taken back.
 */
final readonly class MeshRecipe
{
    public const AXES = ['x', 'y', 'z'];

    /**
     * @param  list<string>  $repairs  keys of MeshRepairs
     * @param  ?string  $mirror  axis across which it is mirrored
     */
    public function __construct(public float $scale = 1.0, public ?string $mirror = null, public array $repairs = [])
    {
        if ($scale <= 0 || ! is_finite($scale)) {
            throw new InvalidArgumentException('A scale is a number above zero.');
        }
        if ($mirror !== null && ! in_array($mirror, self::AXES, true)) {
            throw new InvalidArgumentException('A mirror is across x, y or z.');
        }
    }

    public function apply(Mesh $mesh): Mesh
    {
        [$mesh] = $this->repairs === [] ? [$mesh] : MeshRepairs::apply($mesh, $this->repairs);
        $mesh = $mesh->scaled($this->scale);

        return $this->mirror === null ? $mesh : $mesh->mirrored($this->mirror);
    }

    /** Short and stable: files derived from a mesh go by it. */
    public function key(): string
    {
        return implode('-', array_filter([sprintf('%g', $this->scale), $this->mirror, ...$this->inOrder()]));
    }

    /** @return list<string> the repairs in the order they are applied in */
    public function inOrder(): array
    {
        return array_values(array_intersect(MeshRepairs::keys(), $this->repairs));
    }
}
