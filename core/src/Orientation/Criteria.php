<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** The list of everything stances are weighed by. A new criterion is one entry here (and its number in StanceMetrics). */
final class Criteria
{
    /** @return array<string, Criterion> by key, in the order of the sliders */
    public static function all(): array
    {
        /** @var ?array<string, Criterion> $all */
        static $all = null;

        return $all ??= array_column([
            new Criterion('step', 'Step lines seen', 'µm', 0, true, 'step lines', 'Step height t·|n_z|, averaged over the surface the viewers face.', 1,
                static fn (StanceMetrics $m): float => 1000 * $m->seenStepMm),
            new Criterion('terrace', 'Contours seen', 'mm²', 0, true, 'contours', 'Seen surface so shallow that single layers show as contour lines wider than 0.4 mm.', 5,
                static fn (StanceMetrics $m): float => $m->seenTerraceMm2),
            new Criterion('scar', 'Scars seen', 'mm²', 0, true, 'seen scars', 'Area where supports touch, weighted by how much the viewers see of it.', 5,
                static fn (StanceMetrics $m): float => $m->seenScarMm2),
            new Criterion('support', 'Support used', 'cm³', 1, true, 'support', 'Volume of the support columns, before their density.', 0.1,
                static fn (StanceMetrics $m): float => $m->supportMm3 / 1000),
            new Criterion('stand', 'Standing safe', 'mm', 1, false, 'margin against toppling', 'How far inside its own footprint the centre of mass lies; below zero it leans on its supports.', 0.5,
                static fn (StanceMetrics $m): float => $m->toppleMarginMm, 0.0),
            new Criterion('time', 'Time', 'h', 1, true, 'time', 'Hours by the first estimate: walls, skins, infill, supports, layer changes.', 0.1,
                static fn (StanceMetrics $m): float => $m->hours),
        ], null, 'key');
    }

    public static function get(string $key): Criterion
    {
        return self::all()[$key];
    }
}
