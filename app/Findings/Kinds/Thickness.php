<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\StageFile;
use Wrenlo\Core\Thin\NozzleFit;
use Wrenlo\Core\Thin\Thickness as CoreThickness;

/** Local thickness: a histogram, what each nozzle would make of it, weak members. Blob: tint (for the stage). */
final class Thickness extends Kind
{
    public const VERSION = 2;

    public const BIN_MM = 0.1;

    public const BINS = 60;

    /** The tint runs to here; what is thicker is as good as any. */
    public const TINT_MM = 4.0;

    public static function name(): string
    {
        return 'thickness';
    }

    public static function reads(): array
    {
        return [Input::Nozzle];
    }

    public static function needs(): array
    {
        return [Report::class, Sight::class, Slender::class];
    }

    public static function words(): string
    {
        return 'Sending rays through the piece';
    }

    public static function brokeOff(): string
    {
        return 'Something in Wrenlo failed while it measured thickness. The piece is untouched; you can try again.';
    }

    public function compute(Work $work): Result
    {
        $in = $work->mesh();
        $facets = $in->facets();
        $seen = $work->lists(Sight::class, 'weights')->floats('weights');
        $thickness = CoreThickness::of($in->mesh(), $facets, static fn (float $share) => $work->tick(10 + 75 * $share, self::words()));
        [$least, $p05, $median] = $thickness->percentiles([0.0, 0.05, 0.5]);
        $lines = [...array_map(static fn (float $bore): float => NozzleFit::LINE_PER_BORE * $bore, NozzleFit::USUAL_MM), $work->subject->profile()->lineMm];

        return new Result([
            'samples' => $thickness->samples(), 'sampled_share' => $thickness->sampledShare, 'known_share' => $thickness->knownShare,
            'min_mm' => $least, 'p05_mm' => $p05, 'median_mm' => $median, 'under_note_mm2' => $thickness->areaMm2(0.0, NozzleFit::NOTE_MM),
            'area_mm2' => $facets->totalAreaMm2(), 'histogram_mm2' => $thickness->histogram(self::BIN_MM, self::BINS),
            'lines' => array_map(static fn (float $line): array => NozzleFit::of($thickness, $seen, $line / NozzleFit::LINE_PER_BORE, $line)->toArray(), $lines),
            'members' => $work->headline(Slender::class)['parts'],
        ], ['tint' => StageFile::measure(array_map(static fn (float $t): float => $t / self::TINT_MM, $thickness->mm), StageFile::mapFor($work))]);
    }
}
