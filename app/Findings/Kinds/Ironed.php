<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Ironing\FlatTop;
use Wrenlo\Core\Ironing\FlatTops;
use Wrenlo\Core\Ironing\Ironing;
use Wrenlo\Core\Ironing\NearlyFlat;
use Wrenlo\Core\Ironing\Strokes;
use Wrenlo\Core\Mesh\Surface as Facets;
use Wrenlo\Core\Settings\PrintProfile;

/** Flat tops of a stance, what ironing each takes and shows, and tops that are not quite flat. Blob: strokes and outlines as JSON, plate frame of the stance. */
final class Ironed extends Kind
{
    public static function name(): string
    {
        return 'ironed';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Stance, Input::Ironing];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Looking for flat tops and stroking them';
    }

    public function compute(Work $work): Result
    {
        $stance = Rotation::bringingUp($work->subject->up());
        $seen = array_map(static fn (float $v): float => min(1.0, $v), $work->mesh()->basis($work)->weighed->seen);
        $piece = $work->mesh()->mesh()->standing($stance);
        $facets = Facets::ofFacets($piece);
        $layer = $work->subject->rules()->layerMm;
        $ironing = Ironing::of(FlatTops::of($piece, $facets, $seen), $work->subject->ironing(), new PrintProfile, $layer);
        $rows = array_map(static fn (FlatTop $t, Strokes $s): array => [
            'z_mm' => $t->zMm, 'area_mm2' => $t->areaMm2, 'ironed_mm2' => $s->ironedMm2, 'seen' => $t->seen, 'is_topmost' => $t->isTopmost, 'is_concentric' => $s->isConcentric,
            'direction_deg' => $s->directionDeg, 'strokes_mm' => $s->mm, 'minutes' => $s->minutes,
        ], $ironing->tops, $ironing->strokes);
        $drawn = array_map(static fn (FlatTop $t, Strokes $s): array => ['z_mm' => $t->zMm, 'outlines' => self::rounded($t->outlines), 'paths' => self::rounded($s->paths)], $ironing->tops, $ironing->strokes);
        $nearly = array_map(static fn (NearlyFlat $n): array => ['z_mm' => $n->zMm, 'area_mm2' => $n->areaMm2, 'seen' => $n->seen, 'tilt_deg' => $n->tiltDeg, 'terrace_mm' => $n->terraceMm, 'up' => $stance->back($n->normal)->toArray()], array_slice(NearlyFlat::of($piece, $facets, $seen, $layer), 0, 12));

        return new Result(['tops' => $rows, 'height_gain_mm' => $ironing->heightGainMm(), 'order' => $ironing->order(), 'nearly_flat' => $nearly], ['strokes' => json_encode($drawn, JSON_THROW_ON_ERROR)]);
    }

    /**
     * @param  list<list<float>>  $lines
     * @return list<list<float>>
     */
    private static function rounded(array $lines): array
    {
        return array_map(static fn (array $l): array => array_map(static fn (float $v): float => round($v, 3), $l), $lines);
    }
}
