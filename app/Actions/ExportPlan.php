<?php

declare(strict_types=1);

namespace App\Actions;

use App\Findings\Findings;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Report;
use App\Findings\Kinds\StandingPortrait;
use App\Findings\MeshInHand;
use App\Http\Resources\PlanChoice;
use App\Plans\Bench;
use App\Plans\StanceChoice;
use App\Stations\Hold\Way;
use App\Stations\Iron\IronPage;
use App\Stations\Iron\IronScope;
use App\Stations\Seam\SeamPage;
use App\Stations\Seam\SeamStation;
use App\Stations\Stand\RankStances;
use App\Storage\StageFile;
use Illuminate\Support\Str;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\MarksFile;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Metrics;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\StanceNumbers;

/** A piece with a decided stance, ready to be handed over in open formats. */
final readonly class ExportPlan
{
    private function __construct(private Bench $bench, private StanceChoice $stance, private StanceNumbers $numbers) {}

    public static function of(Bench $bench): ?self
    {
        $stance = $bench->stand()->stance;
        if ($stance === null) {
            return null;
        }
        Findings::now(Proof::class, $bench->standing($stance));
        $numbers = RankStances::numbers($bench, [$bench->standing($stance)])[0] ?? throw Refusal::because('stance', 'The stance taken could not be measured; choose another one.');

        return new self($bench, $stance, $numbers);
    }

    public function fileName(string $ending): string
    {
        return (Str::slug($this->bench->piece->name) ?: 'piece').'-standing.'.$ending;
    }

    public function writeMesh(string $ending): void
    {
        $stream = fopen('php://output', 'wb') ?: throw new \RuntimeException('The download cannot be written.');
        $mesh = MeshInHand::reading($this->bench->subject())->mesh;
        MeshFormats::write($stream, $ending, $mesh->standing($this->stance->rotation(), $this->stance->liftMm), "{$this->bench->piece->name} - Wrenlo");
        fclose($stream);
    }

    /**
     * The piece and what holds it, where the exported mesh stands; null where nothing was decided or nothing is set.
     *
     * @return ?array{array{mesh: Mesh, name: string, type: 'model'}, non-empty-list<array{mesh: Mesh, name: string, type: 'model'|'support'}>} the piece, and what is added to it
     */
    public function held(): ?array
    {
        $way = $this->bench->hold()->way;
        if ($way === null) {
            return null;
        }
        $finding = Findings::now($way->kind(), $this->bench->standing($this->stance));
        $mesh = MeshInHand::reading($this->bench->subject())->mesh;
        $piece = ['mesh' => $mesh->standing($this->stance->rotation(), $this->stance->liftMm), 'name' => $this->bench->piece->name, 'type' => 'model'];
        $added = [];
        foreach (['shells', 'relief'] as $name) {
            $blob = isset($finding->blobs[$name]) ? Findings::blobNow($finding, $name) : null;
            if ($blob !== null) { // a relief is part of the piece
                $isRelief = $way === Way::Relief || $name === 'relief';
                $added[] = ['mesh' => $this->turned(StageFile::mesh($blob), $mesh), 'name' => mb_strtolower($isRelief ? Way::Relief->label() : $way->label()), 'type' => $isRelief ? 'model' : 'support'];
            }
        }

        return $added === [] ? null : [$piece, $added];
    }

    /** Shells stand where the piece stands before it is turned about Z; turned, it is set down anew. */
    private function turned(Mesh $shells, Mesh $piece): Mesh
    {
        $turn = Rotation::bringingUp(new Vec3(0.0, 0.0, 1.0))->thenAboutZ($this->stance->turnDeg);
        $by = $turn->apply($piece->standingOrigin(Rotation::bringingUp($this->stance->up), $this->stance->liftMm))->minus($piece->standingOrigin($this->stance->rotation(), $this->stance->liftMm));
        [$a, $b, , $c, $d] = $turn->rows;
        $x = array_map(static fn (float $px, float $py): float => $a * $px + $b * $py + $by->x, $shells->x, $shells->y);
        $y = array_map(static fn (float $px, float $py): float => $c * $px + $d * $py + $by->y, $shells->x, $shells->y);

        return new Mesh($x, $y, $shells->z, $shells->tri);
    }

    /** @return ?array<string, mixed> every node of what holds it, plate frame of the stance, and its numbers; null where nothing was decided */
    private function support(): ?array
    {
        $way = $this->bench->hold()->way;
        if ($way === null) {
            return null;
        }
        $held = $this->bench->hold()->heldIn($this->stance);
        $finding = Findings::now($way->kind(), $this->bench->standing($this->stance));
        $row = $finding->headline ?? [];
        if (isset($finding->blobs['nodes'])) {
            $row['nodes'] = json_decode((string) Findings::blobNow($finding, 'nodes'), true);
        }

        return ['way' => $way->value, 'printed_without' => $this->bench->hold()->accepted, 'taken_away' => $held['without'], 'set_by_hand' => $held['also'], 'plate_only' => $held['plate_only'], 'treated' => $held['treated']] + $row;
    }

    /** @return array<string, mixed> */
    public function plan(): array
    {
        $piece = $this->bench->piece;
        $choice = PlanChoice::of($this->bench);
        $look = $this->bench->look();
        $rules = $this->bench->subject()->rules();
        $report = $this->report();
        [$printer, $nozzle, $filament] = $this->bench->tools();

        return [
            'wrenlo_plan' => 1,
            'units' => ['length' => 'mm', 'mass' => 'g', 'time' => 'h', 'angle' => 'deg', 'money' => $piece->user->currency],
            'piece' => [
                'name' => $piece->name, 'file' => $piece->file_name, 'sha256' => $piece->blob, 'scale' => $look->recipe->scale,
                'shown_up' => $look->display->up->toArray(), 'front' => $look->display->front->toArray(), 'report' => $report,
            ],
            'plan' => $this->bench->plan->name,
            'stance' => [
                'up' => $this->stance->up->toArray(),
                'rotation_rows' => $this->stance->rotation()->rows,
                'lift_mm' => $this->stance->liftMm,
                'turn_deg' => $this->stance->turnDeg,
                'lean' => Lean::words($this->stance->up, $look->display),
                'reason' => str_replace('*', '', $this->reason()),
                'metrics' => $this->numbers->toArray(),
                'measured_at_layer_mm' => $rules->layerMm,
                'overhang_limit_deg' => $rules->limitDeg,
            ],
            'marked' => MarksFile::content($this->bench->marks(), $piece->blob, (int) ($report['triangles'] ?? 0)),
            'weights' => $this->bench->stand()->weights->of,
            'support' => $this->support(),
            'layers' => $choice ? ['layer_mm' => $choice->layerMm, 'layers' => $choice->layers, 'hours' => $choice->hours, 'grams' => $choice->grams, 'cost' => $choice->cost, 'seen_step_um' => $choice->seenStepUm, 'least_mm' => $choice->leastMm, 'most_mm' => $choice->mostMm, 'by_paths' => $choice->isLaid, 'profile' => PrintFiles::of($this->bench)?->layers()] : null,
            'seam' => PrintFiles::of($this->bench)?->seam(),
            'ironing' => PrintFiles::of($this->bench)?->ironing(),
            'tools' => [
                'printer' => $printer->name, 'nozzle_mm' => $nozzle->diameter_mm, 'line_mm' => $nozzle->line_mm,
                'filament' => $filament->name, 'polymer' => $filament->polymer,
            ],
        ];
    }

    /** @return array<string, mixed> what the printed page shows */
    public function sheet(): array
    {
        [$printer, $nozzle, $filament] = $this->bench->tools();
        $rules = $this->bench->subject()->rules();

        return [
            'piece' => $this->bench->piece, 'report' => $this->report(), 'choice' => PlanChoice::of($this->bench), 'tools' => compact('printer', 'nozzle', 'filament'),
            'n' => $this->numbers, 'metrics' => Metrics::all(), 'lean' => Lean::words($this->stance->up, $this->bench->look()->display), 'reason' => $this->reason(),
            'criteria' => array_filter(Criteria::all(), fn (string $key): bool => $key !== 'marked' || ! $this->bench->marks()->keptClear()->isEmpty(), ARRAY_FILTER_USE_KEY),
            'marked' => $this->marked(), 'own' => $this->ownPose(), 'layerMm' => $rules->layerMm, 'limitDeg' => $rules->limitDeg,
            'seam' => $this->seamOnSheet(), 'ironing' => $this->ironingOnSheet(),
            'picture' => 'data:image/png;base64,'.base64_encode($this->picture()),
        ];
    }

    /** @return ?array{label: string, seenMm: ?float} */
    private function seamOnSheet(): ?array
    {
        $style = SeamPage::of($this->bench)->style;

        return $style === null ? null : ['label' => mb_strtolower($style->label()), 'seenMm' => SeamStation::finding($this->bench)?->headline['styles'][$style->value]['seen_mm'] ?? null];
    }

    /** @return ?array{label: string, how: string} */
    private function ironingOnSheet(): ?array
    {
        $d = IronPage::decision($this->bench);
        if ($d->scope === null) {
            return null;
        }
        $s = $d->settings;

        return ['label' => mb_strtolower($d->scope->label()), 'how' => $d->scope === IronScope::None ? '' : sprintf('%s mm apart at %s mm/s, %s %% flow, %s mm from the edge', round($s->spacingMm, 2), round($s->mmPerS), round(100 * $s->flowShare), round($s->insetMm, 2))];
    }

    /** @return array<string, mixed> */
    private function report(): array
    {
        return Findings::now(Report::class, $this->bench->subject())->headline['report'] ?? [];
    }

    /** @return list<string> what is marked, with its area */
    private function marked(): array
    {
        $areas = $this->bench->markSet()->areas_mm2 ?? [];

        return array_map(static fn (string $key, float $mm2): string => mb_strtolower(MarkKind::from($key)->label()).' '.number_format($mm2).' mm²', array_keys($areas), $areas);
    }

    /** PNG bytes. */
    private function picture(): string
    {
        return (string) Findings::blobNow(Findings::now(StandingPortrait::class, $this->bench->standing($this->stance)), 'picture');
    }

    /** Against the piece's own pose: what a print straight from the file would be. */
    private function reason(): string
    {
        $own = $this->ownPose();
        $lean = Lean::words($this->stance->up, $this->bench->look()->display);

        return $own === null ? ucfirst($lean).': the pose of the file.' : Reason::sentence($lean, $this->numbers, $own, $this->bench->stand()->weights, 'the pose of the file');
    }

    private function ownPose(): ?StanceNumbers
    {
        $own = new StanceChoice($this->bench->look()->display->up);

        return $own->isSame($this->stance) ? null : RankStances::numbers($this->bench, [$this->bench->standing($own)])[0] ?? RankStances::sketched($this->bench, $own);
    }
}
