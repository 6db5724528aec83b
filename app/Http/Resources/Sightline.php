<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use Wrenlo\Core\Sight\DisplayMode;

/** Where the viewers of a piece stand, and what they see of it. */
final readonly class Sightline
{
    /**
     * @param  list<DisplayChoice>  $modes
     * @param  ?float  $seenCm2  Σ seen weight × area
     * @param  ?float  $neverCm2  seen from no view
     */
    private function __construct(public string $mode, public float $spreadDeg, public float $eyeDeg, public ?float $seenCm2, public ?float $neverCm2, public array $modes) {}

    public static function of(Piece $piece): self
    {
        $display = $piece->display();
        $analysis = $piece->analysis;

        return new self(
            $display->mode->value, $display->spreadDeg, $display->eyeDeg,
            $analysis?->seen_mm2 === null ? null : $analysis->seen_mm2 / 100, $analysis?->never_seen_mm2 === null ? null : $analysis->never_seen_mm2 / 100,
            array_map(static fn (DisplayMode $m): DisplayChoice => new DisplayChoice($m->value, $m->label(), $m->spreadDeg(), $m->eyeDeg()), DisplayMode::cases()),
        );
    }
}
