<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Ironing\FlatTop;
use Wrenlo\Core\Ironing\FlatTops;
use Wrenlo\Core\Ironing\Ironing;
use Wrenlo\Core\Ironing\IronSettings;
use Wrenlo\Core\Ironing\NearlyFlat;
use Wrenlo\Core\Ironing\Strokes;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

final class IronCommand extends MeshCommand
{
    protected $signature = 'wrenlo:iron '.self::FILE.' {--up=0,0,1 : the file-frame direction that becomes +Z} {--layer=0.2 : layer height, mm}
        {--spacing=0.1 : from stroke to stroke, mm} {--speed=20 : mm/s} {--flow=10 : per cent} {--inset=0.2 : kept from the edge, mm} {--scope=all : all flat tops, or only the top one} '.self::DISPLAY_OPTIONS.' {--json : print JSON}';

    protected $description = 'Iron flat tops: strokes, minutes, what is seen of them, and tops that are not quite flat';

    protected function compute(): array
    {
        $scope = $this->text('scope');
        if (! in_array($scope, ['all', 'top'], true)) {
            throw new InvalidArgumentException('--scope is all or top.');
        }
        $settings = new IronSettings($this->number('spacing'), $this->number('speed'), $this->number('flow') / 100, $this->number('inset'));
        $stance = Rotation::bringingUp($this->direction('up'));
        $display = $this->display()->turned($stance);
        $piece = $this->reading()->mesh->standing($stance);
        $facets = Surface::ofFacets($piece);
        $seen = Visibility::weights($piece, $facets, Views::of($display));
        $ironing = Ironing::of(FlatTops::of($piece, $facets, $seen), $settings, new PrintProfile, $this->number('layer'));
        $ironing = $scope === 'top' ? $ironing->topmost() : $ironing;

        return [
            'regions' => array_map(self::region(...), $ironing->tops, $ironing->strokes), 'minutes' => $ironing->minutes(), 'height_gain_mm' => $ironing->heightGainMm(), 'order' => $ironing->order(),
            'nearly_flat' => array_map(static fn (NearlyFlat $n): array => [
                'z_mm' => $n->zMm, 'area_mm2' => $n->areaMm2, 'seen' => $n->seen, 'tilt_deg' => $n->tiltDeg, 'terrace_mm' => $n->terraceMm, 'up' => $stance->back($n->normal)->toArray(),
            ], NearlyFlat::of($piece, $facets, $seen, $this->number('layer'))),
        ];
    }

    /** @return array<string, mixed> */
    private static function region(FlatTop $top, Strokes $strokes): array
    {
        return [
            'z_mm' => $top->zMm, 'area_mm2' => $top->areaMm2, 'ironed_area_mm2' => $strokes->ironedMm2, 'seen' => $top->seen, 'pattern' => $strokes->isConcentric ? 'concentric' : 'zigzag',
            'direction_deg' => $strokes->directionDeg, 'strokes_mm' => $strokes->mm, 'minutes' => $strokes->minutes,
        ];
    }
}
