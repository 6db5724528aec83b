<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

use Wrenlo\Core\Mesh\Polygon;
use Wrenlo\Core\Settings\PrintProfile;

/**
 * Whether a piece stays up while it is printed, what brim or raft makes it, and how it should be turned on a bed that
 * moves. It stands firm when at every height the centre of mass of what is there lies inside the footprint by a sixth of
 * that height, at least 2 mm and never more than 20 (common practice, no source: a 5 mm wide, 100 mm tall base gets 15).
 */
final readonly class Steadiness
{
    public const BRIMS_MM = [3.0, 5.0, 8.0, 10.0, 15.0, 20.0];

    /** Slenderness from which outer walls slow down, and to what (common practice, no source). */
    private const SLOWER = [8 => 25.0, 5 => 40.0];

    private const LEAST_MM = 2.0;

    private const MOST_MM = 20.0;

    private const HEIGHT_SHARE = 1 / 6;

    private const TURNS_DEG = 5;

    private const GRAVITY_MM_S2 = 9810.0;

    public function __construct(
        /** smallest margin against toppling on the way up, mm */
        public float $stagesMm,
        /** width of brim that makes it firm, 0 for none; with a raft none is needed */
        public float $brimMm,
        public bool $raft,
        /** height over twice the margin it has at the end, without brim */
        public float $slenderness,
        /** turn about Z, degrees, that fits the bed and sets its broad side along the axis the bed moves along */
        public float $turnDeg,
        public bool $fitsBed,
        /** acceleration of the bed at which it tips: turned like that, and as it is */
        public float $tipsTurnedMmS2,
        public float $tipsUnturnedMmS2,
        /** outer walls no faster than this, mm/s; 0: no cap */
        public float $speedCapMmS,
    ) {}

    public static function neededMm(float $heightMm): float
    {
        return min(self::MOST_MM, max(self::LEAST_MM, self::HEIGHT_SHARE * $heightMm));
    }

    /** @param  float  $marginMm at the end of the print: all that is known before a stance is proven */
    public static function estimated(float $marginMm, float $heightMm, PrintProfile $profile): self
    {
        [$brim, $raft] = self::brim(self::neededMm($heightMm) - $marginMm);

        return new self($marginMm, $brim, $raft, self::slender($heightMm, $marginMm), 0.0, $heightMm <= $profile->bedZMm, 0.0, 0.0, 0.0);
    }

    /**
     * @param  list<array{float, float}>  $footprint  convex outline of what it stands on, counter-clockwise
     * @param  list<array{float, float}>  $shadow  convex outline of the whole piece from above
     * @param  list<array{float, float, float}>  $balance  x, y of the centre of mass of what is printed up to each height
     * @param  array{float, float, float}  $centre  of mass of the whole, above the plate
     */
    public static function of(array $footprint, array $shadow, array $balance, array $centre, float $heightMm, PrintProfile $profile): self
    {
        $least = $margin = Polygon::marginMm($footprint, [$centre[0], $centre[1]]);
        $short = self::neededMm($heightMm) - $margin;
        foreach ($balance as [$x, $y, $height]) {
            $here = Polygon::marginMm($footprint, [$x, $y]);
            $least = min($least, $here);
            $short = max($short, self::neededMm($height) - $here);
        }
        [$brim, $raft] = self::brim($short);
        $slenderness = self::slender($heightMm, $margin);
        [$turn, $fits, $turned] = self::turn($footprint, $shadow, $centre, $profile);

        return new self(
            $least, $brim, $raft, $slenderness, $turn, $fits && $heightMm <= $profile->bedZMm,
            $turned, self::tips($footprint, $centre, 0.0), self::cap($slenderness),
        );
    }

    /** @return array{float, bool} width of brim, and whether a raft is needed instead */
    private static function brim(float $shortMm): array
    {
        if ($shortMm <= 0) {
            return [0.0, false];
        }
        foreach (self::BRIMS_MM as $width) {
            if ($width >= $shortMm) {
                return [$width, false];
            }
        }

        return [0.0, true];
    }

    private static function slender(float $heightMm, float $marginMm): float
    {
        return $heightMm / (2 * max($marginMm, 0.5));
    }

    private static function cap(float $slenderness): float
    {
        foreach (self::SLOWER as $from => $speed) {
            if ($slenderness >= $from) {
                return $speed;
            }
        }

        return 0.0;
    }

    /**
     * The turn about Z that fits; among those the one that tips last when the bed moves along Y.
     *
     * @param  list<array{float, float}>  $footprint
     * @param  list<array{float, float}>  $shadow
     * @param  array{float, float, float}  $centre
     * @return array{float, bool, float} turn, whether it fits, acceleration at which it tips
     */
    private static function turn(array $footprint, array $shadow, array $centre, PrintProfile $profile): array
    {
        $best = [0.0, false, self::tips($footprint, $centre, 0.0)];
        for ($deg = 0; $deg < 180; $deg += self::TURNS_DEG) {
            [$width, $depth] = self::sizeAt($shadow, (float) $deg);
            $fits = $width <= $profile->bedXMm && $depth <= $profile->bedYMm;
            $tips = self::tips($footprint, $centre, (float) $deg);
            if (($fits && ! $best[1]) || ($fits === $best[1] && $tips > 1.02 * $best[2])) {
                $best = [(float) $deg, $fits, $tips];
            }
        }

        return $best;
    }

    /**
     * @param  list<array{float, float}>  $outline
     * @return array{float, float} along X and Y when it is turned by this
     */
    private static function sizeAt(array $outline, float $deg): array
    {
        [$c, $s] = [cos(deg2rad($deg)), sin(deg2rad($deg))];
        $x = array_map(static fn (array $p): float => $c * $p[0] - $s * $p[1], $outline);
        $y = array_map(static fn (array $p): float => $s * $p[0] + $c * $p[1], $outline);

        return $x === [] || $y === [] ? [0.0, 0.0] : [max($x) - min($x), max($y) - min($y)];
    }

    /**
     * A rigid piece that only stands tips over an edge of its footprint when acceleration × height of its centre >
     * g × the way to that edge along the motion, here Y after the turn. Sticking to the plate adds to that.
     *
     * @param  list<array{float, float}>  $footprint
     * @param  array{float, float, float}  $centre
     */
    private static function tips(array $footprint, array $centre, float $turnDeg): float
    {
        $along = [-sin(deg2rad(-$turnDeg)), cos(deg2rad(-$turnDeg))]; // the bed's Y in the frame of the unturned piece
        $count = count($footprint);
        $way = $count < 3 || Polygon::marginMm($footprint, [$centre[0], $centre[1]]) <= 0 ? 0.0 : INF;
        foreach ($way > 0 ? $footprint : [] as $k => [$ax, $ay]) {
            [$bx, $by] = $footprint[($k + 1) % $count];
            [$nx, $ny] = [$by - $ay, $ax - $bx]; // outwards, as long as the edge
            $towards = abs($nx * $along[0] + $ny * $along[1]); // there and back
            $distance = $nx * ($ax - $centre[0]) + $ny * ($ay - $centre[1]);
            $way = $towards > 1e-9 ? min($way, $distance / $towards) : $way;
        }

        return $way === INF ? 0.0 : self::GRAVITY_MM_S2 * $way / max($centre[2], 0.1);
    }
}
