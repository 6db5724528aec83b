<?php

declare(strict_types=1);

namespace App\Storage;

use App\Findings\Findings;
use App\Findings\Kinds\Report;
use App\Findings\Lists;
use App\Findings\Subject;
use App\Findings\Work;
use Closure;
use UnexpectedValueException;
use Wrenlo\Core\Mesh\Mesh;

/**
 * What the stage draws, little-endian. Geometry: "WRLG", u32 version 1, u32 vertices, u32 triangles, then 3 × f32 a
 * vertex (mm, file frame) and 3 × u32 a triangle. A measure of the facets: "WRLS", u32 version 1, u32 triangles, then one
 * byte a triangle, 0 … 255 over the measure's range. Read by resources/js/stage/geometry.ts.
 *
 * A mesh above MOST_FACETS is drawn simplified; the places of its facets in the full mesh are the report's blob “map”:
 * `source` (facet of the full mesh by facet of the stage) and `owner` (what stands for it, by facet of the full mesh).
 */
final class StageFile
{
    private const CHUNK = 8192;

    public const VERSION = 1;

    public const MOST_FACETS = 300_000;

    /** @return Closure(resource): void */
    public static function geometry(Mesh $mesh): Closure
    {
        return static function ($stream) use ($mesh): void {
            fwrite($stream, 'WRLG'.pack('V3', self::VERSION, $mesh->vertexCount(), $mesh->triangleCount()));
            for ($i = 0, $n = $mesh->vertexCount(); $i < $n; $i += self::CHUNK) {
                $flat = [];
                for ($k = $i, $end = min($n, $i + self::CHUNK); $k < $end; $k++) {
                    $flat[] = $mesh->x[$k];
                    $flat[] = $mesh->y[$k];
                    $flat[] = $mesh->z[$k];
                }
                fwrite($stream, pack('g*', ...$flat));
            }
            Packed::write($stream, 'V', $mesh->tri);
        };
    }

    /** A mesh as `geometry` wrote it, its places rounded to 32 bits. */
    public static function mesh(string $bytes): Mesh
    {
        if (substr($bytes, 0, 4) !== 'WRLG' || strlen($bytes) < 16) {
            throw new UnexpectedValueException('This is no geometry in a form that this program reads.');
        }
        [$version, $vertices, $triangles] = array_values(unpack('V3', $bytes, 4) ?: []);
        if ($version !== self::VERSION || strlen($bytes) !== 16 + 12 * $vertices + 12 * $triangles) {
            throw new UnexpectedValueException('The geometry is not as long as it says.');
        }
        $x = $y = $z = [];
        foreach (array_chunk(array_values(unpack('g'.(3 * $vertices), $bytes, 16) ?: []), 3) as [$px, $py, $pz]) {
            $x[] = $px;
            $y[] = $py;
            $z[] = $pz;
        }
        /** @var non-empty-list<int> $tri only meshes are written */
        $tri = array_values(unpack('V*', $bytes, 16 + 12 * $vertices) ?: []);

        return new Mesh($x, $y, $z, $tri);
    }

    /**
     * A measure of the full mesh's facets for the stage mesh.
     *
     * @param  list<float>  $shares  of the measure's range, 0 … 1, by facet of the full mesh
     * @param  ?list<int>  $source  facet of the full mesh by facet of the stage; null where they are the same
     * @return Closure(resource): void
     */
    public static function measure(array $shares, ?array $source): Closure
    {
        return static function ($stream) use ($shares, $source): void {
            $shown = $source === null ? $shares : array_map(static fn (int $f): float => $shares[$f], $source);
            fwrite($stream, 'WRLS'.pack('V2', self::VERSION, count($shown)));
            for ($i = 0, $n = count($shown); $i < $n; $i += self::CHUNK) {
                $bytes = [];
                for ($k = $i, $end = min($n, $i + self::CHUNK); $k < $end; $k++) {
                    $v = $shown[$k];
                    $bytes[] = $v >= 1.0 ? 255 : ($v > 0.0 ? (int) (255 * $v + 0.5) : 0);
                }
                fwrite($stream, pack('C*', ...$bytes));
            }
        };
    }

    /** @return ?list<int> facet of the full mesh by facet of the stage; null where the stage draws the full mesh */
    public static function mapFor(Work $work): ?array
    {
        $report = Findings::existing(Report::class, $work->subject);

        return isset($report->blobs['map']) ? $work->lists(Report::class, 'map')->words('source') : null;
    }

    /** @return ?list<int> the same for a request; null also while the report is not there */
    public static function map(Subject $subject): ?array
    {
        $report = Findings::done(Report::class, $subject);
        $bytes = $report === null || ! isset($report->blobs['map']) ? null : Findings::blobNow($report, 'map');

        return $bytes === null ? null : Lists::open($bytes)->words('source');
    }
}
