<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use App\Enums\AnalysisState;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Wrenlo\Core\Orientation\StanceRules;

/**
 * One run of the chain on a piece: read, inspect, search, prove.
 *
 * @property int $id
 * @property int $piece_id
 * @property AnalysisState $state
 * @property int $percent
 * @property string $words
 * @property ?string $failure_code
 * @property ?string $failure
 * @property bool $cancel_requested
 * @property int $attempts
 * @property float $layer_mm
 * @property float $limit_deg
 * @property int $directions
 * @property ?float $volume_mm3
 * @property ?float $seen_mm2
 * @property ?float $never_seen_mm2
 * @property ?array<string, mixed> $timings
 * @property ?array<string, list<int>> $marks  as they were when it began
 * @property Piece $piece
 */
final class Analysis extends Model
{
    protected $guarded = ['id'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'state' => AnalysisState::class,
            'cancel_requested' => 'boolean',
            'marks' => Versioned::class.':set of marks,1',
            'timings' => Versioned::class.':timing,1',
        ];
    }

    public function rules(): StanceRules
    {
        return new StanceRules($this->layer_mm, $this->limit_deg);
    }

    /** @return BelongsTo<Piece, $this> */
    public function piece(): BelongsTo
    {
        return $this->belongsTo(Piece::class);
    }

    /** @return HasMany<Candidate, $this> */
    public function candidates(): HasMany
    {
        return $this->hasMany(Candidate::class);
    }
}
