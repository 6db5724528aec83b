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
 */
final class Filament extends Model
{
    protected $fillable = ['name', 'polymer', 'density_g_per_cm3', 'price_per_kg'];
}
