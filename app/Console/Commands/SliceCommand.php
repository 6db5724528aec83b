<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Slice\Section;
use Wrenlo\Core\Slice\Slicer;

final class SliceCommand extends MeshCommand
{
    /** A layer less than this is a slip of the hand. */
    private const LEAST_MM = 0.01;

    protected $signature = 'wrenlo:slice '.self::FILE.' {--up=0,0,1 : the file-frame direction that becomes +Z} {--layer=0.2 : layer height, mm} {--json : print JSON}';

    protected $description = 'Cut a piece into layers: area, perimeter and outlines of each';

    protected function compute(): array
    {
        $up = $this->direction('up');
        $layer = $this->layer();
        $mesh = $this->reading()->mesh;
        $layers = [];
        foreach (Slicer::even($mesh, Rotation::bringingUp($up), null, $layer)->sections() as $section) {
            $layers[] = self::row($section);
        }

        return ['layer_mm' => $layer, 'layers' => $layers];
    }

    private function layer(): float
    {
        $layer = $this->number('layer');

        return $layer >= self::LEAST_MM ? $layer : throw new InvalidArgumentException(sprintf('--layer must be at least %s mm.', self::LEAST_MM));
    }

    /** @return array{z_mm: float, area_mm2: float, perimeter_mm: float, loops: int} */
    private static function row(Section $section): array
    {
        return ['z_mm' => $section->zMm, 'area_mm2' => $section->areaMm2(), 'perimeter_mm' => $section->perimeterMm(), 'loops' => count($section->points)];
    }

    protected function present(array $result): void
    {
        $this->table(['z, mm', 'area, mm²', 'perimeter, mm', 'outlines'], array_map(static fn (array $l): array => [sprintf('%.3f', $l['z_mm']), sprintf('%.3f', $l['area_mm2']), sprintf('%.3f', $l['perimeter_mm']), $l['loops']], $result['layers']));
    }
}
