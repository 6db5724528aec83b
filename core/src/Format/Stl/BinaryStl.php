<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Stl;

use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Warning;

use function intdiv;
use function is_finite;
use function min;
use function number_format;
use function str_contains;
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
            /** @var array<int, float> $number from 1 */
            $number = unpack('g*', $corners);
            for ($v = 0, $n = 3 * $count; $v < $n; $v++) {
                $key = substr($corners, 12 * $v, 12);
                $index = $seen[$key] ?? -1;
                if ($index < 0) {
                    $px = $number[3 * $v + 1];
                    $py = $number[3 * $v + 2];
                    $pz = $number[3 * $v + 3];
                    if (! is_finite($px + $py + $pz)) {
                        $facet = $done + intdiv($v, 3);
                        throw UnreadableMesh::hasABadNumber($facet + 1, 'byte '.number_format(84 + 50 * $facet + 12 + 12 * ($v % 3)));
                    }
                    $x[] = $px;
                    $y[] = $py;
                    $z[] = $pz;
                    $index = $seen[$key] = $next++;
                }
                $tri[] = $index;
            }
        }
        $warnings = $spareBytes > 0
            ? [new Warning('trailing_bytes', number_format($spareBytes).' bytes follow the last triangle; they were passed over.')]
            : [];

        return new Reading(new Mesh($x, $y, $z, $tri), $warnings);
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
