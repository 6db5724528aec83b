<?php

declare(strict_types=1);

namespace App\Plans;

use App\Models\Plan;
use App\Models\PlanStep;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\Request;

/** What a window knew of a plan when it decided: its own steps it knows always, those of another one only up to a version. */
final readonly class Seen
{
    /** What a request may say of it. */
    public const RULES = ['version' => ['sometimes', 'integer'], 'window' => ['sometimes', 'string', 'max:20']];

    /** @param  ?string  $window  name a window gave itself; null is no window, and nobody's steps are its own */
    public function __construct(public int $version, public ?string $window = null) {}

    /** Everything there is. */
    public static function all(Plan $plan): self
    {
        return new self($plan->version);
    }

    /** What a request of a window says; one that does not say what it saw has seen everything. */
    public static function by(Request $request, Plan $plan): self
    {
        return new self($request->integer('version', $plan->version), $request->input('window'));
    }

    /** @return Collection<int, PlanStep> what other windows did, undid or did again since, newest first */
    public function others(Plan $plan): Collection
    {
        return $plan->steps()->where('version', '>', $this->version)->orderByDesc('version')->get()
            ->reject(fn (PlanStep $s): bool => $this->window !== null && $s->by_window === $this->window);
    }
}
