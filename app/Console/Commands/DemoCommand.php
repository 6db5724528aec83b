<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\DiscardPiece;
use App\Actions\MeasureFilament;
use App\Actions\PaintMarks;
use App\Actions\SetUpPerson;
use App\Actions\StoreUpload;
use App\Findings\Findings;
use App\Findings\Kinds\Holding;
use App\Findings\Kinds\Ironed;
use App\Findings\Kinds\Laid;
use App\Findings\Kinds\Layering;
use App\Findings\Kinds\Seamed;
use App\Findings\Kinds\Surface;
use App\Findings\Kinds\Thickness;
use App\Findings\Lists;
use App\Findings\MeshInHand;
use App\Findings\Subject;
use App\Models\Piece;
use App\Models\Plan;
use App\Models\User;
use App\Plans\Bench;
use App\Plans\Plans;
use App\Plans\Seen;
use App\Plans\StanceChoice;
use App\Stations\Stand\RankStances;
use App\Storage\SurfaceFile;
use Database\Demo\Marsh;
use Database\Demo\TidePool;
use Illuminate\Console\Command;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Surface as CoreSurface;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Support\Overhangs;
use Wrenlo\Core\Support\Region;
use Wrenlo\Core\Support\RegionKind;

/** Fills an empty cabinet with the marsh specimens: one planned, one damaged, one whose plans hold it in every way, one left for the worker. */
final class DemoCommand extends Command
{
    protected $signature = 'wrenlo:demo {--fresh : empty the cabinet of the local person first} {--small : fewer facets, for tests} {--start : bring the database up to date and give back interrupted jobs first}';

    protected $description = 'Put the demo specimens into an empty cabinet';

    public function handle(): int
    {
        if ($this->option('start')) {
            $this->callSilently('migrate', ['--force' => true]);
            $this->call(RecoverCommand::class);
        }
        $person = SetUpPerson::local();
        if ($this->option('fresh')) {
            $person->pieces()->get()->each(fn (Piece $piece) => DiscardPiece::handle($piece));
        }
        if ($person->pieces()->exists()) {
            return self::SUCCESS;
        }
        $small = (bool) $this->option('small');
        // the whelk waits in the queue: its measuring is there to be watched
        $this->bring($person, 'whelk shell.stl', $small ? Marsh::whelk(4.0) : Marsh::whelk());
        $this->measured(function () use ($person, $small): Piece {
            return $this->pool($person, $small);
        });
        $this->measured(function () use ($person, $small): Piece {
            $fern = $this->bring($person, 'fern relief.obj', $small ? Marsh::brokenFern(1.8) : Marsh::brokenFern());
            $this->iron($fern);

            return $fern;
        });
        $this->measured(function () use ($person): Piece {
            $pod = $this->bring($person, 'seed pod.ply', Marsh::pod());
            $this->hold($pod);

            return $pod;
        });
        $this->measured(function () use ($person, $small): Piece {
            $curlew = $this->bring($person, 'curlew on a mooring post.3mf', $small ? Marsh::curlew(4.0) : Marsh::curlew(), new Display(new Vec3(0, 0, 1), new Vec3(0.5, -0.87, 0)));
            $this->mark($curlew);
            $this->plan($curlew);

            return $curlew;
        });
        $this->line('The marsh cabinet is set up: four specimens and a photo.');

        return self::SUCCESS;
    }

