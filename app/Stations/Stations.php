<?php

declare(strict_types=1);

namespace App\Stations;

/** The stations in order, by what a piece comes from. A new station is a folder and a line here (and one in resources/js/stations/list.ts). */
final class Stations
{
    /** @var list<class-string<Station>> */
    private const OF_MESHES = [Look\LookStation::class, Stand\StandStation::class, Hold\HoldStation::class, Layers\LayersStation::class, Seam\SeamStation::class, Iron\IronStation::class, Sheet\SheetStation::class];

    /** @var list<class-string<Station>> */
    private const OF_PHOTOS = [Photo\PhotoStation::class, Light\LightStation::class, Shape\ShapeStation::class, Upright\UprightStation::class, Sheet\PhotoSheetStation::class];

    /** @var list<class-string<Station>> of a test */
    private static array $more = [];

    /** @return list<class-string<Station>> */
    public static function ofMeshes(): array
    {
        return [...self::OF_MESHES, ...self::$more];
    }

    /** @return list<class-string<Station>> */
    public static function ofPhotos(): array
    {
        return self::OF_PHOTOS;
    }

    /** @param  class-string<Station>  ...$stations */
    public static function also(string ...$stations): void
    {
        self::$more = array_values($stations);
    }
}
