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
final class Steadiness
{
    public const BRIMS_MM = [3.0, 5.0, 8.0, 10.0, 15.0, 20.0];

    /** Slenderness from which outer walls slow down, and to what (common practice, no source). */
    private const SLOWER = [8 => 25.0, 5 => 40.0];

    private const LEAST_MM = 2.0;

    private const MOST_MM = 20.0;

    private const HEIGHT_SHARE = 1 / 6;

    /** Short of what is needed by less than this is not short: a round footprint is a polygon, feet are known to half a millimetre. */
    private const CLOSE_MM = 0.1;

    private const TURNS_DEG = 5;

    private const GRAVITY_MM_S2 = 9810.0;

    public static function neededMm(float $heightMm): float
    {
        return min(self::MOST_MM, max(self::LEAST_MM, self::HEIGHT_SHARE * $heightMm));
    }

    /** @param  float  $marginMm at the end of the print: all that is known before a stance is proven */
    public static function estimated(float $marginMm, float $heightMm): StandingNumbers
    {
        [$brim, $raft] = self::brim(self::neededMm($heightMm) - $marginMm);

        return new StandingNumbers($marginMm, $marginMm, $marginMm, $brim, $raft, self::slender($heightMm, $marginMm), 0.0);
    }

    /**
     * @param  float  $ownMarginMm  of the piece on its own contact, without the feet of supports
     * @param  list<array{float, float, float}>  $balance  x, y of the centre of mass of what is printed up to each height
     */
    public static function proven(Footing $footing, array $balance, float $heightMm, float $ownMarginMm): StandingNumbers
    {
        $least = $margin = Polygon::marginMm($footing->footprint, [$footing->centre[0], $footing->centre[1]]);
        $short = self::neededMm($heightMm) - $margin;
        foreach ($balance as [$x, $y, $height]) {
            $here = Polygon::marginMm($footing->footprint, [$x, $y]);
            $least = min($least, $here);
            $short = max($short, self::neededMm($height) - $here);
        }
        [$brim, $raft] = self::brim($short);
        $slenderness = self::slender($heightMm, $margin);

        return new StandingNumbers($ownMarginMm, $margin, $least, $brim, $raft, $slenderness, self::cap($slenderness));
    }

    /** Only the height is known before the proof. */
    public static function unproven(float $heightMm, PrintProfile $profile): BedNumbers
    {
        return new BedNumbers($heightMm <= $profile->bedZMm, 0.0, 0.0, 0.0);
    }

    /** The turn about Z that fits; among those the one that tips last when the bed moves along Y. */
    public static function onBed(Footing $footing, float $heightMm, PrintProfile $profile): BedNumbers
    {
        $edges = self::edges($footing);
        $unturned = self::tips($edges, $footing->centre[2], 0.0);
        $best = [0.0, false, $unturned];
        for ($deg = 0; $deg < 180; $deg += self::TURNS_DEG) {
            [$width, $depth] = self::sizeAt($footing->shadow, (float) $deg);
            $fits = $width <= $profile->bedXMm && $depth <= $profile->bedYMm;
            $tips = self::tips($edges, $footing->centre[2], (float) $deg);
            if (($fits && ! $best[1]) || ($fits === $best[1] && $tips > 1.02 * $best[2])) {
                $best = [(float) $deg, $fits, $tips];
            }
        }

        return new BedNumbers($best[1] && $heightMm <= $profile->bedZMm, $best[0], $best[2], $unturned);
    }

    /** @return array{float, bool} width of brim, and whether a raft is needed instead */
    private static function brim(float $shortMm): array
    {
        if ($shortMm <= self::CLOSE_MM) {
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
     * @param  list<array{float, float}>  $outline
     * @return array{float, float} along X and Y when it is turned by this
     */
    private static function sizeAt(array $outline, float $deg): array
    {
        [$c, $s] = [cos(deg2rad($deg)), sin(deg2rad($deg))];
        $left = $front = INF;
        $right = $back = -INF;
        foreach ($outline as [$px, $py]) {
            $x = $c * $px - $s * $py;
            $y = $s * $px + $c * $py;
            $left = $x < $left ? $x : $left;
            $right = $x > $right ? $x : $right;
            $front = $y < $front ? $y : $front;
            $back = $y > $back ? $y : $back;
        }

        return $outline === [] ? [0.0, 0.0] : [$right - $left, $back - $front];
    }

    /**
     * The edges a piece that stands could tip over: outward normal as long as the edge, and how far the centre lies inside it times
     * that length. None where it does not stand by itself.
     *
     * @return list<array{float, float, float}>
     */
    private static function edges(Footing $footing): array
    {
        [$footprint, [$cx, $cy]] = [$footing->footprint, $footing->centre];
        $count = count($footprint);
        if ($count < 3 || Polygon::marginMm($footprint, [$cx, $cy]) <= 0) {
            return [];
        }
        $edges = [];
        foreach ($footprint as $k => [$ax, $ay]) {
            [$bx, $by] = $footprint[($k + 1) % $count];
            [$nx, $ny] = [$by - $ay, $ax - $bx];
            $edges[] = [$nx, $ny, $nx * ($ax - $cx) + $ny * ($ay - $cy)];
        }

        return $edges;
    }

    /**
     * A rigid piece that only stands tips over an edge of its footprint when acceleration × height of its centre >
     * g × the way to that edge along the motion, here Y after the turn. Sticking to the plate adds to that.
     *
     * @param  list<array{float, float, float}>  $edges
     */
    private static function tips(array $edges, float $centreMm, float $turnDeg): float
    {
        [$alongX, $alongY] = [-sin(deg2rad(-$turnDeg)), cos(deg2rad(-$turnDeg))]; // the bed's Y in the frame of the unturned piece
        $way = INF;
        foreach ($edges as [$nx, $ny, $distance]) {
            $towards = abs($nx * $alongX + $ny * $alongY); // there and back
            if ($towards > 1e-9 && $distance / $towards < $way) {
                $way = $distance / $towards;
            }
        }

        return $way === INF ? 0.0 : self::GRAVITY_MM_S2 * $way / max($centreMm, 0.1);
    }
}
