<?php

declare(strict_types=1);

namespace App\Storage;

use App\Findings\Lists;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Motion\PrintEstimate;
use Wrenlo\Core\Motion\PrintSums;
use Wrenlo\Core\Orientation\Candidate;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\MeasuredStance;
use Wrenlo\Core\Orientation\Origin;
use Wrenlo\Core\Orientation\Ranking;
use Wrenlo\Core\Orientation\StanceNumbers;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Settings\PrintProfile;

/** The estimates of a search as they lie on disk: ranked in milliseconds, and read stance by stance where one is shown. */
final class StoredSearch
{
    /** The first of the search is the pose of the file: it is what the others are held against, wherever it ranks. */
    public const FILE = 0;

    private ?Ranking $ranking = null;

    private ?PrintProfile $rankedFor = null;

    private function __construct(private readonly Lists $lists, private readonly float $volumeMm3, private readonly float $layerMm) {}

    public static function open(Lists $lists, float $volumeMm3, float $layerMm): self
    {
        return new self($lists, $volumeMm3, $layerMm);
    }

    public function count(): int
    {
        return $this->lists->count('origin');
    }

    public function up(int $id): Vec3
    {
        return new Vec3($this->lists->float('up_x', $id), $this->lists->float('up_y', $id), $this->lists->float('up_z', $id));
    }

    public function origin(int $id): Origin
    {
        return Origin::cases()[$this->lists->word('origin', $id)];
    }

    public function candidate(int $id, PrintProfile $profile): Candidate
    {
        return new Candidate($this->up($id), $this->origin($id), $this->estimate($id)->for($profile));
    }

    public function estimate(int $id): MeasuredStance
    {
        $row = [];
        foreach (MeasuredStance::keys() as $key) {
            $row[$key] = $this->lists->float($key, $id);
        }

        return MeasuredStance::fromArray($row, null, $this->volumeMm3, $this->layerMm);
    }

    /** @return list<int> the best that differ from one another, best first, the pose of the file among them */
    public function finalists(Weights $weights, PrintProfile $profile, int $count): array
    {
        $ids = $this->ranking($profile)->finalists($weights, $count);
        if (! in_array(self::FILE, $ids, true)) {
            array_splice($ids, max(0, $count - 1), 1, [self::FILE]);
        }

        return $ids;
    }

    /**
     * @param  array<string, StanceNumbers>  $known  by stance, the best numbers known of each
     * @return array<string, float> score by stance, best first
     */
    public function order(array $known, Weights $weights, PrintProfile $profile): array
    {
        return $this->ranking($profile)->order($known, $weights);
    }

    /**
     * Stances whose broad side touches the plate most.
     *
     * @return list<Vec3>
     */
    public function rests(int $most): array
    {
        $contact = $this->lists->floats('plate_contact_mm2');
        $rests = array_filter(array_keys($contact), fn (int $id): bool => $this->origin($id)->isResting());
        usort($rests, static fn (int $a, int $b): int => $contact[$b] <=> $contact[$a] ?: $a <=> $b);

        return array_map($this->up(...), array_slice($rests, 0, $most));
    }

    public function ranking(PrintProfile $profile): Ranking
    {
        if ($this->ranking === null || $this->rankedFor != $profile) {
            $this->rankedFor = $profile;
            $estimates = [];
            foreach (Criteria::all() as $key => $criterion) {
                $estimates[$key] = $key === 'time' ? $this->hours($profile) : array_map($criterion->stored(...), $this->lists->floats($criterion->metric->key));
            }
            $ups = array_map(static fn (float $x, float $y, float $z): array => [$x, $y, $z], $this->lists->floats('up_x'), $this->lists->floats('up_y'), $this->lists->floats('up_z'));
            $rests = [];
            $margin = $this->lists->floats('topple_margin_mm');
            foreach ($this->lists->words('origin') as $id => $origin) {
                if ($margin[$id] > 0.0 && Origin::cases()[$origin]->isResting()) {
                    $rests[$id] = true;
                }
            }
            $this->ranking = new Ranking($ups, $estimates, $rests);
        }

        return $this->ranking;
    }

    /**
     * Only the hours rest on what a piece is printed with.
     *
     * @return list<float>
     */
    private function hours(PrintProfile $profile): array
    {
        $keys = ['height_mm', 'wall_area_mm2', 'band06_share', 'band12_share', 'band24_share', 'skin_area_mm2', 'shallow1_mm2', 'shallow2_mm2', 'shallow4_mm2', 'flat_area_mm2', 'flat_edge_per_mm', 'support_mm3'];
        $hours = array_map(
            fn (float $height, float $wall, float $b06, float $b12, float $b24, float $skin, float $s1, float $s2, float $s4, float $flat, float $edge, float $support): float => PrintEstimate::of(
                new PrintSums(
                    volumeMm3: abs($this->volumeMm3), heightMm: $height, wallMm2: $wall, bandShares: [$b06, $b12, $b24], slopedMm2: max(0.0, $skin - $flat),
                    shallowMm2: [$s1, $s2, $s4], flatMm2: $flat, flatEdgePerMm: $edge, supportMm3: $support,
                ), $this->layerMm, $profile,
            )->hours,
            ...array_map($this->lists->floats(...), $keys),
        );

        return $hours;
    }
}
