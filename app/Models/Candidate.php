<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\StanceMetrics;

/**
 * One stance of an analysis; a column for every number of StanceMetrics.
 *
 * @property int $id
 * @property int $analysis_id
 * @property float $up_x
 * @property float $up_y
 * @property float $up_z
 * @property string $origin
 * @property float $lift_mm
 * @property bool $exact
 * @property ?array<string, mixed> $score_strip
 * @property Analysis $analysis
 */
final class Candidate extends Model
{
    public $timestamps = false;

    protected $guarded = ['id'];

    /** @var array<string, mixed> */
    protected $attributes = ['lift_mm' => 0.0];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['exact' => 'boolean', 'score_strip' => Versioned::class.':height score,1'];
    }

    public function up(): Vec3
    {
        return new Vec3($this->up_x, $this->up_y, $this->up_z);
    }

    public function metrics(): StanceMetrics
    {
        return StanceMetrics::fromArray($this->getAttributes());
    }

    /** @return BelongsTo<Analysis, $this> */
    public function analysis(): BelongsTo
    {
        return $this->belongsTo(Analysis::class);
    }
}
