<?php

declare(strict_types=1);

namespace Wrenlo\Core\Slice;

/** What a section holds: overlapping shells united, folds turned inside out taken as nothing, points closer to a straight line than a tolerance left out. */
final readonly class Figure
{
    /** How far the outlines of a figure may lie from those of its section, mm: a tenth of what a machine places a bead to. */
    public const TOLERANCE_MM = 0.01;

    /**
     * @param  list<list<float>>  $outlines  clean: they do not cross, the figure lies on their left
     * @param  array<int, list<float>>  $rows  the same as Spans
     */
    private function __construct(public array $outlines, public array $rows, public float $pitchMm) {}

    public static function of(Section $section, float $pitchMm, float $toleranceMm = self::TOLERANCE_MM): self
    {
        $outlines = [];
        foreach ($section->points as $p) {
            $p = Simpler::outline($p, $toleranceMm);
            if (count($p) >= 6) {
                $outlines[] = $p;
            }
        }
        $rows = Spans::of($outlines, $pitchMm);
        if ($rows === null) {
            $outlines = Overlay::boundary($outlines);
            $rows = Spans::of($outlines, $pitchMm) ?? Spans::insideOf($outlines, $pitchMm);
        }

        return new self($outlines, $rows, $pitchMm);
    }

    /** @return array<int, list<float>> Spans of what lies deeper than this inside all outlines */
    public function deeperThan(float $depthMm): array
    {
        return Spans::eroded($this->rows, $this->outlines, $depthMm, $this->pitchMm);
    }
}
