<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Stl;

use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Warning;

use function array_sum;
use function array_values;
use function count;
use function intdiv;
use function is_finite;
use function min;
use function number_format;
use function str_contains;
use function str_split;
use function stream_get_contents;
use function strlen;
use function strpos;
use function substr;
use function unpack;

/** The body of a binary STL file. Corners weld when their three 32-bit numbers are the same (−0 equals 0). */
final class BinaryStl
{
    private const CHUNK = 4096;

    /**
     * @param  resource  $stream  at byte 84
     * @param  int  $spareBytes  what the file holds beyond its triangles
     *
     * @throws UnreadableMesh
     */
    public static function read($stream, int $triangles, int $spareBytes): Reading
    {
        $x = $y = $z = $tri = [];
        /** @var array<string, int> $seen vertex by the 12 bytes of its coordinates */
        $seen = [];
        $next = 0;
        for ($done = 0; $done < $triangles; $done += $count) {
            $count = min(self::CHUNK, $triangles - $done);
            $bytes = (string) stream_get_contents($stream, 50 * $count);
            if (strlen($bytes) < 50 * $count) {
                throw UnreadableMesh::isCutOff(84 + 50 * $done + strlen($bytes), 84 + 50 * $triangles, $triangles);
            }
            $corners = '';
            for ($o = 12, $end = 50 * $count; $o < $end; $o += 50) {
                $corners .= substr($bytes, $o, 36);
            }
            if (str_contains($corners, "\0\0\0\x80")) {
                $corners = self::withoutMinusZero($corners);
            }
            $fresh = ''; // corners that were not met before: only their numbers are unpacked
            foreach (str_split($corners, 12) as $key) {
                $index = $seen[$key] ?? -1;
                if ($index < 0) {
                    $fresh .= $key;
                    $index = $seen[$key] = $next++;
                }
                $tri[] = $index;
            }
            if ($fresh !== '') {
                /** @var list<float> $number */
                $number = array_values(unpack('g*', $fresh) ?: []);
                if (! is_finite(array_sum($number))) {
                    self::refuse($corners, $done);
                }
                for ($k = 0, $n = count($number); $k < $n; $k += 3) {
                    $x[] = $number[$k];
                    $y[] = $number[$k + 1];
                    $z[] = $number[$k + 2];
                }
            }
        }
        $warnings = $spareBytes > 0
            ? [new Warning('trailing_bytes', number_format($spareBytes).' bytes follow the last triangle; they were passed over.')]
            : [];

        return new Reading(new Mesh($x, $y, $z, $tri), $warnings);
    }

    /**
     * @param  int  $done  facets before these
     *
     * @throws UnreadableMesh naming the first corner with a number that is none
     */
    private static function refuse(string $corners, int $done): void
    {
        foreach (str_split($corners, 12) as $v => $key) {
            [$x, $y, $z] = array_values(unpack('g3', $key) ?: [NAN, NAN, NAN]);
            if (! is_finite($x) || ! is_finite($y) || ! is_finite($z)) {
                $facet = $done + intdiv($v, 3);
                throw UnreadableMesh::hasABadNumber($facet + 1, 'byte '.number_format(84 + 50 * $facet + 12 + 12 * ($v % 3)));
            }
        }
    }

    private static function withoutMinusZero(string $corners): string
    {
        for ($at = strpos($corners, "\0\0\0\x80"); $at !== false; $at = strpos($corners, "\0\0\0\x80", $at + 1)) {
            if ($at % 4 === 0) {
                $corners[$at + 3] = "\0";
            }
        }

        return $corners;
    }
}
