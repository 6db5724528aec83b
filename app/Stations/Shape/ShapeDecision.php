<?php

declare(strict_types=1);

namespace App\Stations\Shape;

use App\Plans\Decision;
use Wrenlo\Core\Lithophane\ShapeKind;

/** What the photo becomes, and how large. */
final readonly class ShapeDecision implements Decision
{
    public function __construct(
        public ShapeKind $shape = ShapeKind::Flat, public float $widthMm = 100.0, public float $frameMm = 0.0, public float $arcDeg = 120.0, public ?float $openingMm = null, public float $resolutionMm = 0.2, public bool $isTaken = false, public ?string $path = null, public float $holeMm = 0.0, public float $footMm = 0.0, public bool $isAround = false,
    ) {}

    public function toArray(): array
    {
        return [...$this->body(), 'path' => $this->path, 'around' => $this->isAround, 'taken' => $this->isTaken];
    }

    /** @return array{shape: string, width_mm: float, frame_mm: float, arc_deg: float, opening_mm: ?float, resolution_mm: float, path: ?string, hole_mm: float, foot_mm: float, around: bool} Input::Body */
    public function body(): array
    {
        return ['shape' => $this->shape->value, 'width_mm' => $this->widthMm, 'frame_mm' => $this->frameMm, 'arc_deg' => $this->arcDeg, 'opening_mm' => $this->openingMm, 'resolution_mm' => $this->resolutionMm, 'path' => $this->shape === ShapeKind::Outline ? $this->path : null, 'hole_mm' => $this->holeMm, 'foot_mm' => $this->shape === ShapeKind::Flat ? $this->footMm : 0.0, 'around' => $this->shape === ShapeKind::Box && $this->isAround];
    }

    public static function fromArray(array $row): static
    {
        $u = new self;

        return new self(
            shape: ShapeKind::tryFrom((string) ($row['shape'] ?? '')) ?? $u->shape, widthMm: (float) ($row['width_mm'] ?? $u->widthMm), frameMm: (float) ($row['frame_mm'] ?? $u->frameMm), arcDeg: (float) ($row['arc_deg'] ?? $u->arcDeg),
            openingMm: isset($row['opening_mm']) ? (float) $row['opening_mm'] : null, resolutionMm: (float) ($row['resolution_mm'] ?? $u->resolutionMm), isTaken: (bool) ($row['taken'] ?? false), path: isset($row['path']) ? (string) $row['path'] : null, holeMm: (float) ($row['hole_mm'] ?? $u->holeMm), footMm: (float) ($row['foot_mm'] ?? $u->footMm), isAround: (bool) ($row['around'] ?? false),
        );
    }

    public function words(Decision $before): string
    {
        return $before instanceof self && $before->shape === $this->shape ? "Size of the {$this->shape->label()}" : (preg_match('/^[aeiou]/', $this->shape->label()) === 1 ? 'An ' : 'A ').$this->shape->label();
    }
}
