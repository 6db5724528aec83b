<?php

declare(strict_types=1);

namespace App\Sources;

use App\Actions\CarryMarks;
use App\Findings\Kinds\Bed;
use App\Findings\Kinds\ContactPrint;
use App\Findings\Kinds\Finalists;
use App\Findings\Kinds\Heights;
use App\Findings\Kinds\Holding;
use App\Findings\Kinds\NeverSeen;
use App\Findings\Kinds\Portrait;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\Search;
use App\Findings\Kinds\Sight;
use App\Findings\Kinds\Sketch;
use App\Findings\Kinds\Slender;
use App\Findings\Kinds\StandingPortrait;
use App\Findings\Kinds\Surface;
use App\Findings\Kinds\Survey;
use App\Findings\Subject;
use App\Models\Piece;
use App\Models\Plan;
use App\Models\User;
use App\Plans\Bench;
use App\Plans\Plans;
use App\Plans\StanceChoice;
use App\Stations\Look\LookDecision;
use App\Stations\Sheet\SheetDecision;
use App\Stations\Stand\StandStation;
use App\Stations\Stations;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Sight\Display;

/** A mesh someone brought. */
final class MeshSource extends Source
{
    public static function key(): string
    {
        return 'mesh';
    }

    public static function endings(): array
    {
        return MeshFormats::endings();
    }

    public function stations(): array
    {
        return Stations::ofMeshes();
    }

    public function route(Bench $bench): array
    {
        $subject = $bench->subject();

        return [
            [Report::class, $subject, 15], [Sight::class, $subject, 20], [Slender::class, $subject, 5], [Sketch::class, $subject, 5], [Survey::class, $subject, 10],
            [Search::class, $subject, 5], [Finalists::class, $subject, 40],
        ];
    }

    public function headlines(Bench $bench): array
    {
        $stance = $bench->stand()->stance;
        $ofStance = $stance === null ? [] : array_map(static fn (string $kind): array => [$kind, $bench->standing($stance)], [Proof::class, StandingPortrait::class, Bed::class, Heights::class, Holding::class]);

        return [[Portrait::class, $bench->subject()], ...$ofStance];
    }

    public static function page(): string
    {
        return 'Piece';
    }

    public function begin(Piece $piece, Plan $plan, User $user, ?Display $display): void
    {
        $look = $display === null ? LookDecision::usual() : new LookDecision(new MeshRecipe, $display);
        Plans::put($plan, 'look', $look->toArray(), null);
        Plans::put($plan, 'sheet', SheetDecision::usual($user)->toArray(), null);
        CarryMarks::toNew($piece, $look->recipe);
        Plans::put($plan, 'stand', StandStation::withMarks(new Bench($piece, $plan))->toArray(), null);
    }

    public function firstNumbers(): string
    {
        return Survey::class;
    }

    public function besides(Bench $bench): array
    {
        $own = array_map(static fn (StanceChoice $s): Subject => $bench->standing($s), array_values(array_filter([$bench->stand()->stance, $bench->stand()->pinned, ...$bench->stand()->kept])));
        // the pose of the file is proven in any case: a worker with nothing else to do can begin with it
        $filePose = $bench->standing(new StanceChoice($bench->look()->display->up->unit()));
        $taken = $bench->stand()->stance;

        return [
            ...array_map(static fn (Subject $s): array => [Proof::class, $s], [...$own, $filePose]),
            ...($taken === null ? [] : [[StandingPortrait::class, $bench->standing($taken)]]),
            [Portrait::class, $bench->subject()],
            ...array_map(static fn (Subject $s): array => [ContactPrint::class, $s], $own),
            // what nobody waits for: a worker that has begun with it is missing when directions are tried and stances proven
            ...($bench->done(Finalists::class) === null ? [] : [[Surface::class, $bench->subject()], [NeverSeen::class, $bench->subject()]]),
        ];
    }
}
