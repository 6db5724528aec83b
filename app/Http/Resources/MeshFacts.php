<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\Report;
use App\Plans\Bench;
use Wrenlo\Core\Mesh\UnitGuess;

/** The mesh report as the Look station shows it. */
final readonly class MeshFacts
{
    /**
     * @param  list<float>  $sizeMm
     * @param  list<Notice>  $notices
     * @param  list<RepairOffer>  $offers
     * @param  list<string>  $parts  names of the parts the file sets apart
     * @param  ?float  $unitScale  factor that would apply the guessed unit, null where millimetres fit
     */
    private function __construct(
        public int $triangles,
        public int $vertices,
        public int $shells,
        public int $boundaryEdges,
        public int $nonManifoldEdges,
        public int $flippedEdges,
        public int $degenerateFacets,
        public int $duplicateFacets,
        public int $euler,
        public bool $watertight,
        public float $volumeCm3,
        public float $areaCm2,
        public float $hullCm3,
        public array $sizeMm,
        public ?string $unitName,
        public ?float $unitScale,
        public array $notices,
        public array $offers,
        public array $parts,
    ) {}

    public static function of(Bench $bench): ?self
    {
        $headline = $bench->done(Report::class)?->headline;
        $r = $headline['report'] ?? null;
        if ($r === null) {
            return null;
        }
        $unit = UnitGuess::from($r['unit_guess']);
        $isOdd = $unit !== UnitGuess::Millimetre;

        return new self(
            triangles: $r['triangles'], vertices: $r['vertices'], shells: $r['shells'], boundaryEdges: $r['boundary_edges'], nonManifoldEdges: $r['non_manifold_edges'],
            flippedEdges: $r['flipped_edges'], degenerateFacets: $r['degenerate_facets'], duplicateFacets: $r['duplicate_facets'], euler: $r['euler'], watertight: $r['watertight'],
            volumeCm3: $r['volume_mm3'] / 1000, areaCm2: $r['area_mm2'] / 100, hullCm3: $r['hull_volume_mm3'] / 1000,
            sizeMm: array_map(static fn (float $low, float $high): float => $high - $low, $r['bbox_mm'][0], $r['bbox_mm'][1]),
            unitName: $isOdd ? $unit->plural() : null, unitScale: $isOdd ? $unit->millimetres() : null,
            notices: array_values(array_map(static fn (array $w): Notice => new Notice($w['code'], $w['message']), $r['warnings'])),
            offers: RepairOffer::all($bench), parts: $headline['parts'] ?? [],
        );
    }
}
