<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use Illuminate\Database\Eloquent\Model;

/**
 * One stroke: for each kind the facets that came and those that went.
 *
 * @property int $id
 * @property int $mark_set_id
 * @property int $number
 * @property string $words
 * @property array<string, array{came: list<int>, went: list<int>}> $changes
 */
final class MarkStep extends Model
{
    public $timestamps = false;

    protected $guarded = ['id'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['changes' => Versioned::class.':step of marks,1'];
    }
}
