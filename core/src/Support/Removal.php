<?php

declare(strict_types=1);

namespace Wrenlo\Core\Support;

use Wrenlo\Core\Geometry\Box3;

use function array_fill_keys;
use function array_flip;
use function array_intersect_key;
use function array_keys;
use function array_map;
use function array_slice;
use function ceil;
use function count;
use function floor;
use function intdiv;
use function max;
use function min;
use function sqrt;

/**
 * In which order supports come off: what stands together (a tree, a shaft) goes in one piece once a tool gets at its contacts past everything that is still there. So
 * what stands outside goes first, round by round. Where nothing is free what has the least before it goes next, and has to be broken. The tool's
 * ways past the piece itself are those of Access.
 */
final readonly class Removal
{
    /** Contacts of one tree that are looked at: the lowest, the highest and those between them. */
    private const CONTACTS = 5;

    /** The tool's middle passes so far below a contact. */
    private const BELOW_MM = 1.0;

    private const SIDES = 8;

    /** Of the coarse map of what stands where. */
    private const CELL_MM = 2.5;

    /** Along the tool's way. */
    private const STEP_MM = 1.25;

    /**
     * @param  list<list<int>>  $rounds  the trees of each round, by the limb they stand on
     * @param  array<int, int>  $treeOf  limb → its tree
     * @param  list<int>  $forced  trees that had something before them when their turn came
     * @param  array<int, array{float, float, float}>  $feet  of each tree
     * @param  array<int, int>  $counts  contacts of each tree
     */
    private function __construct(public array $rounds, public array $treeOf, public array $forced, private array $feet, private array $counts) {}

    /**
     * @param  list<Limb>  $limbs
     * @param  list<Contact>  $contacts
     * @param  Access  $access  past the piece alone
     */
    public static function of(array $limbs, array $contacts, Access $access, Box3 $room): self
    {
        $treeOf = self::trees($limbs);
        $tips = $feet = [];
        foreach ($limbs as $k => $limb) {
            if ($limb->tip !== null) {
                $tips[$treeOf[$k]][] = $limb->tip;
            }
            if ($limb->into === null) {
                $feet[$k] = [$limb->rings[0][0], $limb->rings[0][1], $limb->rings[0][2]];
            }
        }
        $before = self::before($tips, $contacts, $access, self::map($limbs, $treeOf), $room);
        [$rounds, $forced] = self::rounds($before);

        return new self($rounds, $treeOf, $forced, $feet, array_map(count(...), $tips));
    }

    /**
     * @param  list<Limb>  $limbs
     * @return array<int, int> limb → the limb with the foot
     */
    private static function trees(array $limbs): array
    {
        $treeOf = [];
        foreach ($limbs as $k => $_) {
            for ($at = $k; $limbs[$at]->into !== null; $at = $limbs[$at]->into);
            $treeOf[$k] = $at;
        }

        return $treeOf;
    }

    /**
     * @param  list<Limb>  $limbs
     * @param  array<int, int>  $treeOf
     * @return array<string, array<int, true>> cell → trees in it
     */
    private static function map(array $limbs, array $treeOf): array
    {
        $map = [];
        foreach ($limbs as $k => $limb) {
            for ($r = 1; $r < count($limb->rings); $r++) {
                [$ax, $ay, $az] = $limb->rings[$r - 1];
                [$bx, $by, $bz] = $limb->rings[$r];
                $steps = max(1, (int) ceil(sqrt(($bx - $ax) ** 2 + ($by - $ay) ** 2 + ($bz - $az) ** 2) / self::STEP_MM));
                for ($s = 0; $s <= $steps; $s++) {
                    $t = $s / $steps;
                    $map[self::cell($ax + $t * ($bx - $ax), $ay + $t * ($by - $ay), $az + $t * ($bz - $az))][$treeOf[$k]] = true;
                }
            }
        }

        return $map;
    }

    private static function cell(float $x, float $y, float $z): string
    {
        return floor($x / self::CELL_MM).' '.floor($y / self::CELL_MM).' '.floor($z / self::CELL_MM);
    }

    /**
     * @param  array<int, list<int>>  $tips  tree → its contacts
     * @param  list<Contact>  $contacts
     * @param  array<string, array<int, true>>  $map
     * @return array<int, list<non-empty-list<list<int>>>> tree → each contact looked at → each way → trees in it
     */
    private static function before(array $tips, array $contacts, Access $access, array $map, Box3 $room): array
    {
        $before = [];
        $directions = self::directions();
        foreach ($tips as $tree => $own) {
            usort($own, static fn (int $a, int $b): int => [$contacts[$a]->zMm, $a] <=> [$contacts[$b]->zMm, $b]);
            $before[$tree] = [];
            foreach (self::spread($own) as $tip) {
                $ways = array_map(static fn (array $d): array => self::along($contacts[$tip], $d, $map, $room, $tree), $access->free($contacts[$tip], $directions));
                if ($ways !== []) {
                    $before[$tree][] = $ways;
                }
            }
        }

        return $before;
    }

    /** @return list<array{float, float, float}> from below, and from all sides level and half from below */
    private static function directions(): array
    {
        $found = [[0.0, 0.0, -1.0]];
        for ($k = 0; $k < self::SIDES; $k++) {
            [$x, $y] = [cos(2 * M_PI * $k / self::SIDES), sin(2 * M_PI * $k / self::SIDES)];
            array_push($found, [$x, $y, 0.0], [$x * M_SQRT1_2, $y * M_SQRT1_2, -M_SQRT1_2]);
        }

        return $found;
    }

    /**
     * @param  list<int>  $of
     * @return list<int> a few of them, evenly
     */
    private static function spread(array $of): array
    {
        $last = count($of) - 1;
        if ($last < self::CONTACTS) {
            return $of;
        }

        return array_map(static fn (int $k): int => $of[intdiv($k * $last, self::CONTACTS - 1)], range(0, self::CONTACTS - 1));
    }

    /**
     * @param  array{float, float, float}  $d
     * @param  array<string, array<int, true>>  $map
     * @return list<int> trees along a tool's way, but for the contact's own
     */
    private static function along(Contact $c, array $d, array $map, Box3 $room, int $own): array
    {
        $found = [];
        for ($s = self::STEP_MM; ; $s += self::STEP_MM) {
            [$x, $y, $z] = [$c->xMm + $s * $d[0], $c->yMm + $s * $d[1], $c->zMm - self::BELOW_MM + $s * $d[2]];
            if ($x < $room->min->x || $x > $room->max->x || $y < $room->min->y || $y > $room->max->y || $z < -self::BELOW_MM || $z > $room->max->z) {
                break;
            }
            $found += $map[self::cell($x, $y, $z)] ?? [];
        }
        unset($found[$own]);

        return array_keys($found);
    }

    /**
     * @param  array<int, list<non-empty-list<list<int>>>>  $before
     * @return array{list<list<int>>, list<int>}
     */
    private static function rounds(array $before): array
    {
        $left = array_fill_keys(array_keys($before), true);
        $rounds = $forced = [];
        while ($left !== []) {
            $lacks = [];
            foreach ($left as $tree => $_) {
                $lack = 0;
                foreach ($before[$tree] as $ways) {
                    $lack = max($lack, self::least($ways, $left));
                }
                $lacks[$tree] = $lack;
            }
            $least = min($lacks);
            $round = array_keys($lacks, $least, true);
            if ($least > 0) {
                $round = array_slice($round, 0, 1);
                $forced[] = $round[0];
            }
            $rounds[] = $round;
            foreach ($round as $tree) {
                unset($left[$tree]);
            }
        }

        return [$rounds, $forced];
    }

    /**
     * @param  non-empty-list<list<int>>  $ways
     * @param  array<int, true>  $left
     */
    private static function least(array $ways, array $left): int
    {
        return min(array_map(static fn (array $in): int => count(array_intersect_key($left, array_flip($in))), $ways));
    }

    /** @return list<array{round: int, foot_mm: array{float, float, float}, contacts: int, forced: bool}> each tree or shaft, in the order it comes off */
    public function toArray(): array
    {
        $rows = [];
        foreach ($this->rounds as $k => $trees) {
            foreach ($trees as $tree) {
                $rows[] = ['round' => $k + 1, 'foot_mm' => $this->feet[$tree], 'contacts' => $this->counts[$tree], 'forced' => in_array($tree, $this->forced, true)];
            }
        }

        return $rows;
    }
}
