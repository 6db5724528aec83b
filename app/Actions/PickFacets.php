<?php

declare(strict_types=1);

namespace App\Actions;

use App\Plans\Bench;
use App\Storage\StageFile;
use App\Storage\SurfaceFile;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\NearbyPicker;

/** The facets of the full mesh that a gesture on the stage means. */
final class PickFacets
{
    /**
     * @param  array<string, mixed>  $gesture  as validated by MarkRequest; its facets are facets of the stage
     *
     * @throws Refusal when it points at nothing
     */
    public static function handle(Bench $bench, SurfaceFile $surface, array $gesture): FacetSet
    {
        $map = StageFile::map($bench->subject());
        $stage = count($map ?? []) ?: $surface->facets;
        $facets = array_map(static fn (mixed $k): int => (int) $k >= $stage ? throw Refusal::because('facets', "There is no facet {$k} on the stage.") : ($map[(int) $k] ?? (int) $k), array_values($gesture['facets'] ?? []));
        $deg = (float) ($gesture['deg'] ?? NearbyPicker::PATCH_DEG);
        $picker = null;
        if ($gesture['tool'] === 'numbered') {
            $number = (int) ($gesture['patch'] ?? 0);
            $picked = $number < $surface->patches ? FacetSet::of($surface->patch($number)['facets']) : throw Refusal::because('patch', "There is no patch {$number}.");
        } else {
            $seed = $facets[0] ?? ($gesture['tool'] === 'window' ? 0 : throw self::pointsAtNothing());
            $nearby = new NearbyPicker($surface->nearby()); // a stroke reads only the facets it comes to
            $picked = match ($gesture['tool']) {
                'brush' => $nearby->brush(self::places($facets, $gesture['points'] ?? []), (float) ($gesture['radius_mm'] ?? 1.0)),
                'patch' => $nearby->patch($seed, $deg),
                'shell' => ($picker = $surface->picker())->shell($seed),
                'angle' => ($picker = $surface->picker())->looking(new Vec3(...$surface->normal($seed)), $deg),
                default => ($picker = $surface->picker())->inside($gesture['planes'] ?? [], isset($gesture['eye']) ? new Vec3(...$gesture['eye']) : null),
            };
        }
        $mirror = $gesture['mirror'] ?? null;

        return $mirror === null ? $picked : $picked->with(($picker ?? $surface->picker())->mirrored($picked, $mirror));
    }

    /**
     * @param  list<int>  $facets
     * @param  array<mixed>  $points
     * @return list<array{int, Vec3}>
     */
    private static function places(array $facets, array $points): array
    {
        return array_map(static fn (int $f, mixed $p): array => [$f, is_array($p) ? new Vec3(...$p) : throw Refusal::because('points', 'Each place of a stroke has a facet and a point.')], $facets, $points);
    }

    private static function pointsAtNothing(): Refusal
    {
        return Refusal::because('facets', 'The gesture points at no facet.');
    }
}
