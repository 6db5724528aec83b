<?php

declare(strict_types=1);

namespace App\Plans;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;

/** A way to stand, by value: the direction of the file that becomes +Z, how far it is lifted, the turn about Z. */
final readonly class StanceChoice
{
    public Vec3 $up;

    public function __construct(Vec3 $up, public float $liftMm = 0.0, public float $turnDeg = 0.0)
    {
        $this->up = abs($up->length() - 1) < 1e-12 ? $up : $up->unit(); // the same direction stays the same number
        if ($liftMm < 0 || $liftMm > 100 || abs($turnDeg) > 360) {
            throw new InvalidArgumentException('A piece is lifted by 0 to 100 mm and turned by at most a whole turn.');
        }
    }

    /** Its address: the value itself (up and lift as four f64), so that there is nothing to look up. */
    public static function idOf(Vec3 $up, float $liftMm): string
    {
        return rtrim(strtr(base64_encode(pack('e4', $up->x, $up->y, $up->z, $liftMm)), '+/', '-_'), '=');
    }

    public function id(): string
    {
        return self::idOf($this->up, $this->liftMm);
    }

    /** @throws InvalidArgumentException */
    public static function fromId(string $id): self
    {
        $bytes = base64_decode(strtr($id, '-_', '+/'), true);
        if ($bytes === false || strlen($bytes) !== 32) {
            throw new InvalidArgumentException('There is no such stance.');
        }
        [$x, $y, $z, $lift] = array_values(unpack('e4', $bytes) ?: []);

        return new self(new Vec3($x, $y, $z), $lift);
    }

    public function isSame(?self $other): bool
    {
        return $other !== null && $this->up->angleDegTo($other->up) < 1e-6 && abs($this->liftMm - $other->liftMm) < 1e-9;
    }

    /** Carries the file frame to the plate, the turn about Z included. */
    public function rotation(): Rotation
    {
        return Rotation::bringingUp($this->up)->thenAboutZ($this->turnDeg);
    }

    /** @return array{up: array{float, float, float}, lift_mm: float, turn_deg: float} */
    public function toArray(): array
    {
        return ['up' => $this->up->toArray(), 'lift_mm' => $this->liftMm, 'turn_deg' => $this->turnDeg];
    }

    /** @param  ?array<string, mixed>  $row */
    public static function fromArray(?array $row): ?self
    {
        return $row === null ? null : new self(new Vec3(...array_map(floatval(...), $row['up'])), (float) $row['lift_mm'], (float) ($row['turn_deg'] ?? 0));
    }
}
