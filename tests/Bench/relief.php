<?php

declare(strict_types=1);

// Times of photos and reliefs:  php tests/Bench/relief.php   (figures for docs/performance.md; nothing passes or fails here)
require dirname(__DIR__, 2).'/vendor/autoload.php';

use Wrenlo\Core\Lithophane\Body;
use Wrenlo\Core\Lithophane\Relief;
use Wrenlo\Core\Lithophane\RuledShape;
use Wrenlo\Core\Lithophane\ToneToThickness;
use Wrenlo\Core\Lithophane\Translucency;
use Wrenlo\Core\Photo\Luminance;
use Wrenlo\Core\Photo\Srgb;
use Wrenlo\Core\Photo\Tone;

$best = static function (callable $do, int $turns = 3): float {
    $least = INF;
    for ($k = 0; $k < $turns; $k++) {
        $began = hrtime(true);
        $do();
        $least = min($least, (hrtime(true) - $began) / 1e9);
    }

    return $least;
};
$say = static fn (string $what, float $seconds): int => printf("%-56s %6.2f s   peak %d MB\n", $what, $seconds, memory_get_peak_usage(true) / 1e6);
$tones = new ToneToThickness(0.6, 2.4, Translucency::exponential(0.85, 0.86));
$curve = (new Tone)->curve([5.0, 50.0, 95.0]);
$file = tempnam(sys_get_temp_dir(), 'wrenlo-bench') ?: exit(1);
foreach ([[1000, 600], [2000, 1500]] as [$columns, $rows]) {
    $y = [];
    for ($i = 0, $n = $columns * $rows; $i < $n; $i++) {
        $y[] = 0.5 + 0.5 * sin(0.02 * ($i % $columns)) * cos(0.015 * intdiv($i, $columns));
    }
    $light = new Luminance($columns, $rows, $y);
    unset($y);
    $say("{$columns} × {$rows}: lightness and thickness", $best(static fn () => $tones->thicknesses(Srgb::lightnesses($light->y), $curve), 1));
    $relief = new Relief($columns, $rows, 100, 100 * $rows / $columns, $tones->thicknesses(Srgb::lightnesses($light->y), $curve));
    unset($light);
    $body = new Body(RuledShape::flat($relief));
    $bytes = 50 * $body->triangles();
    // as many facets as bytes that are there already, put together and written the same way
    $raw = $best(static function () use ($file, $body): void {
        $stream = fopen($file, 'wb') ?: exit(1);
        [$a, $b, $c] = ["\1\2\3\4\5\6\7\0\1\2\3\4", "\2\2\3\4\5\6\7\0\1\2\3\4", "\3\2\3\4\5\6\7\0\1\2\3\4"];
        $head = str_repeat("\0", 12);
        $out = '';
        for ($k = 0, $n = $body->triangles(); $k < $n; $k++) {
            $out .= "{$head}{$a}{$b}{$c}\0\0";
            if (strlen($out) > 1 << 18) {
                fwrite($stream, $out);
                $out = '';
            }
        }
        fwrite($stream, $out);
        fclose($stream);
    });
    // a plain writer: twelve numbers packed a facet, whatever they are
    $plain = $best(static function () use ($file, $body): void {
        $stream = fopen($file, 'wb') ?: exit(1);
        fwrite($stream, str_repeat("\0", 84));
        $out = '';
        for ($k = 0, $n = $body->triangles(); $k < $n; $k++) {
            $x = 0.1 * $k;
            $out .= pack('g12v', 0.0, -1.0, 0.0, $x, 0.6, 1.0, $x + 0.1, 0.7, 1.0, $x, 0.8, 1.1, 0);
            if (strlen($out) > 1 << 18) {
                fwrite($stream, $out);
                $out = '';
            }
        }
        fwrite($stream, $out);
        fclose($stream);
    });
    $ours = $best(static function () use ($file, $body): void {
        $stream = fopen($file, 'wb') ?: exit(1);
        $body->writeStl($stream);
        fclose($stream);
    });
    $say(sprintf('%d × %d: %d MB of STL, its bytes at hand', $columns, $rows, $bytes / 1e6), $raw);
    $say(sprintf('%d × %d: a plain writer', $columns, $rows), $plain);
    $say(sprintf('%d × %d: the flat relief, %.2f of the plain writer', $columns, $rows, $ours / $plain), $ours);
    $say("{$columns} × {$rows}: its volume", $best(static fn () => $body->volumeMm3(), 1));
    unset($relief, $body);
}
unlink($file);
