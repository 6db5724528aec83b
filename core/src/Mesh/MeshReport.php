<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

use Wrenlo\Core\Geometry\Box3;
use Wrenlo\Core\Geometry\Vec3;

/** What a mesh is and whether it is sound. Millimetres, in the frame of the file. */
final readonly class MeshReport
{
    /** @param  list<Warning>  $warnings worst first */
    public function __construct(
        public int $triangles,
        public int $vertices,
        public Topology $topology,
        public float $volumeMm3,
        public float $areaMm2,
        public Vec3 $centreOfMassMm,
        public Box3 $bounds,
        public float $hullVolumeMm3,
        public UnitGuess $unitGuess,
        public array $warnings,
    ) {}

    /** @return array<string, mixed> the keys of `wrenlo:inspect --json` */
    public function toArray(): array
    {
        return [
            'triangles' => $this->triangles,
            'vertices' => $this->vertices,
            'shells' => $this->topology->shells,
            'boundary_edges' => $this->topology->boundaryEdges,
            'non_manifold_edges' => $this->topology->nonManifoldEdges,
            'flipped_edges' => $this->topology->flippedEdges,
            'degenerate_facets' => $this->topology->degenerateFacets,
            'duplicate_facets' => $this->topology->duplicateFacets,
            'euler' => $this->topology->euler,
            'watertight' => $this->topology->isWatertight(),
            'volume_mm3' => $this->volumeMm3,
            'area_mm2' => $this->areaMm2,
            'centre_of_mass_mm' => $this->centreOfMassMm->toArray(),
            'bbox_mm' => [$this->bounds->min->toArray(), $this->bounds->max->toArray()],
            'hull_volume_mm3' => $this->hullVolumeMm3,
            'unit_guess' => $this->unitGuess->value,
            'warnings' => array_map(static fn (Warning $w): array => $w->toArray(), $this->warnings),
        ];
    }
}
