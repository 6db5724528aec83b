<?php

declare(strict_types=1);

namespace Wrenlo\Core\Thin;

use Wrenlo\Core\Geometry\Vec3;

/** A slender part of a piece, whatever way it stands. File frame. */
final readonly class SlenderPart
{
    public function __construct(
        /** section square to its axis at its narrowest place */
        public float $sectionMm2,
        /** where that is */
        public Vec3 $at,
        /** from there along the part, unit */
        public Vec3 $axis,
        public float $leverMm,
    ) {}

    /** What a layer cuts of it when the piece stands this way up: little where it stands along Z, much where it lies. */
    public function cutMm2(Vec3 $up): float
    {
        return $this->sectionMm2 / max(abs($this->axis->dot($up)), SlenderParts::LYING);
    }

    /** Whether layers cross it within 45° of square: it snaps there. */
    public function isCrossed(Vec3 $up): bool
    {
        return abs($this->axis->dot($up)) > M_SQRT1_2;
    }

    /** @param  array<string, mixed>  $row  as made by toArray */
    public static function fromArray(array $row): self
    {
        return new self((float) $row['section_mm2'], new Vec3(...$row['at_mm']), new Vec3(...$row['axis']), (float) $row['lever_mm']);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'section_mm2' => $this->sectionMm2, 'at_mm' => $this->at->toArray(), 'axis' => $this->axis->toArray(), 'lever_mm' => $this->leverMm,
            'slenderness' => $this->leverMm / (2 * sqrt($this->sectionMm2 / M_PI)),
        ];
    }
}