    /** A photo for a lamp: its filament read, two plans, an arc that stands and a lamp all the way round. */
    private function pool(User $person, bool $small): Piece
    {
        $path = tempnam(sys_get_temp_dir(), 'wrenlo') ?: throw new \RuntimeException('No temporary file can be made.');
        file_put_contents($path, $small ? TidePool::png(200, 150) : TidePool::png());
        try {
            $piece = StoreUpload::handle($person, $path, 'tide pool.png');
        } finally {
            unlink($path);
        }
        $bench = Bench::of($piece);
        // readings of a made-up white filament
        MeasureFilament::read($bench->tools()[2], array_map(static fn (int $k): array => [round(0.4 + 0.4 * $k, 1), [0.62, 0.43, 0.31, 0.222, 0.158, 0.117, 0.083, 0.061][$k]], range(0, 7)));
        $plan = $bench->plan;
        $plan->update(['name' => 'Night-light, an arc']);
        [$width, $resolution] = $small ? [40, 1.0] : [110, 0.2];
        $this->decide($piece, 'shape', ['shape' => 'arc', 'width_mm' => $width, 'frame_mm' => 3, 'resolution_mm' => $resolution, 'taken' => true]);
        $this->decide($piece, 'photo', ['stretch' => true, 'local' => 0.25, 'taken' => true]);
        $this->decide($piece, 'light', ['min_mm' => 0.65, 'max_mm' => 2.8, 'watts' => 3, 'distance_mm' => 60, 'taken' => true]);
        $this->decide($piece, 'upright', ['layer_mm' => $small ? 0.2 : 0.1, 'taken' => true]);
        Plans::copy($plan->refresh()->setRelation('piece', $piece), 'Lamp, all the way round', true);
        $this->decide($piece, 'light', ['enclosed' => true, 'watts' => 2, 'distance_mm' => 30]);
        $this->decide($piece, 'shape', ['shape' => 'cylinder', 'width_mm' => 2 * $width, 'frame_mm' => 0, 'resolution_mm' => 1.5 * $resolution]);
        Plans::choose($plan->refresh());

        return $piece;
    }

    private function bring(User $person, string $name, Mesh $mesh, ?Display $display = null): Piece
    {
        $path = tempnam(sys_get_temp_dir(), 'wrenlo') ?: throw new \RuntimeException('No temporary file can be made.');
        $stream = fopen($path, 'wb') ?: throw new \RuntimeException('No temporary file can be made.');
        MeshFormats::write($stream, pathinfo($name, PATHINFO_EXTENSION), $mesh, pathinfo($name, PATHINFO_FILENAME));
        fclose($stream);
        try {
            return StoreUpload::handle($person, $path, $name, $display);
        } finally {
            unlink($path);
        }
    }

    /** At once instead of in the queue: what is asked for meanwhile is computed here, one after the other. */
    private function measured(callable $bring): Piece
    {
        $queue = config('queue.default');
        config(['queue.default' => 'sync']);
        try {
            $piece = $bring();
            $this->line("Measured {$piece->name}.");

            return $piece;
        } finally {
            config(['queue.default' => $queue]);
        }
    }

    /** The head is what people look at, the post behind may have anything, no seam down the breast. */
    private function mark(Piece $piece): void
    {
        $bench = Bench::of($piece);
        $surface = $this->surface($bench);
        $picker = $surface->picker();
        $far = 1e3;
        foreach ([
            [MarkKind::Show, [[0, 0, -1, -125], [-1, 0, 0, -12], [1, 0, 0, 38]]],
            [MarkKind::Hide, [[0, 0, 1, 40], [0, -1, 0, -4]]],
            [MarkKind::NoSeam, [[-1, 0, 0, -8], [1, 0, 0, 38], [0, 0, -1, -85]]],
        ] as [$kind, $planes]) {
            PaintMarks::handle($bench, $kind, false, $picker->inside([...$planes, [0, 0, 1, $far]]), $surface);
        }
        $this->decide($piece, 'stand', ['marks' => 'now']);
    }

    /** Ways to hold it, a plan each; the first one is left to be decided. */
    private function hold(Piece $piece): void
    {
        $plan = Bench::of($piece->refresh())->plan;
        $best = (RankStances::on(Bench::of($piece))?->under(Bench::of($piece)->stand()->weights)[0] ?? throw new \LogicException('Measured above.'))->id;
        $lifted = StanceChoice::idOf(StanceChoice::fromId($best)->up, 3.0);
        $bench = Bench::of($piece);
        $places = Findings::now(Holding::class, $bench->standing(StanceChoice::fromId($best)));
        $leans = array_filter($places->headline['regions'] ?? [], static fn (array $row): bool => $row['kind'] === RegionKind::Overhang->value); // islands first, then by area
        $largest = (array_values($leans)[0] ?? throw new \LogicException('A pod leans out.'))['key'];
        $surface = $this->surface($bench);
        PaintMarks::handle($bench, MarkKind::MustSupport, false, $this->under($bench, StanceChoice::fromId($best), $largest), $surface);
        foreach ([
            'Material added' => [$best, ['way' => 'relief', 'relief_deg' => 70]], 'Held where marked' => [$best, ['way' => 'painted']], 'Branches and a relief' => [$best, ['way' => 'tree', 'treated' => [$largest => 'relief'], 'relief_deg' => 70]],
            'Held above the plate' => [$lifted, ['way' => 'columns']], 'As it is' => [$best, ['way' => 'none', 'bridge_mm' => 10]],
        ] as $name => [$stance, $hold]) {
            Plans::copy($plan->refresh()->setRelation('piece', $piece), $name, true);
            $this->decide($piece, 'stand', ['marks' => 'now', 'stance' => $stance]);
            $this->decide($piece, 'hold', $hold);
        }
        Plans::choose($plan->refresh());
    }

