<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int $user_id
 * @property string $name
 * @property float $bed_x_mm
 * @property float $bed_y_mm
 * @property float $bed_z_mm
 * @property float $z_step_mm
 */
final class Printer extends Model
{
    protected $fillable = ['name', 'bed_x_mm', 'bed_y_mm', 'bed_z_mm', 'z_step_mm'];
}
