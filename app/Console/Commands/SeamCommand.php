<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Seam\SeamPlaces;
use Wrenlo\Core\Seam\SeamPlanner;
use Wrenlo\Core\Seam\SeamStyle;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Slice\Slicer;

final class SeamCommand extends MeshCommand
{
    protected $signature = 'wrenlo:seam '.self::FILE.' {--up=0,0,1 : the file-frame direction that becomes +Z} {--style=path : path, back, corner or scatter} {--layer=0.2 : layer height, mm}
        {--marks= : faces marked with wrenlo:mark, or a plan with marks} '.self::DISPLAY_OPTIONS.' {--json : print JSON}';

    protected $description = 'Lead the seam: where each outline of each layer begins, and what is seen of that';

    protected function compute(): array
    {
        $style = SeamStyle::tryFrom($this->text('style')) ?? throw new InvalidArgumentException('--style is '.implode(', ', array_column(SeamStyle::cases(), 'value')).'.');
        $layer = $this->number('layer');
        if ($layer < 0.02) {
            throw new InvalidArgumentException('--layer is at least 0.02 mm.');
        }
        $stance = Rotation::bringingUp($this->direction('up'));
        $display = $this->display()->turned($stance);
        $mesh = $this->reading()->mesh;
        $marks = $this->marks($mesh->triangleCount());
        $piece = $mesh->standing($stance);
        $places = SeamPlaces::of($piece, Surface::ofFacets($piece), Views::of($display), Slicer::even($piece, Rotation::bringingUp(new Vec3(0, 0, 1)), null, $layer)->sections(), $marks->saidForSeams($mesh->triangleCount()));
        $seams = SeamPlanner::of($places, $layer)->seams($style, $display->frontAcross());
        $points = array_map(static fn (int $k): array => [$places->x[$k], $places->y[$k], $places->z[$k]], $seams->place);

        return ['style' => $style->value, 'chains' => $seams->chains, 'loops' => count($points), 'seam_mm' => $seams->seamMm, 'seen_seam_mm' => $seams->seenMm, 'jumps' => $seams->jumps, 'points' => $points];
    }

    protected function present(array $result): void
    {
        unset($result['points']);
        parent::present($result);
    }
}
