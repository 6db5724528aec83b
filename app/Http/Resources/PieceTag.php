<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Kinds\Report;
use App\Findings\Kinds\Shaped;
use App\Plans\Bench;
use App\Sources\PhotoSource;

/** The specimen tag. */
final readonly class PieceTag
{
    private function __construct(
        public int $id, public string $name, public string $fileName, public int $bytes, public ?int $triangles, public ?float $longestMm, public ?bool $watertight, public string $savedAt,
    ) {}

    public static function of(Bench $bench): self
    {
        $piece = $bench->piece;
        if ($piece->source === PhotoSource::key()) {
            $made = $bench->done(Shaped::class)?->headline;

            return new self($piece->id, $piece->name, $piece->file_name, $piece->bytes, $made['triangles'] ?? null, $made === null ? null : (float) max($made['width_mm'], $made['height_mm']), $made['watertight'] ?? null, self::savedAt($bench));
        }
        $report = $bench->done(Report::class)?->headline['report'] ?? null;

        return new self(
            $piece->id, $piece->name, $piece->file_name, $piece->bytes, $report['triangles'] ?? null, self::longestMm($report), $report['watertight'] ?? null,
            self::savedAt($bench),
        );
    }

    private static function savedAt(Bench $bench): string
    {
        return max($bench->piece->updated_at, $bench->plan->updated_at)->toIso8601String();
    }

    /** @param  ?array<string, mixed>  $report */
    public static function longestMm(?array $report): ?float
    {
        if ($report === null) {
            return null;
        }
        [$low, $high] = $report['bbox_mm'];

        return (float) max($high[0] - $low[0], $high[1] - $low[1], $high[2] - $low[2]);
    }
}
