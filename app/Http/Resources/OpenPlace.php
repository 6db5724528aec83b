<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** A place that a way of holding leaves in the air. */
final readonly class OpenPlace
{
    /**
     * @param  string  $key  stays the same while the place does
     * @param  list<float>  $atMm  plate frame of the stance
     * @param  list<float>  $atFileMm
     */
    private function __construct(public string $key, public bool $isIsland, public float $areaMm2, public float $zMm, public array $atMm, public array $atFileMm, public bool $isAccepted) {}

    /**
     * @param  array<string, mixed>  $row  of SupportPlan::toArray, with its place in the file
     * @param  list<string>  $accepted
     */
    public static function of(array $row, bool $isIsland, array $accepted): self
    {
        $key = vsprintf(($isIsland ? 'open island' : 'beyond').' %.0f %.0f %.0f', $row['at_file_mm']);

        return new self($key, $isIsland, $row['area_mm2'], $row['at_mm'][2], $row['at_mm'], $row['at_file_mm'], in_array($key, $accepted, true));
    }
}
