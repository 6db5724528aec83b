<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

/**
 * What one line width makes of a piece's thicknesses. Below one line nothing prints; below two it is a single wall;
 * up to OFF_UP_TO lines a wall is clean only near a whole number of lines. Limits: common practice, no source.
 */
final readonly class NozzleFit
{
    /** Nozzles people own, mm. */
    public const USUAL_MM = [0.2, 0.3, 0.4, 0.6, 0.8];

    /** Line width of a nozzle that is not on the shelf (DESIGN section 2: 1.05 to 1.125 times its bore). */
    public const LINE_PER_BORE = 1.125;

    /** Walls below this are worth a note whatever the nozzle, mm. */
    public const NOTE_MM = 1.0;

    /** From this many lines on infill takes up what is left. */
    private const OFF_UP_TO = 4;

    /** Off a whole number of lines by more than this share of a line. */
    private const OFF_SHARE = 0.25;

    private function __construct(
        public float $nozzleMm,
        public float $lineMm,
        public float $unprintableMm2,
        /** the same, weighted by how much it is seen */
        public float $seenLostMm2,
        public float $singleWallMm2,
        public float $offMultipleMm2,
        /** standard errors of the sampling */
        public float $unprintableErrorMm2,
        public float $singleWallErrorMm2,
    ) {}

    /** @return array<string, float> */
    public function toArray(): array
    {
        return [
            'nozzle_mm' => $this->nozzleMm, 'line_mm' => $this->lineMm, 'unprintable_mm2' => $this->unprintableMm2, 'seen_lost_mm2' => $this->seenLostMm2,
            'single_wall_mm2' => $this->singleWallMm2, 'off_multiple_mm2' => $this->offMultipleMm2,
            'unprintable_error_mm2' => $this->unprintableErrorMm2, 'single_wall_error_mm2' => $this->singleWallErrorMm2,
        ];
    }

    /**
     * @param  list<float>  $seen  seen weight of each facet
     */
    public static function of(Thickness $thickness, array $seen, float $nozzleMm, ?float $lineMm = null): self
    {
        $line = $lineMm ?? self::LINE_PER_BORE * $nozzleMm;
        $unprintable = $lost = $single = $off = 0.0;
        foreach ($thickness->sampleMm as $k => $t) {
            if ($t >= self::OFF_UP_TO * $line) {
                continue;
            }
            $a = $thickness->sampleMm2[$k];
            if ($t < $line) {
                $unprintable += $a;
                $lost += $a * ($seen[$thickness->sampleFacet[$k]] ?? 0.0);

                continue;
            }
            $single += $t < 2 * $line ? $a : 0.0;
            $lines = $t / $line;
            $off += abs($lines - round($lines)) > self::OFF_SHARE ? $a : 0.0;
        }

        return new self($nozzleMm, $line, $unprintable, $lost, $single, $off, $thickness->errorMm2(0.0, $line), $thickness->errorMm2($line, 2 * $line));
    }
}
