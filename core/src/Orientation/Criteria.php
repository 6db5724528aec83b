<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** The list of everything stances are weighed by. A new criterion is one entry here (and its number in StanceMetrics). */
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
            new Criterion(
                key: 'step', label: 'Step lines seen', unit: 'µm', decimals: 0, lowerIsBetter: true, noun: 'step lines',
                why: 'Step height t·|n_z|, averaged over the surface the viewers face.',
                notable: 1, read: static fn (StanceMetrics $m): float => 1000 * $m->seenStepMm,
            ),
            new Criterion(
                key: 'terrace', label: 'Contours seen', unit: 'mm²', decimals: 0, lowerIsBetter: true, noun: 'contours',
                why: 'Seen surface so shallow that single layers show as contour lines wider than 0.4 mm.',
                notable: 5, read: static fn (StanceMetrics $m): float => $m->seenTerraceMm2,
            ),
            new Criterion(
                key: 'scar', label: 'Scars seen', unit: 'mm²', decimals: 0, lowerIsBetter: true, noun: 'seen scars',
                why: 'Area where supports touch, weighted by how much the viewers see of it; what is marked to be shown counts three times.',
                notable: 5, read: static fn (StanceMetrics $m): float => $m->seenScarMm2,
            ),
            new Criterion(
                key: 'marked', label: 'Kept clear', unit: 'mm²', decimals: 0, lowerIsBetter: true, noun: 'support on marked faces',
                why: 'Area where supports would touch faces marked never support or mating.',
                notable: 1, read: static fn (StanceMetrics $m): float => $m->markedContactMm2,
            ),
            new Criterion(
                key: 'support', label: 'Support used', unit: 'cm³', decimals: 1, lowerIsBetter: true, noun: 'support',
                why: 'Volume of the support columns, before their density.',
                notable: 0.1, read: static fn (StanceMetrics $m): float => $m->supportMm3 / 1000,
            ),
            new Criterion(
                key: 'seam', label: 'Seam seen', unit: 'mm', decimals: 0, lowerIsBetter: true, noun: 'seen seam',
                why: 'Length of seam that shows when every outline begins where it is seen least; where none should be it counts three times.',
                notable: 3, read: static fn (StanceMetrics $m): float => $m->seenSeamMm,
            ),
            new Criterion(
                key: 'snap', label: 'Thin parts safe', unit: 'mm²', decimals: 1, lowerIsBetter: false, noun: 'weakest section across the layers',
                why: 'Smallest section that carries a part of the piece across its layers; above 60 mm² nothing snaps.',
                notable: 2, read: static fn (StanceMetrics $m): float => min(self::SAFE_SECTION_MM2, $m->weakestMm2),
            ),
            new Criterion(
                key: 'stand', label: 'Standing safe', unit: 'mm', decimals: 1, lowerIsBetter: false, noun: 'margin against toppling',
                why: 'How far inside its own footprint the centre of mass lies; below zero it leans on its supports.',
                notable: 0.5, read: static fn (StanceMetrics $m): float => $m->toppleMarginMm, alikeBelow: 0.0,
            ),
            new Criterion(
                key: 'time', label: 'Time', unit: 'h', decimals: 1, lowerIsBetter: true, noun: 'time',
                why: 'Hours by the first estimate: walls, skins, infill, supports, layer changes.',
                notable: 0.1, read: static fn (StanceMetrics $m): float => $m->hours,
            ),
        ], null, 'key');
    }

    /** @return array<string, float> the columns a ranking reads */
    public static function estimates(StanceMetrics $metrics): array
    {
        $columns = [];
        foreach (self::all() as $key => $criterion) {
            $columns["estimated_{$key}"] = $criterion->value($metrics);
        }

        return $columns;
    }

    public static function get(string $key): Criterion
    {
        return self::all()[$key];
    }
}
