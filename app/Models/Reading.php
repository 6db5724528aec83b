<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * What a test print of one filament on one printer came to.
 *
 * @property int $printer_id
 * @property int $filament_id
 * @property ?float $limit_deg from the vertical, that still printed clean
 * @property ?float $gap_mm at which a tip came off
 * @property Carbon $updated_at
 */
final class Reading extends Model
{
    protected $fillable = ['printer_id', 'filament_id', 'limit_deg', 'gap_mm'];
}
