<?php

declare(strict_types=1);

namespace App\Stations\Sheet;

use App\Findings\Subject;
use App\Http\Resources\Headline;
use App\Http\Resources\PlanChoice;
use App\Models\Filament;
use App\Models\Nozzle;
use App\Models\Piece;
use App\Models\Printer;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\Rule;

/** With what will it be printed, and what does one take along? */
final class SheetStation extends Station
{
    public static function key(): string
    {
        return 'sheet';
    }

    public static function name(): string
    {
        return 'Sheet';
    }

    public static function decision(): string
    {
        return SheetDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return SheetDecision::usual($piece->user);
    }

    public static function rules(Bench $bench): array
    {
        $own = static fn (string $table): array => ['sometimes', 'integer', Rule::exists($table, 'id')->where('user_id', $bench->piece->user_id)];

        return ['printer_id' => $own('printers'), 'nozzle_id' => $own('nozzles'), 'filament_id' => $own('filaments')];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        return SheetDecision::fromArray([...$bench->sheet()->toArray(), ...$changes]);
    }

    public static function shape(Subject $subject, Bench $bench): Subject
    {
        return $subject->printedWith($bench->profile());
    }

    public static function isGone(Decision $decision): ?string
    {
        $isThere = $decision instanceof SheetDecision && Printer::query()->whereKey($decision->printerId)->exists()
            && Nozzle::query()->whereKey($decision->nozzleId)->exists() && Filament::query()->whereKey($decision->filamentId)->exists();

        return $isThere ? null : 'What it was to be printed with then is not on the shelf any more.';
    }

    public static function headline(Bench $bench): Headline
    {
        $choice = PlanChoice::of($bench);
        $isShut = $bench->stand()->stance === null;

        return new Headline(self::key(), self::name(), $choice !== null ? self::hours($choice->hours) : ($isShut ? '' : 'open'), $isShut ? 'shut' : ($choice !== null ? 'next' : 'open'));
    }

    /** “7 h 40”, as the screens say it. */
    public static function hours(float $hours): string
    {
        $minutes = (int) round(60 * $hours);

        return $minutes < 60 ? "{$minutes}\u{202F}min" : sprintf("%d\u{202F}h\u{202F}%02d", intdiv($minutes, 60), $minutes % 60);
    }

    public static function page(Bench $bench): SheetPage
    {
        $sheet = $bench->sheet();

        return new SheetPage($sheet->printerId, $sheet->nozzleId, $sheet->filamentId, PlanChoice::of($bench));
    }
}
