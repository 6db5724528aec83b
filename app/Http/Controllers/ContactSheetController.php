<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Resources\Stance;
use App\Http\Resources\StanceRanking;
use App\Models\Piece;
use Illuminate\Contracts\View\View;
use Illuminate\Http\Request;
use Wrenlo\Core\Orientation\Criteria;

/** Several stances side by side on one page, to be printed or passed round. */
final class ContactSheetController extends Controller
{
    private const USUAL = 6;

    private const MOST = 12;

    public function show(Request $request, Piece $piece): View
    {
        $bench = $this->bench($piece);
        $ranking = StanceRanking::of($bench) ?? abort(409, 'The piece is still being measured; its contact sheet can be made when its stances are there.');
        $stand = $bench->stand();
        $all = collect($ranking->stances);
        $count = min(self::MOST, max(2, (int) $request->query('count', (string) self::USUAL)));
        // the best, and what a person set aside to compare, wherever it ranks
        $own = [$stand->stance?->id(), $stand->pinned?->id()];
        $kept = $all->filter(static fn (Stance $s): bool => in_array($s->id, $own, true));
        $stances = $all->take($count - $kept->where('rank', '>', $count)->count())->merge($kept)->unique('id')->sortBy('rank')->values();
        $criteria = array_filter(Criteria::all(), static fn ($c, string $key): bool => ($stand->weights->of[$key] > 0 || $key === 'support') && ($key !== 'marked' || ! $bench->marks()->keptClear()->isEmpty()), ARRAY_FILTER_USE_BOTH);

        return view('contacts', [
            'piece' => $piece, 'layerMm' => $bench->subject()->rules()->layerMm, 'searched' => $ranking->searched, 'taken' => $own[0], 'pinned' => $own[1],
            'stances' => $stances, 'criteria' => $criteria, 'weights' => $stand->weights->of,
            'best' => array_map(static fn ($c) => $c->lowerIsBetter() ? $stances->min("values.{$c->key}") : $stances->max("values.{$c->key}"), $criteria),
        ]);
    }
}
