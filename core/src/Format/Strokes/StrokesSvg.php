<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Strokes;

use function count;
use function implode;
use function max;
use function min;

/** Strokes of one height as a drawing, one unit a millimetre, seen from above: +Y is up. */
final class StrokesSvg
{
    /** @param  list<array{outlines: list<list<float>>, paths: list<list<float>>}>  $tops */
    public static function of(array $tops, float $spacingMm): string
    {
        $box = [INF, INF, -INF, -INF];
        $body = '';
        foreach ($tops as $top) {
            foreach ($top['outlines'] as $p) {
                for ($i = 0, $n = count($p); $i < $n; $i += 2) {
                    $box = [min($box[0], $p[$i]), min($box[1], -$p[$i + 1]), max($box[2], $p[$i]), max($box[3], -$p[$i + 1])];
                }
                $body .= self::path($p, true, 'stroke="#888" stroke-width="0.1"');
            }
            foreach ($top['paths'] as $p) {
                $body .= self::path($p, false, 'stroke="#000" stroke-width="'.round($spacingMm / 3, 3).'"');
            }
        }
        [$x, $y, $w, $h] = $box[0] === INF ? [0, 0, 1, 1] : [$box[0] - 1, $box[1] - 1, $box[2] - $box[0] + 2, $box[3] - $box[1] + 2];

        return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"{$x} {$y} {$w} {$h}\" width=\"{$w}mm\" height=\"{$h}mm\" fill=\"none\">\n{$body}</svg>\n";
    }

    /** @param  list<float>  $p */
    private static function path(array $p, bool $isClosed, string $look): string
    {
        $points = [];
        for ($i = 0, $n = count($p); $i < $n; $i += 2) {
            $points[] = $p[$i].' '.-$p[$i + 1];
        }

        return '<path d="M'.implode('L', $points).($isClosed ? 'Z' : '')."\" {$look}/>\n";
    }
}
