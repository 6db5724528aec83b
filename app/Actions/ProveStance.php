<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Candidate;
use App\Storage\Blobs;
use App\Storage\PortraitPng;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Layer\HeightScore;
use Wrenlo\Core\Mesh\HeightField;
use Wrenlo\Core\Orientation\StanceRules;
use Wrenlo\Core\Orientation\Stances;

/** Replaces a candidate's estimates by exact numbers, and draws what the screen shows of it. */
final class ProveStance
{
    public const PICTURE_PX = 160;

    public static function measure(Candidate $candidate, Stances $stances): HeightField
    {
        $field = $stances->field($candidate->up(), $candidate->lift_mm);
        $candidate->update($stances->measured($candidate->up(), $field, $candidate->lift_mm)->toArray());

        return $field;
    }

    public static function draw(Candidate $candidate, Stances $stances, HeightField $field): void
    {
        $score = HeightScore::of($stances->basis, $candidate->up(), $field->bands, StanceRules::flatCosine(), $candidate->lift_mm);
        Blobs::putDerived(
            self::pictureKey($candidate),
            PortraitPng::bytes($stances->basis->mesh, Rotation::bringingUp($candidate->up()), self::PICTURE_PX),
        );
        $candidate->update(['score_strip' => $score->toArray()]);
    }

    public static function pictureKey(Candidate $candidate): string
    {
        return "analysis-{$candidate->analysis_id}/stance-{$candidate->id}.png";
    }
}
