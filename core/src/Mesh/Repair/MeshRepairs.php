<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh\Repair;

use InvalidArgumentException;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshInspector;
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
        $found = [];
        foreach (self::keys() as $key) {
            $repaired = self::proposal($key, $mesh, $report);
            if ($repaired !== null) {
                $found[$key] = $repaired;
            }
        }

        return $found;
    }

    /** What one repair would do; null where it has nothing to do. */
    private static function proposal(string $key, Mesh $mesh, MeshReport $report): ?Repaired
    {
        $topology = $report->topology;
        $isWorth = match ($key) {
            'weld', 'holes' => $topology->boundaryEdges > 0,
            'degenerate' => $topology->degenerateFacets > 0,
            'duplicate' => $topology->duplicateFacets > 0,
            'winding' => $topology->flippedEdges > 0,
            'shells' => $topology->flippedEdges === 0 && ($topology->shells > 1 || $report->volumeMm3 < 0),
            default => true,
        };
        $repaired = $isWorth ? self::ALL[$key]['does']::apply($mesh) : null;

        return $repaired !== null && $repaired->count > 0 ? $repaired : null;
    }

    /**
     * Goes through the list in its order: what each repair could do at its place, those chosen done. So what could be done and what was
     * are counted on the same mesh, and agree.
     *
     * @param  list<string>  $keys  those to be done
     * @return array{Mesh, array<string, int>, array<string, int>} the mesh, what each could do there, what those chosen did
     *
     * @throws InvalidArgumentException for a key that is none
     */
    public static function inTurn(Mesh $mesh, MeshReport $report, array $keys): array
    {
        self::check($keys);
        $could = $done = [];
        foreach (self::keys() as $key) {
            $repaired = self::proposal($key, $mesh, $report);
            if ($repaired !== null) {
                $could[$key] = $repaired->count;
            }
            if (in_array($key, $keys, true)) {
                $done[$key] = $repaired->count ?? 0;
                if ($repaired !== null) {
                    $mesh = $repaired->mesh;
                    $report = MeshInspector::inspect($mesh);
                }
            }
        }

        return [$mesh, $could, $done];
    }

    /** @param  list<string>  $keys */
    private static function check(array $keys): void
    {
        foreach (array_diff($keys, self::keys()) as $unknown) {
            throw new InvalidArgumentException("There is no repair “{$unknown}”; there are ".implode(', ', self::keys()).'.');
        }
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
        self::check($keys);
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
