<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

/** Cross-sections of piece and support, averaged over COUNT equal bands from plate to top. */
final readonly class HeightBands
{
    public const COUNT = 120;

    /** Heights are rounded to this many rungs, eight a band. */
    public const RUNGS = 8 * self::COUNT;

    /**
     * @param  list<float>  $solidMm2  mean cross-section of the piece in each band
     * @param  list<float>  $supportMm2  mean cross-section of the support columns in each band
     */
    private function __construct(public float $heightMm, public array $solidMm2, public array $supportMm2) {}

    /**
     * @param  list<int>  $solid  how many more columns of piece there are above each rung than below it
     * @param  list<int>  $support  the same for columns of support
     */
    public static function fromRungs(float $heightMm, float $cellMm2, array $solid, array $support): self
    {
        return new self($heightMm, self::sections($solid, $cellMm2), self::sections($support, $cellMm2));
    }

    /**
     * @param  list<int>  $rungs
     * @return list<float> mm²
     */
    private static function sections(array $rungs, float $cellMm2): array
    {
        $sections = [];
        $columns = $sum = 0;
        for ($r = 0; $r < self::RUNGS; $r++) {
            $columns += $rungs[$r];
            $sum += $columns;
            if ($r % 8 === 7) {
                $sections[] = $sum / 8 * $cellMm2;
                $sum = 0;
            }
        }

        return $sections;
    }
}
