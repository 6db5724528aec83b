<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\DiscardPiece;
use App\Actions\LoadSurface;
use App\Actions\PaintMarks;
use App\Actions\RankCandidates;
use App\Actions\SetUpPerson;
use App\Actions\StartThickness;
use App\Actions\StoreUpload;
use App\Actions\UpdatePlan;
use App\Jobs\AnalysePiece;
use App\Jobs\DrawChosenStance;
use App\Jobs\MeasureThickness;
use App\Models\Piece;
use App\Models\User;
use Database\Demo\Marsh;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Orientation\Preset;
use Wrenlo\Core\Sight\Display;

/** Fills an empty cabinet with the marsh specimens: one planned, one damaged, one to decide, one left for the worker. */
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
        // the whelk waits in the queue: its analysis is there to be watched
        $this->bring($person, 'whelk shell.stl', $small ? Marsh::whelk(2.4) : Marsh::whelk());
        $this->analyse($this->bring($person, 'fern relief.obj', Marsh::brokenFern()));
        $this->analyse($this->bring($person, 'seed pod.ply', Marsh::pod()));
        $curlew = $this->bring($person, 'curlew on a mooring post.3mf', $small ? Marsh::curlew(2.6) : Marsh::curlew(), new Display(new Vec3(0, 0, 1), new Vec3(0.5, -0.87, 0)));
        $this->mark($curlew);
        $this->analyse($curlew);
        $this->plan($curlew);
        $this->measureThickness($curlew);
        $this->line('The marsh cabinet is set up: four specimens.');

        return self::SUCCESS;
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

    /** At once instead of in the queue. */
    private function analyse(Piece $piece): void
    {
        $id = (int) $piece->analysis()->value('id');
        $this->line("Measuring {$piece->name} …");
        (new AnalysePiece($id))->handle();
        $this->takeFromQueue('analysisId', $id);
    }

    private function measureThickness(Piece $piece): void
    {
        $run = StartThickness::handle($piece->refresh());
        (new MeasureThickness($run->id))->handle();
        $this->takeFromQueue('runId', $run->id);
    }

    private function takeFromQueue(string $property, int $id): void
    {
        DB::table('jobs')->where('payload', 'like', "%{$property}%;i:{$id};%")->delete();
    }

    /** The head is what people look at, the post behind may have anything, no seam down the breast. */
    private function mark(Piece $piece): void
    {
        $surface = LoadSurface::for($piece);
        $picker = $surface->picker();
        $areas = $surface->areas();
        $far = 1e3;
        foreach ([
            [MarkKind::Show, [[0, 0, -1, -125], [-1, 0, 0, -12], [1, 0, 0, 38]]],
            [MarkKind::Hide, [[0, 0, 1, 40], [0, -1, 0, -4]]],
            [MarkKind::NoSeam, [[-1, 0, 0, -8], [1, 0, 0, 38], [0, 0, -1, -85]]],
        ] as [$kind, $planes]) {
            PaintMarks::handle($piece, $kind, false, $picker->inside([...$planes, [0, 0, 1, $far]]), $areas);
        }
        $piece->analysis?->update(['marks' => $piece->marks()->toArray()]); // it has not begun
    }

    private function plan(Piece $piece): void
    {
        $piece->refresh();
        $ranked = RankCandidates::handle($piece->analysis ?? throw new \LogicException('Analysed above.'), Preset::FaceFirst->weights(), 24);
        $own = $piece->analysis->candidates()->where('origin', 'file')->value('id');
        UpdatePlan::handle($piece, ['candidate_id' => array_key_first($ranked), 'layer_mm' => 0.16, 'pinned_candidate_id' => $own], null);
        DrawChosenStance::dispatchSync($piece->id);
    }
}
