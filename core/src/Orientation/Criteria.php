<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** The list of everything stances are weighed by. A new criterion is one entry here, over a metric of Metrics. */
final class Criteria
{
    /** A section from here on does not snap in use (common practice, no source). */
    public const SAFE_SECTION_MM2 = 60.0;

    /** @return array<string, Criterion> by key, in the order of the sliders */
    public static function all(): array
    {
        /** @var ?array<string, Criterion> $all */
        static $all = null;

        return $all ??= array_column([
            new Criterion('step', 'Step lines seen', Metrics::get('seen_step_mm'), 'step lines', 'Step height t·|n_z|, averaged over the surface the viewers face.', notable: 1),
            new Criterion('terrace', 'Contours seen', Metrics::get('seen_terrace_area_mm2'), 'contours', 'Seen surface so shallow that single layers show as contour lines wider than 0.4 mm.', notable: 5),
            new Criterion('scar', 'Scars seen', Metrics::get('seen_scar_mm2'), 'seen scars', 'Area where supports touch, weighted by how much the viewers see of it; what is marked to be shown counts three times.', notable: 5),
            new Criterion('marked', 'Kept clear', Metrics::get('marked_contact_mm2'), 'support on marked faces', 'Area where supports would touch faces marked never support or mating.', notable: 1),
            new Criterion('support', 'Support used', Metrics::get('support_mm3'), 'support', 'Volume of the support columns, before their density.', notable: 0.1),
            new Criterion('seam', 'Seam seen', Metrics::get('seen_seam_mm'), 'seen seam', 'Length of seam that shows when every outline begins where it is seen least; where none should be it counts three times.', notable: 3),
            new Criterion('snap', 'Thin parts safe', Metrics::get('weakest_member_mm2'), 'weakest section across the layers', 'Smallest section that carries a part of the piece across its layers; above 60 mm² nothing snaps.', notable: 2, enough: self::SAFE_SECTION_MM2),
            new Criterion('stand', 'Standing safe', Metrics::get('topple_margin_mm'), 'margin against toppling', 'How far inside its own footprint the centre of mass lies; below zero it leans on its supports.', notable: 0.5, alikeBelow: 0.0),
            new Criterion('time', 'Time', Metrics::get('hours'), 'time', 'Hours by the first estimate: walls, skins, infill, supports, layer changes.', notable: 0.1),
        ], null, 'key');
    }

    public static function get(string $key): Criterion
    {
        return self::all()[$key];
    }
}