    /** The facets of one place that leans out. */
    private function under(Bench $bench, StanceChoice $stance, string $key): FacetSet
    {
        $mesh = MeshInHand::reading($bench->subject())->mesh;
        $facets = CoreSurface::ofFacets($mesh);
        $rules = $bench->subject()->rules();
        $places = Overhangs::of($mesh, $facets, array_fill(0, $facets->count(), 1.0), $stance->rotation(), $rules->layerMm, $rules->limitDeg)->regions;

        return FacetSet::of(array_merge(...array_map(static fn (Region $r): array => $r->key() === $key ? $r->facets : [], $places)));
    }

    private function surface(Bench $bench): SurfaceFile
    {
        return new SurfaceFile(Lists::open((string) Findings::blobNow(Findings::now(Surface::class, $bench->subject()), 'surface')));
    }

    /** @param  array<string, mixed>  $changes */
    private function decide(Piece $piece, string $station, array $changes): void
    {
        $plan = Bench::of($piece->refresh())->plan;
        Plans::decide($plan, $station, $changes, Seen::all($plan));
    }

    /** Two plans: one for the face, one that saves plastic; the first is decided to the end. */
    private function plan(Piece $piece): void
    {
        $plan = Bench::of($piece->refresh())->plan;
        $best = fn (): string => RankStances::on(Bench::of($piece->refresh()))?->under(Bench::of($piece)->stand()->weights)[0]->id ?? throw new \LogicException('Measured above.');
        $own = StanceChoice::idOf(new Vec3(0, 0, 1), 0.0);
        $decide = fn (string $station, array $changes) => $this->decide($piece, $station, $changes);
        $plan->update(['name' => 'For the shelf']);
        $decide('stand', ['stance' => $best(), 'pinned' => $own]);
        $decide('hold', ['way' => 'tree']);
        $decide('layers', ['layer_mm' => 0.2]);
        $decide('seam', ['style' => 'path']);
        $decide('iron', ['scope' => 'worth']);
        Plans::copy($plan->refresh()->setRelation('piece', $piece), 'Quick and cheap', true);
        $decide('stand', ['weights' => Preset::LeastPlastic->weights()->of]);
        $decide('stand', ['stance' => $best()]);
        $decide('hold', ['way' => 'columns']);
        $decide('layers', ['layer_mm' => 0.24]);
        $this->budget($piece, $plan);
        Plans::choose($plan->refresh());
        Findings::ask(Thickness::class, Bench::of($piece->refresh())->subject());
    }

    /** A relief that lies on its back has a level face round the fronds: a second plan, ironed. */
    private function iron(Piece $piece): void
    {
        $plan = Bench::of($piece->refresh())->plan;
        Plans::copy($plan->setRelation('piece', $piece), 'Lying, its face ironed', true);
        $this->decide($piece, 'stand', ['stance' => StanceChoice::idOf(new Vec3(0, -1, 0), 0.0)]);
        $this->decide($piece, 'layers', ['layer_mm' => 0.2]);
        $this->decide($piece, 'seam', ['style' => 'path']);
        $this->decide($piece, 'iron', ['scope' => 'all']);
        Plans::choose($plan->refresh());
    }

    /** A third plan: the hours spent where they are seen. */
    private function budget(Piece $piece, Plan $plan): void
    {
        Plans::copy($plan->refresh()->setRelation('piece', $piece), 'Hours where they are seen', true);
        $standing = static function () use ($piece): Subject {
            $bench = Bench::of($piece->refresh());

            return $bench->standing($bench->stand()->stance ?? throw new \LogicException('Decided above.'));
        };
        $layering = Findings::now(Layering::class, $standing())->headline ?? [];
        $this->decide($piece, 'layers', ['mode' => 'budget', 'hours' => $layering['curve'][$layering['knee']]['hours']]);
        foreach ([Laid::class, Seamed::class, Ironed::class] as $kind) {
            Findings::now($kind, $standing());
        }
    }
}
