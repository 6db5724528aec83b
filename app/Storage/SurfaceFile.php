<?php

declare(strict_types=1);

namespace App\Storage;

use App\Findings\Lists;
use Closure;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

/**
 * A surface ready to be marked: by facet its normal, area and centroid (f32), the facet beyond each edge (u32, all ones for
 * none) and its patch; of each patch its area and a facet of it. A stroke reads only the facets it comes to.
 */
final class SurfaceFile
{
    private const NONE = 0xFFFFFFFF;

    private const SURFACE = ['nx', 'ny', 'nz', 'area', 'cx', 'cy', 'cz'];

    public readonly int $facets;

    public readonly int $patches;

    public function __construct(private readonly Lists $lists)
    {
        $this->facets = $lists->count('area');
        $this->patches = $lists->count('seed');
    }

    /** @return Closure(resource): void */
    public static function writer(Surface $facets, Neighbours $beyond, Patches $patches): Closure
    {
        $lists = array_combine(self::SURFACE, array_map(static fn (string $name): array => ['g', $facets->{$name}], self::SURFACE));

        return Lists::writer([...$lists, 'beyond' => ['V', $beyond->of], 'patch' => ['V', $patches->label], 'patch_area' => ['g', $patches->areaMm2], 'seed' => ['V', $patches->seed]]);
    }

    /** The whole of it, for what looks at every facet. */
    public function picker(): Picker
    {
        $beyond = $this->lists->words('beyond');
        foreach ($beyond as $k => $f) {
            if ($f === self::NONE) {
                $beyond[$k] = -1;
            }
        }

        return new Picker(new Surface(...array_map($this->lists->floats(...), self::SURFACE)), new Neighbours($beyond));
    }

    /** Facet by facet, for what stays near a place. */
    public function nearby(): NearbyFacets
    {
        return new NearbyFacets($this->lists);
    }

    public function area(int $facet): float
    {
        return $this->lists->float('area', $facet);
    }

    /** @return list<float> mm² by facet */
    public function areas(): array
    {
        return $this->lists->floats('area');
    }

    /** @return array{areaMm2: float, seed: int, facets: list<int>} */
    public function patch(int $number): array
    {
        return [
            'areaMm2' => $this->lists->float('patch_area', $number), 'seed' => $this->lists->word('seed', $number),
            'facets' => array_keys($this->lists->words('patch'), $number, true),
        ];
    }

    /** @return array{float, float, float} the unit normal of a facet */
    public function normal(int $facet): array
    {
        return [$this->lists->float('nx', $facet), $this->lists->float('ny', $facet), $this->lists->float('nz', $facet)];
    }
}
