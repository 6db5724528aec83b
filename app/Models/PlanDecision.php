<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use Illuminate\Database\Eloquent\Model;

/**
 * What was decided at one station of a plan.
 *
 * @property int $plan_id
 * @property string $station
 * @property array<string, mixed> $value
 * @property ?string $rests_on  key of the finding it was taken from
 */
final class PlanDecision extends Model
{
    public $timestamps = false;

    protected $guarded = ['id'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['value' => Versioned::class.':decision,1'];
    }
}
