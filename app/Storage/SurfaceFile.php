<?php

declare(strict_types=1);

namespace App\Storage;

use UnexpectedValueException;
use Wrenlo\Core\Mark\Patches;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

/**
 * A surface ready to be marked, little-endian: "WRLN", u32 version, u32 facets, u32 patches, then 7 × f32 lists by facet
 * (normal, area, centroid), the facet beyond each edge (3 × u32 a facet, all ones for none), the patch of each facet (u32),
 * and of each patch its area (f32) and a facet of it (u32).
 */
final class SurfaceFile
{
    private const VERSION = 1;

    private const NAME = 'surface.bin';

    public static function has(string $folder): bool
    {
        return Blobs::hasDerived("{$folder}/".self::NAME);
    }

    public static function put(string $folder, Surface $facets, Neighbours $beyond, Patches $patches): void
    {
        Blobs::putDerived("{$folder}/".self::NAME, static function ($stream) use ($facets, $beyond, $patches): void {
            fwrite($stream, 'WRLN'.pack('V3', self::VERSION, $facets->count(), count($patches->seed)));
            foreach ([$facets->nx, $facets->ny, $facets->nz, $facets->area, $facets->cx, $facets->cy, $facets->cz] as $list) {
                Packed::write($stream, 'g', $list);
            }
            Packed::write($stream, 'V', $beyond->of);
            Packed::write($stream, 'V', $patches->label);
            Packed::write($stream, 'g', $patches->areaMm2);
            Packed::write($stream, 'V', $patches->seed);
        });
    }

    private function __construct(private readonly string $bytes, public readonly int $facets, public readonly int $patches) {}

    public static function open(string $folder): self
    {
        $bytes = (string) file_get_contents(Blobs::derivedPath("{$folder}/".self::NAME));
        $head = unpack('Vversion/Vfacets/Vpatches', $bytes, 4);
        if (! str_starts_with($bytes, 'WRLN') || $head === false || $head['version'] !== self::VERSION) {
            throw new UnexpectedValueException('The surface file has another version than this program reads; measure the piece anew.');
        }

        return new self($bytes, $head['facets'], $head['patches']);
    }

    public function picker(): Picker
    {
        $n = $this->facets;
        $lists = [];
        for ($k = 0; $k < 7; $k++) {
            $lists[] = $this->floats(16 + 4 * $k * $n, $n);
        }
        $beyond = $this->words(16 + 28 * $n, 3 * $n);
        foreach ($beyond as $k => $f) {
            if ($f === 0xFFFFFFFF) {
                $beyond[$k] = -1;
            }
        }

        return new Picker(new Surface(...$lists), new Neighbours($beyond));
    }

    /** @return list<float> mm² by facet */
    public function areas(): array
    {
        return $this->floats(16 + 12 * $this->facets, $this->facets);
    }

    /** @return array{areaMm2: float, seed: int, facets: list<int>} */
    public function patch(int $number): array
    {
        $end = 16 + 44 * $this->facets;

        return [
            'areaMm2' => $this->floats($end + 4 * $number, 1)[0],
            'seed' => $this->words($end + 4 * $this->patches + 4 * $number, 1)[0],
            'facets' => array_keys($this->words(16 + 40 * $this->facets, $this->facets), $number, true),
        ];
    }

    /** @return array{float, float, float} the unit normal of a facet */
    public function normal(int $facet): array
    {
        return array_map(fn (int $k): float => $this->floats(16 + 4 * ($k * $this->facets + $facet), 1)[0], [0, 1, 2]);
    }

    /** @return list<float> */
    private function floats(int $at, int $count): array
    {
        return Packed::floats($this->bytes, 'g', $at, $count);
    }

    /** @return list<int> */
    private function words(int $at, int $count): array
    {
        return Packed::words($this->bytes, $at, $count);
    }
}
