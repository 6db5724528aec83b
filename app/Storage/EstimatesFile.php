<?php

declare(strict_types=1);

namespace App\Storage;

use App\Findings\Lists;
use Closure;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\MeasuredStance;
use Wrenlo\Core\Orientation\Origin;

/** The estimates of a search as a matrix: a list a number (the keys of MeasuredStance), beside where each stance points and came from. */
final class EstimatesFile
{
    /** @return array<string, array{'e'|'V', list<float>|list<int>}> the lists as they are */
    private static function columns(Lists $l): array
    {
        $columns = ['origin' => ['V', $l->words('origin')]];
        foreach (['up_x', 'up_y', 'up_z', ...MeasuredStance::keys()] as $name) {
            $columns[$name] = ['e', $l->floats($name)];
        }

        return $columns;
    }

    /**
     * @param  Lists  ...$known  read from such files, to be written before them
     * @param  list<array{Vec3, Origin, MeasuredStance}>  $more
     * @return Closure(resource): void
     */
    public static function writer(array $more, Lists ...$known): Closure
    {
        $all = self::rows($more);
        foreach (array_reverse($known) as $lists) {
            foreach (self::columns($lists) as $name => [$code, $list]) {
                $all[$name] = [$code, [...$list, ...$all[$name][1]]];
            }
        }

        return Lists::writer($all);
    }

    /**
     * @param  list<array{Vec3, Origin, MeasuredStance}>  $all
     * @return array<string, array{'e'|'V', list<float>|list<int>}>
     */
    private static function rows(array $all): array
    {
        $columns = array_fill_keys(['up_x', 'up_y', 'up_z', ...MeasuredStance::keys()], []);
        $origins = [];
        foreach ($all as [$up, $origin, $measured]) {
            $columns['up_x'][] = $up->x;
            $columns['up_y'][] = $up->y;
            $columns['up_z'][] = $up->z;
            $origins[] = (int) array_search($origin, Origin::cases(), true);
            foreach ($measured->toArray() as $key => $value) {
                $columns[$key][] = (float) $value;
            }
        }

        return ['origin' => ['V', $origins], ...array_map(static fn (array $column): array => ['e', $column], $columns)];
    }
}
