<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use InvalidArgumentException;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshReport;

/** The list of repairs, in the order they are applied. A new one is a class and a line here. */
final class MeshRepairs
{
    /** @var array<string, array{does: class-string<Repair>, label: string, one: string, many: string}> */
    private const ALL = [
        'weld' => ['does' => WeldBorders::class, 'label' => 'Join cracks', 'one' => 'One border vertex is joined to the one beside it.', 'many' => '%s border vertices are joined to the ones beside them.'],
        'degenerate' => ['does' => DropDegenerate::class, 'label' => 'Drop facets without area', 'one' => 'One facet without area goes.', 'many' => '%s facets without area go.'],
        'duplicate' => ['does' => DropDuplicates::class, 'label' => 'Drop repeated facets', 'one' => 'One facet over the corners of another goes.', 'many' => '%s facets over the corners of others go.'],
        'winding' => ['does' => OrientWindings::class, 'label' => 'Make neighbours agree', 'one' => 'One facet is turned to face the way its neighbours do.', 'many' => '%s facets are turned to face the way their neighbours do.'],
        'holes' => ['does' => CloseHoles::class, 'label' => 'Close simple holes', 'one' => 'One hole is closed over its own corners.', 'many' => '%s holes are closed over their own corners.'],
        'shells' => ['does' => FlipShells::class, 'label' => 'Turn shells right side out', 'one' => 'One closed shell that faces inwards is turned.', 'many' => '%s closed shells that face inwards are turned.'],
    ];

    /** @return list<string> */
    public static function keys(): array
    {
        return array_keys(self::ALL);
    }

    public static function label(string $key): string
    {
        return self::ALL[$key]['label'];
    }

    public static function sentence(string $key, int $count): string
    {
        return $count === 1 ? self::ALL[$key]['one'] : sprintf(self::ALL[$key]['many'], number_format($count));
    }

    /**
     * What each repair would do to this mesh by itself; those with nothing to do are left out.
     *
     * @return array<string, Repaired> by key
     */
    public static function proposals(Mesh $mesh, MeshReport $report): array
    {
        $topology = $report->topology;
        $isOpen = $topology->boundaryEdges > 0;
        $worth = [
            'weld' => $isOpen,
            'degenerate' => $topology->degenerateFacets > 0,
            'duplicate' => $topology->duplicateFacets > 0,
            'winding' => $topology->flippedEdges > 0,
            'holes' => $isOpen,
            'shells' => $topology->flippedEdges === 0 && ($topology->shells > 1 || $report->volumeMm3 < 0),
        ];
        $found = [];
        foreach (self::ALL as $key => ['does' => $does]) {
            $repaired = $worth[$key] ? $does::apply($mesh) : null;
            if ($repaired !== null && $repaired->count > 0) {
                $found[$key] = $repaired;
            }
        }

        return $found;
    }

    /**
     * Applies the chosen repairs, in the order of the list whatever the order they are named in.
     *
     * @param  list<string>  $keys
     * @return array{Mesh, array<string, int>} the mesh and what each repair counted
     *
     * @throws InvalidArgumentException for a key that is none
     */
    public static function apply(Mesh $mesh, array $keys): array
    {
        foreach (array_diff($keys, self::keys()) as $unknown) {
            throw new InvalidArgumentException("There is no repair “{$unknown}”; there are ".implode(', ', self::keys()).'.');
        }
        $counts = [];
        foreach (self::ALL as $key => ['does' => $does]) {
            if (in_array($key, $keys, true)) {
                $repaired = $does::apply($mesh);
                $mesh = $repaired->mesh;
                $counts[$key] = $repaired->count;
            }
        }

        return [$mesh, $counts];
    }
}
