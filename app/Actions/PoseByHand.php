<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Analysis;
use App\Models\Candidate;
use App\Storage\BasisFile;
use Illuminate\Support\Facades\DB;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Candidate as CoreCandidate;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\Stances;
use Wrenlo\Core\Settings\PrintProfile;

/** A pose turned by hand: the linear numbers at once, the exact ones when the hand rests, a stance like any other when it is kept. */
final class PoseByHand
{
    public static function measure(Analysis $analysis, Vec3 $up, float $liftMm, bool $isExact): CoreCandidate
    {
        $profile = $analysis->piece->plan->profile();
        $stances = new Stances(self::basis($analysis, $profile, $isExact), $analysis->rules());

        return new CoreCandidate($up, Origin::Hand, $isExact ? $stances->proven($up, $liftMm) : $stances->estimate($up, $liftMm), $liftMm);
    }

    public static function keep(Analysis $analysis, Vec3 $up, float $liftMm): Candidate
    {
        $stances = new Stances(self::basis($analysis, $analysis->piece->plan->profile(), isExact: true), $analysis->rules());
        $estimate = $stances->estimate($up, $liftMm);

        return DB::transaction(static function () use ($analysis, $stances, $estimate, $up, $liftMm): Candidate {
            $candidate = $analysis->candidates()->create([
                'up_x' => $up->x, 'up_y' => $up->y, 'up_z' => $up->z, 'lift_mm' => $liftMm, 'origin' => Origin::Hand->value,
                ...$estimate->toArray(), ...Criteria::estimates($estimate),
            ]);
            ProveStance::draw($candidate, $stances, ProveStance::measure($candidate, $stances));

            return $candidate;
        });
    }

    private static function basis(Analysis $analysis, PrintProfile $profile, bool $isExact): StanceBasis
    {
        $folder = "analysis-{$analysis->id}";
        if (! BasisFile::has($folder)) {
            BasisFile::put($folder, LoadStances::for($analysis)->basis);
        }

        return $isExact ? BasisFile::full($folder, $profile) : BasisFile::sketch($folder, $profile);
    }
}
