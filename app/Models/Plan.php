<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * One way to make a piece: a decision a station, and the steps that led there. A piece has several, one of them current.
 *
 * @property int $id
 * @property int $piece_id
 * @property string $name
 * @property bool $is_current
 * @property int $version  counts up with every change; a request says the one it saw
 * @property int $position  steps done; those behind it were undone
 * @property \Illuminate\Support\Carbon $updated_at
 * @property Piece $piece
 * @property \Illuminate\Database\Eloquent\Collection<int, PlanDecision> $decisions
 */
final class Plan extends Model
{
    protected $guarded = ['id'];

    /** @var array<string, mixed> */
    protected $attributes = ['version' => 1, 'position' => 0, 'is_current' => false];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['is_current' => 'boolean'];
    }

    /** @return BelongsTo<Piece, $this> */
    public function piece(): BelongsTo
    {
        return $this->belongsTo(Piece::class);
    }

    /** @return HasMany<PlanDecision, $this> */
    public function decisions(): HasMany
    {
        return $this->hasMany(PlanDecision::class);
    }

    /** @return HasMany<PlanStep, $this> */
    public function steps(): HasMany
    {
        return $this->hasMany(PlanStep::class);
    }
}
