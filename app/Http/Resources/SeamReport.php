<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Finding;
use App\Plans\Bench;
use Wrenlo\Core\Seam\SeamStyle;

/** The seam in every style, side by side. */
final readonly class SeamReport
{
    /** @param  list<SeamChoice>  $styles  empty while it is led */
    private function __construct(public bool $underWay, public int $percent, public string $words, public ?string $failure, public array $styles, public float $spacingMm) {}

    public static function of(Bench $bench, Finding $f): self
    {
        $h = $f->isDone() ? $f->headline ?? [] : [];
        $styles = $h === [] ? [] : array_map(static fn (SeamStyle $s): SeamChoice => SeamChoice::of($bench, $f, $s, $h['styles']), SeamStyle::cases());

        return new self($f->state->isUnderWay(), $f->percent, $f->words, $f->failure, $styles, (float) ($h['spacing_mm'] ?? 0));
    }
}
