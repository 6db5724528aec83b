<?php

declare(strict_types=1);

namespace App\Models;

use App\Sources\Source;
use App\Sources\Sources;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;
use Wrenlo\Core\Mesh\MeshRecipe;

/**
 * Something someone brought, and its plans.
 *
 * @property int $id
 * @property int $user_id
 * @property string $name
 * @property string $source  what kind of thing it comes from (Sources)
 * @property string $file_name
 * @property string $blob
 * @property int $bytes
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property Plan $plan
 * @property Collection<int, Plan> $plans
 * @property Collection<int, MarkSet> $markSets
 * @property User $user
 */
final class Piece extends Model
{
    protected $guarded = ['id', 'user_id'];

    public function ending(): string
    {
        return strtolower(pathinfo($this->file_name, PATHINFO_EXTENSION));
    }

    public function from(): Source
    {
        return Sources::named($this->source);
    }

    /** The file and the repairs: what decides how its facets are numbered. Scale and mirror do not. */
    public function facetsKey(MeshRecipe $recipe): string
    {
        return self::fileKey($this->blob).implode('-', $recipe->inOrder());
    }

    public static function fileKey(string $blob): string
    {
        return substr($blob, 0, 40).':';
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

    /** @return HasMany<Plan, $this> */
    public function plans(): HasMany
    {
        return $this->hasMany(Plan::class);
    }

    /** @return HasOne<Plan, $this> the current one */
    public function plan(): HasOne
    {
        return $this->hasOne(Plan::class)->where('is_current', true);
    }
}
