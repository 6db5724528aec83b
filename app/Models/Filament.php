<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int $user_id
 * @property string $name
 * @property string $polymer
 * @property float $density_g_per_cm3
 * @property float $price_per_kg
 * @property ?array{v: int, model: string, p: array{float, float}, mu_within: float, t0_within: float, outlier: ?string, readings: list<array{float, float, float}>} $light  how it dims a lamp, from its step wedge
 * @property ?float $spread  of light inside it, over thickness, from its bars
 */
final class Filament extends Model
{
    protected $fillable = ['name', 'polymer', 'density_g_per_cm3', 'price_per_kg'];

    protected $casts = ['light' => 'array', 'spread' => 'float'];
}
