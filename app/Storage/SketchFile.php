<?php

declare(strict_types=1);

namespace App\Storage;

use App\Findings\Lists;
use Closure;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\NormalBins;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\SectionMap;
use Wrenlo\Core\Orientation\SectionNumbers;
use Wrenlo\Core\Orientation\StanceSketch;

/** A sketch of a piece's stances as lists: bins, hull, map of sections, mass. Read at every turn of the hand. */
final class SketchFile
{
    private const SURFACE = ['nx', 'ny', 'nz', 'area', 'cx', 'cy', 'cz', 'spread'];

    /** @return Closure(resource): void */
    public static function writer(StanceSketch $s): Closure
    {
        $lists = [];
        foreach (self::SURFACE as $name) {
            $lists["bin_{$name}"] = ['e', $s->bins->bins->{$name}];
        }
        foreach ($s->bins->more as $name => $values) {
            $lists["more_{$name}"] = ['e', $values];
        }
        foreach (['x' => $s->sections->x, 'y' => $s->sections->y, 'z' => $s->sections->z, ...$s->sections->numbers] as $name => $values) {
            $lists["section_{$name}"] = ['e', $values];
        }

        return Lists::writer([
            ...$lists, 'bin_seen' => ['e', $s->bins->seenArea], 'flats' => ['V', $s->bins->flats],
            'hull_x' => ['e', $s->hull->x], 'hull_y' => ['e', $s->hull->y], 'hull_z' => ['e', $s->hull->z], 'hull_faces' => ['V', $s->hull->faces],
            'mass' => ['e', [$s->volumeMm3, ...$s->centreOfMassMm->toArray()]],
        ]);
    }

    /**
     * @param  list<array{Vec3, Origin}>  $directions
     * @return Closure(resource): void
     */
    public static function directionsWriter(array $directions): Closure
    {
        $lists = ['x' => ['e', []], 'y' => ['e', []], 'z' => ['e', []], 'origin' => ['V', []]];
        foreach ($directions as [$up, $origin]) {
            $lists['x'][1][] = $up->x;
            $lists['y'][1][] = $up->y;
            $lists['z'][1][] = $up->z;
            $lists['origin'][1][] = (int) array_search($origin, Origin::cases(), true);
        }

        return Lists::writer($lists);
    }

    /** @return list<array{Vec3, Origin}> */
    public static function directions(Lists $l): array
    {
        return array_map(
            static fn (float $x, float $y, float $z, int $origin): array => [new Vec3($x, $y, $z), Origin::cases()[$origin]],
            $l->floats('x'), $l->floats('y'), $l->floats('z'), $l->words('origin'),
        );
    }

    public static function read(Lists $l): StanceSketch
    {
        $more = [];
        foreach (['clear', 'hold'] as $name) {
            if ($l->has("more_{$name}")) {
                $more[$name] = $l->floats("more_{$name}");
            }
        }
        $surface = new Surface(...array_map(static fn (string $name): array => $l->floats("bin_{$name}"), self::SURFACE));
        [$volume, $x, $y, $z] = $l->floats('mass');
        $section = static fn (string $name): array => $l->floats("section_{$name}");
        $sections = SectionMap::fromLists($section('x'), $section('y'), $section('z'), array_map($section, array_combine($keys = array_keys(SectionNumbers::keys()), $keys)));

        return new StanceSketch(
            NormalBins::fromLists($surface, $l->floats('bin_seen'), $l->words('flats'), $more),
            ConvexHull::fromFaces($l->floats('hull_x'), $l->floats('hull_y'), $l->floats('hull_z'), $l->words('hull_faces')),
            $sections, $volume, new Vec3($x, $y, $z),
        );
    }
}
