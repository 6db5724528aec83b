<?php

declare(strict_types=1);

// Writes docs/orientation.md: the first stance under face first against what people try by hand.   php tests/Bench/orientation.php
require dirname(__DIR__, 2).'/vendor/autoload.php';

use Tests\Support\Figures;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Orientation\StanceNumbers;

ini_set('memory_limit', '1500M');
$out = "# How a piece should stand: what the search finds\n\n"
    ."Written by `php tests/Bench/orientation.php`; `tests/Core/Orientation/FaceFirstTest.php` holds it. Layer 0.2 mm, limit 45°, 2,000\n"
    .'directions and every resting pose, weights of *face first* ('.implode(', ', array_map(fn ($k, $w) => "{$k} {$w}", array_keys(array_filter(Preset::FaceFirst->weights()->of)), array_filter(Preset::FaceFirst->weights()->of))).").\n\n"
    ."*Sum* counts seen step and seen scar alike, each as a share of its mean over the seven poses people try first (the file's own\n"
    ."and the six axes): lower is better. Every number can be had from `php artisan wrenlo:pose FILE --up=…`.\n\n"
    ."| figure | stance | up | seen step µm | seen scar mm² | contours mm² | support cm³ | seam mm | weakest mm² | brim mm | hours | sum |\n|---|---|---|---|---|---|---|---|---|---|---|---|\n";
$row = fn (string $figure, string $stance, string $up, StanceNumbers $m, float $sum): string => sprintf(
    "| %s | %s | %s | %.0f | %.0f | %.0f | %.1f | %.0f | %.1f | %s | %.1f | %.2f |\n", $figure, $stance, $up, 1000 * $m->surface->seenStepMm, $m->contact->seenScarMm2, $m->surface->seenTerraceAreaMm2,
    $m->contact->supportMm3 / 1000, $m->sections->seenSeamMm, $m->sections->weakestMemberMm2, $m->standing->raft ? 'raft' : sprintf('%.0f', $m->standing->brimMm), $m->print->hours, $sum,
);
foreach (Figures::all() as $name => [$hard, $mesh, $display]) {
    $mesh = $mesh();
    ['lean' => $lean, 'up' => $up, 'first' => $first, 'file' => $file, 'axes' => $axes, 'sum' => $sum] = Figures::compare($mesh, $display, 2000);
    $out .= $row("**{$name}**, ".number_format($mesh->triangleCount()).": {$hard}", "**first: {$lean}**", sprintf('%.4f,%.4f,%.4f', ...$up->toArray()), $first, $sum($first));
    $out .= $row('', 'the file’s own', implode(',', $display->up->toArray()), $file, $sum($file));
    foreach ($axes as $k => $m) {
        $out .= $row('', 'axis', ['1,0,0', '-1,0,0', '0,1,0', '0,-1,0', '0,0,1', '0,0,-1'][$k], $m, $sum($m));
    }
    echo "{$name}\n";
}
$path = dirname(__DIR__, 2).'/docs/orientation.md';
$after = strstr((string) file_get_contents($path), "\n## How far"); // what is written by hand stays
file_put_contents($path, $out.$after);
