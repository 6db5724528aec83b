<?php

declare(strict_types=1);

namespace Wrenlo\Core\Sight;

use Wrenlo\Core\Geometry\Vec3;

use function array_map;
use function cos;
use function deg2rad;
use function sin;

/**
 * Who looks: 48 weighted directions from the piece towards its viewers, eight around by six up (twelve by four where
 * they stand all around). Each counts by the mode's weight times the cosine of its height (a band of equal height is
 * shorter further up). One direction alone is a set, too.
 */
final readonly class Views
{
    /** @param  non-empty-list<array{Vec3, float}>  $all direction towards a viewer (unit, file frame) and its share; shares sum to 1 */
    private function __construct(public array $all) {}

    public static function of(Display $display): self
    {
        return new self(self::grid($display, ...self::isAround($display) ? [12, 4] : [8, 6]));
    }

    /**
     * The same viewers from four times as many directions, in sets of 48: what none of a few directions meets may still be seen from between
     * them. Shares are those of a set.
     *
     * @return list<self>
     */
    public static function finer(Display $display): array
    {
        $all = self::grid($display, ...self::isAround($display) ? [24, 8] : [16, 12]);

        return array_map(static fn (array $set): self => new self($set), array_chunk($all, 48));
    }

    /** @return array{list<float>, list<float>, list<float>, list<float>} directions, and their shares */
    public function flat(): array
    {
        $x = $y = $z = $share = [];
        foreach ($this->all as [$view, $s]) {
            $x[] = $view->x;
            $y[] = $view->y;
            $z[] = $view->z;
            $share[] = $s;
        }

        return [$x, $y, $z, $share];
    }

    private static function isAround(Display $display): bool
    {
        return $display->spreadDeg >= 150;
    }

    /**
     * @param  positive-int  $columns
     * @param  positive-int  $rows
     * @return non-empty-list<array{Vec3, float}>
     */
    private static function grid(Display $display, int $columns, int $rows): array
    {
        $isAround = self::isAround($display);
        $side = $display->up->cross($display->front);
        $reach = $display->mode->reachDeg();
        $views = [];
        $total = 0.0;
        for ($row = 0; $row < $rows; $row++) {
            $height = deg2rad(min(88.0, max(-88.0, $display->eyeDeg + $reach * (2 * $row / ($rows - 1) - 1))));
            for ($col = 0; $col < $columns; $col++) {
                // all around the columns share the circle; else they run from one end of the spread to the other
                $azimuth = deg2rad($isAround ? -180 + 360 * ($col + 0.5) / $columns : $display->spreadDeg * (2 * $col / ($columns - 1) - 1));
                [$ca, $sa, $ch, $sh] = [cos($azimuth), sin($azimuth), cos($height), sin($height)];
                $weight = max(1e-3, $display->mode->weight($ca)) * $ch;
                $views[] = [$display->front->scaled($ca * $ch)->plus($side->scaled($sa * $ch))->plus($display->up->scaled($sh)), $weight];
                $total += $weight;
            }
        }

        return array_map(static fn (array $v): array => [$v[0], $v[1] / $total], $views);
    }

    public static function from(Vec3 $direction): self
    {
        return new self([[$direction->unit(), 1.0]]);
    }
}
