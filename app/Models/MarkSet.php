<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Wrenlo\Core\Mark\Marks;

/**
 * What is marked on one mesh of a piece. It stays with that mesh: another version of the file has marks of its own, and
 * these come back when the file does.
 *
 * @property int $id
 * @property int $piece_id
 * @property string $fits
 * @property int $facets
 * @property array<string, list<int>> $marks
 * @property array<string, float> $areas_mm2
 * @property int $position
 * @property ?string $note
 * @property Piece $piece
 */
final class MarkSet extends Model
{
    protected $guarded = ['id'];

    /** @var array<string, mixed> */
    protected $attributes = ['position' => 0, 'marks' => '{"v":1,"data":[]}', 'areas_mm2' => '{"v":1,"data":[]}'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['marks' => Versioned::class.':set of marks,1', 'areas_mm2' => Versioned::class.':set of areas,1'];
    }

    public function value(): Marks
    {
        return Marks::fromArray($this->marks, $this->facets);
    }

    /** @return BelongsTo<Piece, $this> */
    public function piece(): BelongsTo
    {
        return $this->belongsTo(Piece::class);
    }

    /** @return HasMany<MarkStep, $this> */
    public function steps(): HasMany
    {
        return $this->hasMany(MarkStep::class);
    }
}
