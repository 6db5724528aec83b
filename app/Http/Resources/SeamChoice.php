<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Finding;
use App\Plans\Bench;
use Wrenlo\Core\Seam\SeamStyle;

/** The seam in one style. */
final readonly class SeamChoice
{
    /** @param  string  $url  its points */
    private function __construct(
        public SeamStyle $key, public string $label, public string $why, public float $seamMm, public float $seenMm, public int $jumps, public int $chains, public int $outlines, public float $moreMm, public string $url,
    ) {}

    /** @param  array<string, array<string, mixed>>  $styles */
    public static function of(Bench $bench, Finding $f, SeamStyle $style, array $styles): self
    {
        $r = $styles[$style->value];
        $least = (float) $r['seen_mm'];
        foreach ($styles as $other) {
            $least = min($least, (float) $other['seen_mm']);
        }

        return new self(
            key: $style, label: $style->label(), why: $style->why(), seamMm: (float) $r['seam_mm'], seenMm: (float) $r['seen_mm'], jumps: (int) $r['jumps'], chains: (int) $r['chains'], outlines: (int) $r['outlines'],
            moreMm: (float) $r['seen_mm'] - $least, url: "/pieces/{$bench->piece->id}/findings/{$f->key}/{$style->value}",
        );
    }
}
