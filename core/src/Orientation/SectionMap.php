<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Slice\Slices;

use function count;

/**
 * What cross-sections tell, for any stance: measured in a few directions spread over half the sphere, and read between them. A
 * piece on its head is cut into the same sections, so half the sphere is all of it. The same slices as in a proof, only fewer:
 * so what is read here can be held against what is proven.
 *
 * Between the directions: Shepard's inverse-distance weighting (ACM National Conference, 1968), by sin² of the angle. A seam is read as a
 * share of the height, which is known exactly everywhere.
 */
final readonly class SectionMap
{
    /** About 23° apart. */
    public const DIRECTIONS = 40;

    public const SLICES = 36;

    /** Two readings nearer than this (sin², about 0.06°) are one. */
    private const SAME = 1e-6;

    /**
     * @param  list<float>  $x  the directions
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  array<string, list<float>>  $numbers  key of SectionNumbers → of each direction; the seam as a share of the height
     */
    private function __construct(public array $x, public array $y, public array $z, public array $numbers) {}

    /** @return list<Vec3> */
    public static function directions(): array
    {
        return array_values(array_filter(Directions::fibonacci(2 * self::DIRECTIONS), static fn (Vec3 $up): bool => $up->z > 0.0));
    }

    /**
     * @param  list<float>  $seen  seen weight of each facet, for seams
     * @param  ?callable(float): void  $progress
     */
    public static function of(Mesh $mesh, array $seen, ?callable $progress = null): self
    {
        return self::from(self::cut($mesh, $seen, self::directions(), $progress));
    }

    /**
     * @param  list<float>  $seen
     * @param  list<Vec3>  $ups
     * @param  ?callable(float): void  $progress
     * @return list<SectionNumbers> the seam as a share of the height
     */
    public static function cut(Mesh $mesh, array $seen, array $ups, ?callable $progress = null): array
    {
        $found = [];
        foreach ($ups as $k => $up) {
            $slices = Slices::of($mesh, $seen, Rotation::bringingUp($up), self::SLICES);
            $n = SectionNumbers::of($slices);
            // a section beyond what counts would outweigh its neighbours
            $found[] = new SectionNumbers(
                $n->seenSeamMm / ($slices->stepMm * $slices->count), min(Criteria::SAFE_SECTION_MM2, $n->weakestMemberMm2), $n->band06Share, $n->band12Share, $n->band24Share,
            );
            $progress && $progress(($k + 1) / count($ups));
        }

        return $found;
    }

    /** @param  list<SectionNumbers>  $cut  one a direction, in their order */
    public static function from(array $cut): self
    {
        $ups = self::directions();
        $numbers = [];
        foreach (SectionNumbers::keys() as $key => $property) {
            $numbers[$key] = array_map(static fn (SectionNumbers $n): float => $n->{$property}, $cut);
        }

        return self::fromLists(
            array_map(static fn (Vec3 $u): float => $u->x, $ups), array_map(static fn (Vec3 $u): float => $u->y, $ups),
            array_map(static fn (Vec3 $u): float => $u->z, $ups), $numbers,
        );
    }

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     * @param  list<float>  $z
     * @param  array<string, list<float>>  $numbers
     */
    public static function fromLists(array $x, array $y, array $z, array $numbers): self
    {
        return new self($x, $y, $z, $numbers);
    }

    public function at(Vec3 $up, float $heightMm): SectionNumbers
    {
        [$ux, $uy, $uz] = $up->toArray();
        ['y' => $my, 'z' => $mz] = get_object_vars($this);
        [$seam, $weakest, $band1, $band2, $band3] = array_values($this->numbers);
        $all = $s0 = $s1 = $s2 = $s3 = $s4 = 0.0;
        foreach ($this->x as $k => $x) {
            $c = $x * $ux + $my[$k] * $uy + $mz[$k] * $uz;
            $s = 1.0 - $c * $c + self::SAME;
            $w = 1.0 / ($s * $s);
            $all += $w;
            $s0 += $w * $seam[$k];
            $s1 += $w * $weakest[$k];
            $s2 += $w * $band1[$k];
            $s3 += $w * $band2[$k];
            $s4 += $w * $band3[$k];
        }

        return new SectionNumbers($heightMm * $s0 / $all, $s1 / $all, $s2 / $all, $s3 / $all, $s4 / $all);
    }
}
