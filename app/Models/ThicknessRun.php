<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use App\Enums\AnalysisState;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * The newest measurement of a piece's thickness, under way or done.
 *
 * @property int $id
 * @property int $piece_id
 * @property string $fits
 * @property AnalysisState $state
 * @property int $percent
 * @property string $words
 * @property ?string $failure
 * @property bool $cancel_requested
 * @property ?array<string, mixed> $result
 * @property Piece $piece
 */
final class ThicknessRun extends Model
{
    protected $guarded = ['id'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['state' => AnalysisState::class, 'cancel_requested' => 'boolean', 'result' => Versioned::class.':thickness,1'];
    }

    /** @return BelongsTo<Piece, $this> */
    public function piece(): BelongsTo
    {
        return $this->belongsTo(Piece::class);
    }
}
