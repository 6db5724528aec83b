<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\MeshInHand;
use App\Findings\Result;
use App\Findings\Subject;
use App\Findings\Work;
use App\Storage\StageFile;
use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Plate\Plate;
use Wrenlo\Core\Support\Gap;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;
use Wrenlo\Core\Support\Wishes;

/** Several pieces on one bed, with supports that they share. Blob: the shells of all. Asked for by the plate's page. */
final class Plated extends Kind
{
    public static function name(): string
    {
        return 'plate';
    }

    public static function reads(): array
    {
        return [Input::Marks, Input::Rules, Input::Stance, Input::Held, Input::Bed, Input::Plate];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class];
    }

    public static function words(): string
    {
        return 'Setting pieces on one plate';
    }

    public function compute(Work $work): Result
    {
        $plate = $work->subject->get(Input::Plate);
        $subjects = [$work->subject, ...array_map(Subject::fromArray(...), array_values($plate['others']))];
        $sights = $work->parts(Sight::class, $subjects);
        $pieces = $seen = $clear = $must = [];
        foreach ($subjects as $k => $subject) {
            $mesh = MeshInHand::reading($subject)->mesh;
            $marks = $subject->marks($mesh->triangleCount());
            $before = count($seen);
            $shift = static fn (array $facets): array => array_fill_keys(array_map(static fn (int $f): int => $f + $before, $facets), true);
            $clear += $shift($marks->keptClear()->facets());
            $must += $shift($marks->of(MarkKind::MustSupport)->facets());
            array_push($seen, ...$marks->weighed($work->listsOf($sights[$k], 'weights')->floats('weights')));
            $pieces[] = self::standing($subject, $mesh);
        }
        $profile = $work->subject->profile();
        try {
            $set = Plate::of($pieces, [$profile->bedXMm, $profile->bedYMm], (float) $plate['clearance_mm']);
        } catch (InvalidArgumentException $e) { // they do not fit: that is an answer, too
            return new Result(['refusal' => $e->getMessage()]);
        }
        $rules = $work->subject->rules();
        $ask = new SupportAsk($rules->layerMm, $rules->limitDeg, gapMm: Gap::usualMm($rules->layerMm));
        $plan = SupportPlan::of(SupportStyle::from($plate['style']), $set->joined(), $seen, Rotation::bringingUp(new Vec3(0.0, 0.0, 1.0)), $ask, new Wishes($clear, $must), profile: $profile);
        $shells = $plan->shells();
        $row = $plan->toArray($profile);
        unset($row['nodes']);
        $feet = [];
        foreach ($plan->limbs as $limb) {
            if ($limb->into === null) {
                $feet[] = [$limb->rings[0][0], $limb->rings[0][1]];
            }
        }

        return new Result(['places' => $set->places, 'outlines' => $set->outlines(), 'used_mm2' => $set->usedMm2, 'feet' => $feet, 'support' => $row], $shells === null ? [] : ['shells' => StageFile::geometry($shells)]);
    }

    /**
     * Where each piece of a plate lies, as it was found: for whoever writes it.
     *
     * @param  non-empty-list<Subject>  $subjects
     */
    public static function set(array $subjects, float $clearanceMm): Plate
    {
        $profile = $subjects[0]->profile();

        return Plate::of(array_map(static fn (Subject $s): array => self::standing($s, MeshInHand::reading($s)->mesh), $subjects), [$profile->bedXMm, $profile->bedYMm], $clearanceMm);
    }

    /** @return array{Mesh, Rotation, float} */
    private static function standing(Subject $subject, Mesh $mesh): array
    {
        return [$mesh, Rotation::bringingUp($subject->up()), $subject->liftMm()];
    }
}
