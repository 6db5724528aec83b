<?php

declare(strict_types=1);

namespace App\Stations\Look;

use App\Http\Resources\MarkList;
use App\Http\Resources\MeshFacts;
use App\Http\Resources\Sightline;
use App\Http\Resources\ThicknessReport;
use App\Plans\Bench;

/** What the Look station is drawn from. */
final readonly class LookPage
{
    /**
     * @param  list<float>  $shownUp
     * @param  list<float>  $front
     */
    private function __construct(
        public float $scale, public ?string $mirror, public array $shownUp, public array $front,
        public Sightline $sight, public ?MeshFacts $mesh, public MarkList $marks, public ThicknessReport $thickness,
    ) {}

    public static function of(Bench $bench): self
    {
        ['recipe' => $recipe, 'display' => $display] = get_object_vars($bench->look());

        return new self(
            $recipe->scale, $recipe->mirror, $display->up->toArray(), $display->front->toArray(),
            Sightline::of($bench), MeshFacts::of($bench), MarkList::of($bench), ThicknessReport::of($bench),
        );
    }
}
