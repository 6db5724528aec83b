<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use Illuminate\Database\Eloquent\Model;

/**
 * One change of a plan, with what was there before and after: undo goes back over all stations.
 *
 * @property int $number
 * @property int $version  of the plan when it was made
 * @property string $station
 * @property array{value: array<string, mixed>, rests_on: ?string} $before
 * @property array{value: array<string, mixed>, rests_on: ?string} $after
 * @property string $words
 */
final class PlanStep extends Model
{
    public $timestamps = false;

    protected $guarded = ['id'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['before' => Versioned::class.':step,1', 'after' => Versioned::class.':step,1'];
    }
}
