<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

use Wrenlo\Core\Slice\Slices;

use function count;

/**
 * Weak members of a stance. From the top down, what is connected above a height hangs together as a part; its section is
 * everything that carries it there. From below upwards the same, whether a part begins on the plate or on supports: turned upside
 * down a piece has the same layers, and is as weak. A section counts where what
 * hangs together reaches MIN_LEVER_MM and more to either side of it: where a part begins it is thin because it begins there, and
 * nothing pulls at it. So a cone is as weak on its tip as on its base. Layers cross a section of a part that stands along Z,
 * and that is where it snaps; laid down, its sections are long and the layers run along it.
 */
final readonly class Members
{
    public const MIN_LEVER_MM = 5.0;

    /** Sections this near to one another are alike: rounding must not say which of a straight pin is the weakest. */
    private const SAME = 1e-9;

    /** @param  list<Member>  $all narrowest first, one a part */
    private function __construct(public array $all, private float $widestMm2) {}

    public static function of(Slices $slices, ?Regions $regions = null): self
    {
        $regions ??= Regions::of($slices);
        $above = self::tips($slices, $regions, fromTop: true);
        $below = self::tips($slices, $regions, fromTop: false);
        $found = [...self::sweep($slices, $regions, true, $below), ...self::sweep($slices, $regions, false, $above)];
        usort($found, static fn (Member $a, Member $b): int => $a->sectionMm2 <=> $b->sectionMm2);

        return new self($found, $regions->area === [] ? 0.0 : max($regions->area));
    }

    /** The smallest section that carries a part; where nothing is long enough to count, the widest section there is. */
    public function weakestMm2(): float
    {
        return $this->all === [] ? $this->widestMm2 : $this->all[0]->sectionMm2;
    }

    /** Where something begins that is first met in a slice: half a step beyond it, on the average. */
    private static function end(Slices $slices, int $slice, bool $fromTop): float
    {
        return $slices->heightMm($slice) + ($fromTop ? 0.5 : -0.5) * $slices->stepMm;
    }

    /**
     * How far up (or down) what hangs together with each region on that side of its slice reaches.
     *
     * @return array<int, float> by region, mm
     */
    private static function tips(Slices $slices, Regions $regions, bool $fromTop): array
    {
        $parent = $tip = $reach = [];
        $root = static function (int $r) use (&$parent): int {
            while ($parent[$r] !== $r) {
                $r = $parent[$r] = $parent[$parent[$r]];
            }

            return $r;
        };
        foreach ($fromTop ? array_reverse($regions->bySlice, true) : $regions->bySlice as $slice => $list) {
            foreach ($list as $r) {
                $parent[$r] = $r;
                $tip[$r] = self::end($slices, $slice, $fromTop);
                foreach ($fromTop ? $regions->above[$r] : $regions->below[$r] as $other) {
                    $a = $root($r);
                    $b = $root($other);
                    if ($a !== $b) {
                        $parent[$b] = $a;
                        $tip[$a] = $fromTop ? max($tip[$a], $tip[$b]) : min($tip[$a], $tip[$b]);
                    }
                }
            }
            foreach ($list as $r) {
                $reach[$r] = $tip[$root($r)];
            }
        }

        return $reach;
    }

    /**
     * @param  array<int, float>  $otherTip  how far what hangs together with each region reaches on the other side
     * @return list<Member>
     */
    private static function sweep(Slices $slices, Regions $regions, bool $fromTop, array $otherTip): array
    {
        $parent = range(0, max(0, count($regions->area) - 1));
        $tip = $volume = $mx = $my = $best = [];
        $members = [];
        $order = $fromTop ? array_reverse($regions->bySlice, true) : $regions->bySlice;
        $root = static function (int $r) use (&$parent): int {
            while ($parent[$r] !== $r) {
                $r = $parent[$r] = $parent[$parent[$r]];
            }

            return $r;
        };
        foreach ($order as $slice => $list) {
            $here = []; // part → what carries it at this height: area and moments
            foreach ($list as $r) {
                $tip[$r] = self::end($slices, $slice, $fromTop);
                $volume[$r] = $mx[$r] = $my[$r] = 0.0;
                $best[$r] = null;
            }
            foreach ($list as $r) {
                foreach ($fromTop ? $regions->above[$r] : $regions->below[$r] as $other) {
                    $a = $root($r);
                    $b = $root($other);
                    if ($a === $b) {
                        continue;
                    }
                    // two parts meet: each that reached far enough is a member of its own
                    foreach ($a !== $r && $b !== $r ? [$a, $b] : [] as $part) {
                        if ($best[$part] !== null) {
                            $members[] = $best[$part];
                        }
                        $best[$part] = null;
                    }
                    $parent[$a] = $b;
                    $tip[$b] = $fromTop ? max($tip[$a], $tip[$b]) : min($tip[$a], $tip[$b]);
                    $volume[$b] += $volume[$a];
                    $mx[$b] += $mx[$a];
                    $my[$b] += $my[$a];
                    $best[$b] ??= $best[$a];
                }
            }
            foreach ($list as $r) {
                $part = $root($r);
                $here[$part] ??= [0.0, 0.0, 0.0, 0.0];
                $here[$part][3] = max($here[$part][3], abs($otherTip[$r] - $slices->heightMm($slice)));
                $here[$part][0] += $regions->area[$r];
                $here[$part][1] += $regions->area[$r] * $slices->cx[$regions->outline[$r]];
                $here[$part][2] += $regions->area[$r] * $slices->cy[$regions->outline[$r]];
            }
            foreach ($here as $part => [$area, $sx, $sy, $otherLever]) {
                $lever = abs($tip[$part] - $slices->heightMm($slice));
                if (min($lever, $otherLever) >= self::MIN_LEVER_MM && $area < ($best[$part]->sectionMm2 ?? INF) * (1 + self::SAME)) { // of sections alike the one with the longest lever, which comes last
                    $best[$part] = new Member(
                        $area, $slices->heightMm($slice), $sx / $area, $sy / $area, $lever,
                        [$mx[$part] / max($volume[$part], 1e-12), $my[$part] / max($volume[$part], 1e-12)], ! $fromTop,
                    );
                }
                $volume[$part] += $area * $slices->stepMm;
                $mx[$part] += $sx * $slices->stepMm;
                $my[$part] += $sy * $slices->stepMm;
            }
        }
        foreach ($best as $r => $member) {
            if ($member !== null && $root($r) === $r) {
                $members[] = $member;
            }
        }

        return $members;
    }
}
