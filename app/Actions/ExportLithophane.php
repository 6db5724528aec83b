<?php

declare(strict_types=1);

namespace App\Actions;

use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kinds\PhotoFramed;
use App\Findings\Kinds\PhotoRead;
use App\Findings\Kinds\RowLayers;
use App\Findings\Lists;
use App\Http\Resources\ReliefNumbers;
use App\Plans\Bench;
use App\Storage\Blobs;
use Illuminate\Support\Str;
use RuntimeException;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\Pdf\PictureSheet;
use Wrenlo\Core\Lithophane\LampHeat;
use Wrenlo\Core\Lithophane\Lithophane;
use Wrenlo\Core\Photo\Backing;
use Wrenlo\Core\Photo\Photo;
use Wrenlo\Core\Photo\PhotoReader;
use Wrenlo\Core\Photo\Srgb;

/** A lithophane as it leaves: relief, plan, sheet. */
final readonly class ExportLithophane
{
    /** Pixels of a backing sheet, along its longer side. */
    private const BACKING_PX = 1600;

    private function __construct(private Bench $bench, private Photo $photo, private ReliefNumbers $numbers) {}

    public static function of(Bench $bench): ?self
    {
        $numbers = ReliefNumbers::of($bench);
        $photo = $bench->done(PhotoRead::class);
        $plane = $photo === null ? null : Findings::blobNow($photo, 'plane');

        return $numbers === null || $photo === null || $plane === null ? null : new self($bench, PhotoRead::photo($photo->headline ?? [], Lists::open($plane)), $numbers);
    }

    public function fileName(string $ending): string
    {
        return Str::slug($this->bench->piece->name).'-'.$this->bench->subject()->design()->shape->value.'.'.$ending;
    }

    public function write(string $format): void
    {
        $stream = fopen('php://output', 'wb') ?: throw new RuntimeException('The download cannot be written.');
        $body = Lithophane::of($this->photo, $this->bench->subject()->design())->body();
        $format === 'stl' ? $body->writeStl($stream, $this->bench->piece->name.' - Wrenlo') : MeshFormats::write($stream, $format, $body->mesh(), $this->bench->piece->name);
        fclose($stream);
    }

    /** The sheet of colours behind it, mirrored and true in size: `png` or `pdf`. */
    public static function backing(Bench $bench, string $format): string
    {
        $subject = $bench->subject();
        $stream = Blobs::open($subject->sha256()) ?? abort(404);
        $image = Backing::of(PhotoReader::picture($stream, self::BACKING_PX), $subject->tone());
        fclose($stream);
        [$w, $h] = [imagesx($image), imagesy($image)];
        $widthMm = $subject->design()->pictureMm();
        ob_start();
        if ($format === 'png') {
            imageresolution($image, (int) round($w / $widthMm * 25.4));
            imagepng($image);

            return (string) ob_get_clean();
        }
        imagejpeg($image, null, 92);
        $jpeg = (string) ob_get_clean();
        $out = fopen('php://temp', 'w+b') ?: throw new RuntimeException('The page cannot be written.');
        PictureSheet::write($out, $jpeg, $w, $h, $widthMm, $widthMm * $h / $w, $bench->piece->name.', colours to lie behind the relief: print at 100 %, mirrored as it is. Wrenlo');
        rewind($out);

        return (string) stream_get_contents($out);
    }

    /** @return array<string, mixed> everything that was chosen, and what it comes to */
    public function plan(): array
    {
        $subject = $this->bench->subject();
        $n = $this->numbers;

        return [
            'format' => 'wrenlo-lithophane', 'version' => 1, 'piece' => $this->bench->piece->name, 'file' => $this->bench->piece->file_name, 'sha256' => $subject->sha256(), 'plan' => $this->bench->plan->name,
            'tone' => $subject->get(Input::Tone), 'light' => $subject->get(Input::Light), 'body' => $subject->get(Input::Body), 'upright' => $this->bench->decision('upright')->toArray(), 'lamp' => $this->bench->decision('light')->toArray(),
            'layers' => ['by_detail' => $this->byDetail() !== null, 'runs' => $this->runs()],
            'numbers' => [
                'width_mm' => $n->widthMm, 'height_mm' => $n->heightMm, 'triangles' => $n->triangles, 'watertight' => $n->isWatertight, 'thickness_min_mm' => $n->thinnestMm, 'thickness_max_mm' => $n->thickestMm, 'contrast_ratio' => $n->contrast, 'pinhole_area_mm2' => $n->pinholeMm2,
                'max_relief_slope_deg' => $n->steepestDeg, 'hours' => $n->print->hours, 'grams' => $n->print->grams, 'layers' => $n->print->layers, 'walls' => $n->print->walls, 'tips_at_deg' => $n->standing->tipsAtDeg, 'foot' => $n->standing->foot, 'brim_mm' => $n->standing->brimMm,
            ],
        ];
    }

    /** @return ?array{hours: float, step_l: float, runs: list<array{float, int}>} layers by detail, where they were chosen and there are any */
    private function byDetail(): ?array
    {
        $upright = $this->bench->decision('upright')->toArray();

        return $upright['by_detail'] ? ($this->bench->done(RowLayers::class)->headline['truer'] ?? null) : null;
    }

    /** @return list<array{float, int}> heights of its layers from the plate: [mm, how many] in a row */
    private function runs(): array
    {
        return $this->byDetail()['runs'] ?? [[(float) $this->bench->decision('upright')->toArray()['layer_mm'], $this->numbers->print->layers]];
    }

    /** As the CSV of a mesh: a layer a line. */
    public function layersCsv(): string
    {
        $lines = ['layer,z_top_mm,height_mm'];
        $z = 0.0;
        foreach ($this->runs() as [$mm, $count]) {
            for ($k = 0; $k < $count; $k++) {
                $z += $mm;
                $lines[] = implode(',', [count($lines), round($z, 6), $mm]);
            }
        }

        return implode("\n", $lines)."\n";
    }

    /** @return array<string, mixed> for the page to print */
    public function sheet(): array
    {
        [$printer, $nozzle, $filament] = $this->bench->tools();
        $lamp = $this->bench->decision('light')->toArray();

        return [
            'piece' => $this->bench->piece, 'n' => $this->numbers, 'printer' => $printer, 'nozzle' => $nozzle, 'filament' => $filament, 'design' => $this->bench->subject()->design(), 'upright' => $this->bench->decision('upright')->toArray(), 'lamp' => $lamp, 'byDetail' => $this->byDetail(),
            'heat' => LampHeat::of((float) $lamp['watts'], (float) $lamp['distance_mm'], max(100.0, $this->numbers->widthMm * $this->numbers->heightMm), (bool) $lamp['enclosed']),
        ];
    }

    /** As it is lit, from the preview: a PNG 320 pixels wide. */
    public static function picture(Bench $bench): ?string
    {
        $framed = $bench->done(PhotoFramed::class);
        $photo = $bench->done(PhotoRead::class);
        $bytes = $framed === null ? null : Findings::blobNow($framed, 'preview');
        if ($bytes === null || $photo === null) {
            return null;
        }
        /** @var array{1: int, 2: int} $size */
        $size = unpack('v2', $bytes);
        [$w, $h] = [$size[1], $size[2]];
        $design = $bench->subject()->design();
        $l = $design->tone->worked(array_map(static fn (string $v): float => ord($v) / 2.55, str_split(substr($bytes, 4))), $w, $h, $design->widthMm);
        $curve = $design->tone->curve(array_values(array_map(floatval(...), $photo->headline['lightness'] ?? [0, 50, 100])));
        $black = $design->thickness->darkestL;
        $image = imagecreatetruecolor(max(1, $w), max(1, $h)) ?: throw new RuntimeException('No picture can be made.');
        for ($y = $i = 0; $y < $h; $y++) {
            for ($x = 0; $x < $w; $x++, $i++) {
                $v = Srgb::luminance($black + $curve[(int) round($l[$i] * 2.56)] / 100 * (100 - $black));
                // the light of a warm lamp
                $colour = array_map(static fn (float $of): int => (int) round(Srgb::coded(min(1.0, $v * $of))), [1.0, 0.82, 0.58]);
                imagesetpixel($image, $x, $y, $colour[0] << 16 | $colour[1] << 8 | $colour[2]);
            }
        }
        ob_start();
        imagepng(imagescale($image, 320, max(1, (int) (320 * $h / max(1, $w)))) ?: $image);

        return (string) ob_get_clean();
    }
}
