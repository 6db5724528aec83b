<?php

declare(strict_types=1);

namespace App\Actions;

use App\Http\Resources\PlanChoice;
use App\Models\Candidate;
use App\Models\Piece;
use App\Storage\Blobs;
use App\Storage\PortraitPng;
use Illuminate\Support\Str;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\MarksFile;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Lean;
use Wrenlo\Core\Orientation\Reason;
use Wrenlo\Core\Orientation\StanceMetrics;

/** A piece with a decided stance, ready to be handed over in open formats. */
final readonly class ExportPlan
{
    private function __construct(private Piece $piece, private Candidate $stance) {}

    public static function of(Piece $piece): ?self
    {
        $stance = $piece->plan->candidate;

        return $stance ? new self($piece, $stance) : null;
    }

    public function fileName(string $ending): string
    {
        return (Str::slug($this->piece->name) ?: 'piece').'-standing.'.$ending;
    }

    public function writeMesh(string $ending): void
    {
        $stream = fopen('php://output', 'wb') ?: throw new \RuntimeException('The download cannot be written.');
        MeshFormats::write($stream, $ending, $this->standing(), "{$this->piece->name} - Wrenlo");
        fclose($stream);
    }

    /** @return array<string, mixed> */
    public function plan(): array
    {
        $plan = $this->piece->plan;
        $choice = PlanChoice::of($this->piece);
        $display = $this->piece->display();

        return [
            'wrenlo_plan' => 1,
            'units' => ['length' => 'mm', 'mass' => 'g', 'time' => 'h', 'angle' => 'deg'],
            'piece' => [
                'name' => $this->piece->name, 'file' => $this->piece->file_name, 'sha256' => $this->piece->blob, 'scale' => $this->piece->scale,
                'shown_up' => $display->up->toArray(), 'front' => $display->front->toArray(), 'report' => $this->piece->report,
            ],
            'stance' => [
                'up' => $this->stance->up()->toArray(),
                'rotation_rows' => Rotation::bringingUp($this->stance->up())->rows,
                'lift_mm' => $this->stance->lift_mm,
                'lean' => Lean::words($this->stance->up(), $display),
                'reason' => str_replace('*', '', $this->reason()),
                'metrics' => $this->stance->metrics()->toArray(),
                'measured_at_layer_mm' => $this->stance->analysis->layer_mm,
                'overhang_limit_deg' => $this->stance->analysis->limit_deg,
            ],
            'marked' => MarksFile::content($this->piece->marks(), $this->piece->blob, (int) $this->piece->triangles),
            'weights' => $plan->weights()->of,
            'layers' => $choice ? ['layer_mm' => $choice->layerMm, 'layers' => $choice->layers, 'hours' => $choice->hours, 'grams' => $choice->grams, 'seen_step_um' => $choice->seenStepUm] : null,
            'tools' => [
                'printer' => $plan->printer->name, 'nozzle_mm' => $plan->nozzle->diameter_mm, 'line_mm' => $plan->nozzle->line_mm,
                'filament' => $plan->filament->name, 'polymer' => $plan->filament->polymer,
            ],
        ];
    }

    /** @return array<string, mixed> what the printed page shows */
    public function sheet(): array
    {
        $metrics = $this->stance->metrics();

        return [
            'piece' => $this->piece, 'plan' => $this->piece->plan, 'metrics' => $metrics, 'choice' => PlanChoice::of($this->piece),
            'lean' => Lean::words($this->stance->up(), $this->piece->display()),
            'reason' => $this->reason(),
            'criteria' => array_filter(Criteria::all(), fn (string $key): bool => $key !== 'marked' || ! $this->piece->marks()->keptClear()->isEmpty(), ARRAY_FILTER_USE_KEY),
            'marked' => $this->marked(),
            'own' => $this->ownPose(),
            'layerMm' => $this->stance->analysis->layer_mm, 'limitDeg' => $this->stance->analysis->limit_deg,
            'picture' => 'data:image/png;base64,'.base64_encode($this->picture()),
        ];
    }

    private function standing(): \Wrenlo\Core\Mesh\Mesh
    {
        return LoadStances::reading($this->piece)->mesh->standing(Rotation::bringingUp($this->stance->up()), $this->stance->lift_mm);
    }

    /** @return list<string> what is marked, with its area */
    private function marked(): array
    {
        $areas = $this->piece->markSet()->areas_mm2 ?? [];

        return array_map(static fn (string $key, float $mm2): string => mb_strtolower(MarkKind::from($key)->label()).' '.number_format($mm2).' mm²', array_keys($areas), $areas);
    }

    /** PNG bytes; drawn once. */
    public function picture(): string
    {
        $key = $this->piece->derivedFolder()."/chosen-{$this->stance->id}.png";
        if (! Blobs::hasDerived($key)) {
            Blobs::putDerived($key, PortraitPng::bytes(LoadStances::reading($this->piece)->mesh, Rotation::bringingUp($this->stance->up()), 320));
        }

        return (string) file_get_contents(Blobs::derivedPath($key));
    }

    /** Against the piece's own pose: what a print straight from the file would be. */
    private function reason(): string
    {
        $own = $this->ownPose();
        $metrics = $this->stance->metrics();
        $lean = Lean::words($this->stance->up(), $this->piece->display());

        return $own === null ? ucfirst($lean).': the pose of the file.' : Reason::sentence($lean, $metrics, $own, $this->piece->plan->weights(), 'the pose of the file');
    }

    private function ownPose(): ?StanceMetrics
    {
        $own = $this->stance->analysis->candidates()->where('origin', 'file')->first();

        return $own === null || $own->id === $this->stance->id ? null : $own->metrics();
    }
}
