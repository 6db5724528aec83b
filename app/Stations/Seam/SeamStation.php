<?php

declare(strict_types=1);

namespace App\Stations\Seam;

use App\Findings\Kinds\Seamed;
use App\Http\Resources\Headline;
use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Decision;
use App\Stations\Station;
use Illuminate\Validation\Rule;
use Wrenlo\Core\Seam\SeamStyle;

/** Where do layers begin? */
final class SeamStation extends Station
{
    public static function key(): string
    {
        return 'seam';
    }

    public static function name(): string
    {
        return 'Seam';
    }

    public static function decision(): string
    {
        return SeamDecision::class;
    }

    public static function usual(Piece $piece): Decision
    {
        return new SeamDecision;
    }

    public static function rules(Bench $bench): array
    {
        return ['style' => ['present', 'nullable', Rule::enum(SeamStyle::class)]];
    }

    public static function changed(Bench $bench, array $changes): Decision
    {
        return new SeamDecision(SeamStyle::tryFrom((string) ($changes['style'] ?? '')));
    }

    public static function restsOn(Bench $bench): ?string
    {
        $stance = $bench->stand()->stance;

        return $stance === null || SeamPage::of($bench)->style === null ? null : Seamed::key($bench->standing($stance));
    }

    /** Led again by itself for what it rests on now; said where it is seen a good deal more than when it was chosen. */
    public static function lookAgain(Bench $bench): ?string
    {
        $style = SeamPage::of($bench)->style;
        $restsOn = $bench->row(self::key())?->rests_on;
        if ($style === null || $restsOn === null || $restsOn === self::restsOn($bench)) {
            return null;
        }
        $before = Finding::query()->where('key', $restsOn)->first()?->headline['styles'][$style->value]['seen_mm'] ?? null;
        $after = self::finding($bench)?->headline['styles'][$style->value]['seen_mm'] ?? null;

        return $before === null || $after === null || abs($after - $before) < 0.1 * max($before, 1.0) ? null : sprintf("Another stance, display or layers: seam seen %s → *%s\u{202F}mm*", number_format($before, 1), number_format($after, 1));
    }

    public static function finding(Bench $bench): ?Finding
    {
        $stance = $bench->stand()->stance;

        return $stance === null ? null : $bench->done(Seamed::class, $bench->standing($stance));
    }

    public static function headline(Bench $bench): Headline
    {
        $style = SeamPage::of($bench)->style;
        $seen = $style === null ? null : self::finding($bench)?->headline['styles'][$style->value]['seen_mm'] ?? null;
        $isShut = $bench->stand()->stance === null || $bench->layers()->layerMm === null;

        return new Headline(self::key(), self::name(), $style === null ? '' : mb_strtolower($style->label()), $isShut ? 'shut' : ($style === null ? 'open' : 'done'), $seen === null ? null : number_format($seen, 1)."\u{202F}mm of it seen", self::lookAgain($bench));
    }

    public static function page(Bench $bench): SeamPage
    {
        return SeamPage::of($bench);
    }
}
