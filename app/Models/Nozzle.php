<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int $user_id
 * @property string $name
 * @property float $diameter_mm
 * @property float $line_mm
 */
final class Nozzle extends Model
{
    protected $fillable = ['name', 'diameter_mm', 'line_mm'];
}
