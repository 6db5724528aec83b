<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\OpenPlaces;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\StageFile;
use Closure;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Support\Gap;
use Wrenlo\Core\Support\Overhangs;
use Wrenlo\Core\Support\Relief;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;
use Wrenlo\Core\Support\Treatment;
use Wrenlo\Core\Support\Wishes;

/**
 * Supports of one stance in one style, and what they leave open. Blobs: shells, what is added to the piece itself under places that are held so, and both, as the stage
 * draws them (plate frame of the stance, not turned about Z), and every node as JSON.
 * Asked for at the Hold station.
 */
abstract class Supports extends Kind
{
    public const VERSION = 2;

    abstract protected static function style(): SupportStyle;

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Stance, Input::Held, Input::Bed];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class];
    }

    public function compute(Work $work): Result
    {
        $basis = $work->mesh()->basis($work);
        $subject = $work->subject;
        $rules = $subject->rules();
        $held = $subject->get(Input::Held);
        $profile = $subject->profile();
        $stance = Rotation::bringingUp($subject->up());
        $marks = $subject->marks($basis->mesh->triangleCount());
        $wishes = new Wishes(array_fill_keys($marks->keptClear()->facets(), true), array_fill_keys($marks->of(MarkKind::MustSupport)->facets(), true), byHand: $subject->byHand());
        if ($held['accepted'] !== [] || $held['bridge_mm'] !== null || $held['small_mm2'] !== null || $held['treated'] !== []) { // places of the list, by their facets
            $places = Overhangs::of($basis->mesh, $basis->facets, $basis->weighed->seen, $stance, $rules->layerMm, $rules->limitDeg, $subject->liftMm())->regions;
            $wishes = $wishes->leaving($places, array_values($held['accepted']), (float) $held['bridge_mm'], (float) $held['small_mm2'])->treating($places, array_map(Treatment::from(...), $held['treated']));
        }
        $ask = new SupportAsk($rules->layerMm, $rules->limitDeg, gapMm: (float) ($held['gap_mm'] ?? Gap::usualMm($rules->layerMm)), isPlateOnly: (bool) $held['plate_only'], reliefDeg: (float) ($held['treated_relief_deg'] ?? Relief::USUAL_DEG));
        $plan = SupportPlan::of(static::style(), $basis->mesh, $basis->weighed->seen, $stance, $ask, $wishes, $subject->liftMm(), $profile);
        $row = $plan->toArray($profile);
        $nodes = $row['nodes'];
        unset($row['nodes']); // many numbers: beside the headline
        foreach (['uncovered_places', 'open_islands'] as $list) {
            $row[$list] = OpenPlaces::inFile($row[$list], $basis->mesh, $stance, $subject->liftMm());
        }

        return new Result($row, self::blobs($plan) + ($nodes === [] ? [] : ['nodes' => json_encode($nodes, JSON_THROW_ON_ERROR)]));
    }

    /** @return array<string, Closure> */
    private static function blobs(SupportPlan $plan): array
    {
        $bodies = array_filter(['shells' => $plan->shells(), 'relief' => $plan->reliefBody()]);
        if (count($bodies) === 2) {
            $bodies['all'] = Mesh::joined(array_values($bodies));
        }

        return array_map(static fn (Mesh $body): Closure => StageFile::geometry($body), $bodies);
    }
}
