<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Slice\Slices;

/** Finds the slender parts of a piece from slices along its three axes. */
final class SlenderParts
{
    /** A part lying nearer to level than this sine is cut lengthways; its section counts as this much longer, not more. */
    public const LYING = 0.1;

    /** Lever over width from which a part is slender. */
    private const SLENDER = 1.5;

    private const SLICES = 120;

    /** @return list<SlenderPart> narrowest first */
    public static function of(Mesh $mesh): array
    {
        $seen = array_fill(0, $mesh->triangleCount(), 0.0);
        $found = [];
        foreach ([new Vec3(0, 0, 1), new Vec3(0, 1, 0), new Vec3(1, 0, 0)] as $up) {
            $stance = Rotation::bringingUp($up);
            $slices = Slices::of($mesh, $seen, $stance, self::SLICES);
            $low = self::lowest($mesh, $up);
            foreach (Members::of($slices)->all as $member) {
                if ($member->slenderness() >= self::SLENDER) {
                    $found[] = self::inFileFrame($member, $stance, $up, $low);
                }
            }
        }
        usort($found, static fn (SlenderPart $a, SlenderPart $b): int => $a->sectionMm2 <=> $b->sectionMm2);

        return self::distinct($found);
    }

    private static function lowest(Mesh $mesh, Vec3 $up): float
    {
        return $mesh->bounds()->min->dot($up); // `up` is an axis
    }

    private static function inFileFrame(Member $m, Rotation $stance, Vec3 $up, float $low): SlenderPart
    {
        $rise = ($m->isHanging ? -0.5 : 0.5) * $m->leverMm;
        $axis = $stance->back(new Vec3($m->partMm[0] - $m->xMm, $m->partMm[1] - $m->yMm, $rise))->unit();

        return new SlenderPart($m->sectionMm2 * max(0.2, abs($axis->dot($up))), $stance->back(new Vec3($m->xMm, $m->yMm, $low + $m->zMm)), $axis, $m->leverMm);
    }

    /**
     * The same part is found along two axes: the narrower reading stays.
     *
     * @param  list<SlenderPart>  $parts
     * @return list<SlenderPart>
     */
    private static function distinct(array $parts): array
    {
        $kept = [];
        foreach ($parts as $p) {
            foreach ($kept as $k) {
                if ($k->at->minus($p->at)->length() < 0.5 * max($k->leverMm, $p->leverMm)) {
                    continue 2;
                }
            }
            $kept[] = $p;
        }

        return $kept;
    }
}
