<?php

declare(strict_types=1);

namespace App\Sources;

use App\Findings\Findings;
use App\Findings\Kinds\Bed;
use App\Findings\Kinds\ContactPrint;
use App\Findings\Kinds\Finalists;
use App\Findings\Kinds\Heights;
use App\Findings\Kinds\Portrait;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\Search;
use App\Findings\Kinds\Sight;
use App\Findings\Kinds\Sketch;
use App\Findings\Kinds\Slender;
use App\Findings\Kinds\StandingPortrait;
use App\Findings\Kinds\Surface;
use App\Plans\Bench;
use App\Plans\StanceChoice;
use App\Stations\Stations;
use Wrenlo\Core\Format\MeshFormats;

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
            [Report::class, $subject, 15], [Sight::class, $subject, 20], [Slender::class, $subject, 5], [Sketch::class, $subject, 5], [Search::class, $subject, 15],
            [Finalists::class, $subject, 40],
        ];
    }

    public function headlineKinds(): array
    {
        return [Portrait::class, Proof::class, StandingPortrait::class, Bed::class, Heights::class];
    }

    public function askBesides(Bench $bench): void
    {
        $own = array_map(static fn (StanceChoice $s) => $bench->standing($s), array_values(array_filter([$bench->stand()->stance, $bench->stand()->pinned, ...$bench->stand()->kept])));
        // the pose of the file is proven in any case: a worker with nothing else to do can begin with it
        $filePose = $bench->standing(new StanceChoice($bench->look()->display->up->unit()));
        Findings::askMany(Proof::class, [...$own, $filePose]);
        $taken = $bench->stand()->stance;
        $taken === null || Findings::ask(StandingPortrait::class, $bench->standing($taken));
        Findings::ask(Portrait::class, $bench->subject());
        Findings::askMany(ContactPrint::class, $own);
        Findings::ask(Surface::class, $bench->subject());
    }
}
