<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\NeverSeen;
use App\Findings\Kinds\Sketch;
use App\Plans\Bench;
use Wrenlo\Core\Sight\DisplayMode;

/** Where the viewers of a piece stand, and what they see of it. */
final readonly class Sightline
{
    /**
     * @param  list<DisplayChoice>  $modes
     * @param  ?float  $seenCm2  Σ seen weight × area
     * @param  ?float  $neverCm2  seen from none of four times as many views; null while that is looked for
     */
    private function __construct(public DisplayMode $mode, public float $spreadDeg, public float $eyeDeg, public ?float $seenCm2, public ?float $neverCm2, public array $modes) {}

    public static function of(Bench $bench): self
    {
        $display = $bench->look()->display;
        $seen = $bench->done(Sketch::class)?->headline;
        $never = $bench->done(NeverSeen::class)?->headline;

        return new self(
            $display->mode, $display->spreadDeg, $display->eyeDeg,
            $seen === null ? null : $seen['seen_mm2'] / 100, $never === null ? null : $never['never_seen_mm2'] / 100,
            array_map(static fn (DisplayMode $m): DisplayChoice => new DisplayChoice($m, $m->label(), $m->spreadDeg(), $m->eyeDeg()), DisplayMode::cases()),
        );
    }
}
