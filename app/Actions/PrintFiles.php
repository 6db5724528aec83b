<?php

declare(strict_types=1);

namespace App\Actions;

use App\Findings\Findings;
use App\Findings\Kinds\Ironed;
use App\Findings\Kinds\Seamed;
use App\Findings\Lists;
use App\Findings\MeshInHand;
use App\Http\Resources\IronReport;
use App\Plans\Bench;
use App\Plans\StanceChoice;
use App\Stations\Iron\IronPage;
use App\Stations\Iron\IronScope;
use App\Stations\Seam\SeamPage;
use Wrenlo\Core\Format\Strokes\StrokesSvg;
use Wrenlo\Core\Format\ThreeMf\ZipWriter;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Slice\Slicer;

/** What was decided about layers, seam and ironing as open files. Plate frame of the stance: millimetres, lowest point at z = 0, not turned about Z. */
final readonly class PrintFiles
{
    private function __construct(private Bench $bench, private StanceChoice $stance) {}

    public static function of(Bench $bench): ?self
    {
        $stance = $bench->stand()->stance;

        return $stance === null ? null : new self($bench, $stance);
    }

    /** @return list<array{layer: int, z_top_mm: float, height_mm: float}> */
    public function layers(): array
    {
        $rows = [];
        $z = 0.0;
        foreach ($this->bench->subject()->layersMm($this->heightMm()) as $k => $h) {
            $z += $h;
            $rows[] = ['layer' => $k + 1, 'z_top_mm' => round($z, 6), 'height_mm' => $h];
        }

        return $rows;
    }

    private function heightMm(): float
    {
        $mesh = MeshInHand::reading($this->bench->subject())->mesh;

        return Slicer::heightMm($mesh, Rotation::bringingUp($this->stance->up)) + $this->stance->liftMm;
    }

    public function layersCsv(): string
    {
        $lines = array_map(static fn (array $r): string => implode(',', [$r['layer'], $r['z_top_mm'], $r['height_mm']]), $this->layers());

        return "layer,z_top_mm,height_mm\n".implode("\n", $lines)."\n";
    }

    /** @return ?array{style: string, seam_mm: float, seen_mm: float, jumps: int, points_mm: list<array{float, float, float}>} null where nothing was decided */
    public function seam(): ?array
    {
        $style = SeamPage::of($this->bench)->style;
        if ($style === null) {
            return null;
        }
        $finding = Findings::now(Seamed::class, $this->bench->standing($this->stance));
        $lists = Lists::open((string) Findings::blobNow($finding, $style->value));
        $row = $finding->headline['styles'][$style->value] ?? [];
        $points = array_map(static fn (float $x, float $y, float $z): array => [round($x, 4), round($y, 4), round($z, 4)], $lists->floats('x'), $lists->floats('y'), $lists->floats('z'));

        return ['style' => $style->value, 'seam_mm' => $row['seam_mm'], 'seen_mm' => $row['seen_mm'], 'jumps' => $row['jumps'], 'points_mm' => $points];
    }

    /** @return ?array<string, mixed> what is ironed; null where nothing was decided */
    public function ironing(): ?array
    {
        $d = IronPage::decision($this->bench);
        if ($d->scope === null) {
            return null;
        }
        $finding = Findings::now(Ironed::class, $this->bench->standing($this->stance));
        $rows = $finding->headline['tops'] ?? [];
        $chosen = IronReport::chosen($rows, $d);

        return ['scope' => $d->scope->value, 'spacing_mm' => $d->settings->spacingMm, 'mm_per_s' => $d->settings->mmPerS, 'flow' => $d->settings->flowShare, 'inset_mm' => $d->settings->insetMm, 'tops' => array_map(static fn (int $k): array => $rows[$k], $chosen)];
    }

    /** @return array<string, string> name → SVG, one a height */
    private function strokes(): array
    {
        $d = IronPage::decision($this->bench);
        if ($d->scope === null || $d->scope === IronScope::None) {
            return [];
        }
        $finding = Findings::now(Ironed::class, $this->bench->standing($this->stance));
        $drawn = json_decode((string) Findings::blobNow($finding, 'strokes'), true, flags: JSON_THROW_ON_ERROR);
        $byHeight = [];
        foreach (IronReport::chosen($finding->headline['tops'] ?? [], $d) as $k) {
            $byHeight[sprintf('%.2f', $drawn[$k]['z_mm'])][] = $drawn[$k];
        }
        $files = [];
        foreach ($byHeight as $z => $tops) {
            $files["ironing/z-{$z}-mm.svg"] = StrokesSvg::of($tops, $d->settings->spacingMm);
        }

        return $files;
    }

    /** @param  resource  $stream */
    public function zip($stream, string $planJson): void
    {
        $files = ['layers.csv' => $this->layersCsv(), 'plan.json' => $planJson];
        $seam = $this->seam();
        if ($seam !== null) {
            $files['seam.csv'] = "x_mm,y_mm,z_mm\n".implode("\n", array_map(static fn (array $p): string => implode(',', $p), $seam['points_mm']))."\n";
        }
        $zip = new ZipWriter($stream);
        foreach ($files + $this->strokes() as $name => $content) {
            $zip->add($name, static fn (callable $put) => $put($content));
        }
        $zip->finish();
    }
}
