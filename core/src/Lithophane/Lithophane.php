<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;
use Wrenlo\Core\Photo\Luminance;
use Wrenlo\Core\Photo\Photo;

use function max;
use function min;

/** A photo made into a body: the picture's own relief (what the numbers are about), and the shape round it. */
final readonly class Lithophane
{
    /** Over how much of the width the ends of a picture that goes all the way round run into each other. */
    private const BLEND_SHARE = 0.015;

    /** How soon a picture on a globe fades into its mean beyond its edge, mm. */
    private const FADE_MM = 4.0;

    private function __construct(public Relief $relief, public Shape $shape, public Design $design) {}

    public static function of(Photo $photo, Design $design): self
    {
        $light = $design->tone->turned($photo->light);
        $curve = $design->tone->curve($photo->lightness);
        $heightMm = $design->heightMm($photo);
        if ($heightMm < 2.0 || $heightMm > 1000.0) {
            throw new InvalidArgumentException(sprintf('At this width the picture is %.1f mm high; 2 to 1000 mm can be made.', $heightMm));
        }
        if ($design->shape === ShapeKind::Sphere) {
            return self::globe($light, $curve, $heightMm, $design);
        }
        $width = $design->pictureMm();
        [$columns, $rows] = Relief::nodes($design->widthMm, $heightMm, $design->resolutionMm);
        $columns = (int) round($width / $design->widthMm) * ($columns - 1) + 1; // sides of a box share their corners
        $columns * $rows <= Relief::MOST_NODES || throw new InvalidArgumentException('Round all four sides this is a relief of more than 4 million points; take a coarser resolution.');
        $lightness = $design->tone->lightness($light, $columns, $rows, $width);
        $relief = new Relief($columns, $rows, $width, $heightMm, $design->thickness->thicknesses($lightness, $curve));
        unset($lightness);
        if ($design->shape === ShapeKind::Cylinder) {
            $relief = $relief->closed(self::BLEND_SHARE * $design->widthMm);
        }
        if ($design->shape->isCut()) {
            $f = Region::distances($relief, $design->shape, $design->path, $design->holeMm, $design->frameMm);

            return new self(Cutout::kept($relief, $f), Cutout::of($relief, $f, $design->frameMm, $design->thickness->maxMm), $design);
        }
        $framed = static fn (Relief $r): Relief => $design->frameMm > 0.0 ? $r->framed($design->frameMm, $design->thickness->maxMm) : $r;

        return new self($relief, match ($design->shape) {
            ShapeKind::Flat => RuledShape::flat($framed($relief), $design->footMm),
            ShapeKind::Arc => RuledShape::arc($framed($relief), $design->arcDeg),
            ShapeKind::Cylinder => RuledShape::cylinder($framed($relief)),
            default => RuledShape::box($design->isAround ? array_map($framed, $relief->quarters()) : array_fill(0, 4, $framed($relief))),
        }, $design);
    }

    public function body(): Body
    {
        return new Body($this->shape);
    }

    /** @param  list<float>  $curve */
    private static function globe(Luminance $light, array $curve, float $heightMm, Design $design): self
    {
        $width = $design->widthMm;
        $radius = Globe::radiusFor($width, $heightMm);
        $opening = $design->openingMm ?? min(30.0, Globe::widestOpeningMm($radius));
        [$first, $last, $rows] = Globe::latitudes($radius, $opening, $design->resolutionMm);
        $round = 2 * M_PI * $radius;
        [$columns] = Relief::nodes($round, $rows * $design->resolutionMm, $design->resolutionMm);
        // the grid reaches all round; beyond the picture its edge goes on, and fades into its mean
        $lightness = $design->tone->lightness($light, $columns, $rows, $round, [
            (1 - $round / $width) / 2, 0.5 - $first * $radius / $heightMm, (1 + $round / $width) / 2, 0.5 - $last * $radius / $heightMm,
        ]);
        $mean = array_sum($lightness) / count($lightness);
        [$dx, $dy] = [$round / ($columns - 1), ($first - $last) * $radius / ($rows - 1)];
        for ($r = $i = 0; $r < $rows; $r++) {
            $down = max(0.0, abs($first * $radius - $r * $dy) - $heightMm / 2);
            for ($c = 0; $c < $columns; $c++, $i++) {
                $beyond = max($down, abs($c * $dx - $round / 2) - $width / 2);
                if ($beyond > 1e-9) {
                    $lightness[$i] = $mean + ($lightness[$i] - $mean) * exp(-$beyond / self::FADE_MM);
                }
            }
        }
        $relief = (new Relief($columns, $rows, $round, ($first - $last) * $radius, $design->thickness->thicknesses(array_values($lightness), $curve)))->closed(self::BLEND_SHARE * $round);

        return new self($relief, Globe::of($relief, $radius, $last), $design);
    }
}
