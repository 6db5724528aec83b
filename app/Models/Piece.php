<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;

/**
 * A file someone brought, how it will be shown, and what was found out about it.
 *
 * @property int $id
 * @property int $user_id
 * @property string $name
 * @property string $file_name
 * @property string $blob
 * @property int $bytes
 * @property float $scale
 * @property ?string $display_mode
 * @property ?float $spread_deg
 * @property ?float $eye_deg
 * @property ?string $mirror
 * @property ?list<string> $repairs
 * @property ?array<string, int> $offers
 * @property ?list<string> $parts
 * @property float $shown_up_x
 * @property float $shown_up_y
 * @property float $shown_up_z
 * @property float $front_x
 * @property float $front_y
 * @property float $front_z
 * @property ?int $triangles
 * @property ?float $longest_mm
 * @property ?bool $watertight
 * @property ?array<string, mixed> $report
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property ?Analysis $analysis
 * @property Plan $plan
 * @property ?ThicknessRun $thicknessRun
 * @property Collection<int, MarkSet> $markSets
 * @property User $user
 */
final class Piece extends Model
{
    protected $guarded = ['id', 'user_id'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'report' => Versioned::class.':report,1', 'watertight' => 'boolean', 'scale' => 'float',
            'repairs' => Versioned::class.':repairs,1', 'offers' => Versioned::class.':offers,1', 'parts' => Versioned::class.':parts,1',
        ];
    }

    public function ending(): string
    {
        return strtolower(pathinfo($this->file_name, PATHINFO_EXTENSION));
    }

    public function display(): Display
    {
        return new Display(
            new Vec3($this->shown_up_x, $this->shown_up_y, $this->shown_up_z),
            new Vec3($this->front_x, $this->front_y, $this->front_z),
            DisplayMode::from($this->display_mode ?? 'shelf'), $this->spread_deg, $this->eye_deg,
        );
    }

    /** @return array<string, float|string> the columns of a display */
    public static function displayColumns(Display $display): array
    {
        $columns = ['display_mode' => $display->mode->value, 'spread_deg' => $display->spreadDeg, 'eye_deg' => $display->eyeDeg];
        foreach (['shown_up' => $display->up, 'front' => $display->front] as $name => $v) {
            foreach (['x', 'y', 'z'] as $axis) {
                $columns["{$name}_{$axis}"] = $v->{$axis};
            }
        }

        return $columns;
    }

    public function recipe(): MeshRecipe
    {
        return new MeshRecipe($this->scale, $this->mirror, $this->repairs ?? []);
    }

    /** @return array<string, null> the columns that say what its mesh is: a new recipe makes them stale */
    public static function unmeasured(): array
    {
        return ['report' => null, 'triangles' => null, 'longest_mm' => null, 'watertight' => null, 'offers' => null];
    }

    /** Where derived files of this piece under this recipe lie. */
    public function derivedFolder(): string
    {
        return "{$this->id}-".substr($this->blob, 0, 12).'-'.$this->recipe()->key();
    }

    /** The file and the repairs: what decides how its facets are numbered. Scale and mirror do not. */
    public function facetsKey(): string
    {
        return self::fileKey($this->blob).implode('-', $this->recipe()->inOrder());
    }

    public static function fileKey(string $blob): string
    {
        return substr($blob, 0, 40).':';
    }

    /** What is marked on the mesh as it is now. */
    public function markSet(): ?MarkSet
    {
        return $this->markSets()->where('fits', $this->facetsKey())->first();
    }

    public function marks(): Marks
    {
        return $this->markSet()?->value() ?? Marks::none();
    }

    /** @return HasMany<MarkSet, $this> */
    public function markSets(): HasMany
    {
        return $this->hasMany(MarkSet::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return HasMany<Analysis, $this> */
    public function analyses(): HasMany
    {
        return $this->hasMany(Analysis::class);
    }

    /** @return HasOne<Analysis, $this> the newest */
    public function analysis(): HasOne
    {
        return $this->hasOne(Analysis::class)->latestOfMany();
    }

    /** @return HasOne<ThicknessRun, $this> */
    public function thicknessRun(): HasOne
    {
        return $this->hasOne(ThicknessRun::class);
    }

    /** @return HasOne<Plan, $this> */
    public function plan(): HasOne
    {
        return $this->hasOne(Plan::class);
    }
}
