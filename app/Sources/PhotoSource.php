<?php

declare(strict_types=1);

namespace App\Sources;

use App\Findings\Kinds\Fit;
use App\Findings\Kinds\PhotoFramed;
use App\Findings\Kinds\PhotoRead;
use App\Findings\Kinds\RowLayers;
use App\Findings\Kinds\Shaped;
use App\Models\Piece;
use App\Models\Plan;
use App\Models\User;
use App\Plans\Bench;
use App\Plans\Plans;
use App\Stations\Sheet\SheetDecision;
use App\Stations\Stations;
use Wrenlo\Core\Sight\Display;

/** A photo someone brought: it becomes a lithophane. */
final class PhotoSource extends Source
{
    public static function key(): string
    {
        return 'photo';
    }

    public static function endings(): array
    {
        return ['png', 'jpg', 'jpeg'];
    }

    public static function page(): string
    {
        return 'Studio';
    }

    public function stations(): array
    {
        return Stations::ofPhotos();
    }

    public function begin(Piece $piece, Plan $plan, User $user, ?Display $display): void
    {
        Plans::put($plan, 'sheet', SheetDecision::usual($user)->toArray(), null);
    }

    public function route(Bench $bench): array
    {
        $subject = $bench->subject();

        $route = [[PhotoRead::class, $subject, 50], [PhotoFramed::class, $subject, 10], [Fit::class, $subject, 10], [Shaped::class, $subject, 30]];

        // else where one looks at it
        return $bench->decision('upright')->toArray()['by_detail'] ? [...$route, [RowLayers::class, $subject, 20]] : $route;
    }

    public function firstNumbers(): string
    {
        return Fit::class;
    }

    public function besides(Bench $bench): array
    {
        return [];
    }

    public function headlines(Bench $bench): array
    {
        return [];
    }
}
