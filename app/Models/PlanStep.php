<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use Illuminate\Database\Eloquent\Model;

/**
 * One change of a plan, with what was there before and after: undo goes back over all stations.
 *
 * @property int $number
 * @property int $version  of the plan when it was made, taken back or made again, whichever came last
 * @property ?string $by_window  the window that did
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

    /** @return list<string> the parts of the decision that it changed */
    public function changed(): array
    {
        return array_values(array_filter(array_keys($this->after['value']), fn (string $part): bool => json_encode($this->after['value'][$part]) !== json_encode($this->before['value'][$part] ?? null)));
    }

    /** What was done of it last: made, or taken back. */
    public function told(Plan $plan): string
    {
        return ($this->number > $plan->position ? 'taken back: ' : '').lcfirst($this->words);
    }
}
