@php
    /** @var \App\Models\Piece $piece */
    $bold = static fn (string $s): string => preg_replace('/\*([^*]+)\*/', '<b>$1</b>', e($s));
    $hm = static fn (float $h): string => floor($h).' h '.str_pad((string) round(fmod($h, 1) * 60), 2, '0', STR_PAD_LEFT);
@endphp
<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>{{ $piece->name }} · contact sheet · Wrenlo</title>
    @vite('resources/css/sheet.css')
</head>
<body>
<main class="contacts">
    <header>
        <div>
            <p class="kind">Wrenlo contact sheet</p>
            <h1>{{ $piece->name }}</h1>
            <p class="soft">{{ count($stances) }} of {{ number_format($searched) }} ways to stand, at {{ number_format($layerMm, 2) }} mm layers.
                What matters: {{ collect($criteria)->filter(fn ($c) => $weights[$c->key] > 0)->map(fn ($c) => mb_strtolower($c->label).' '.round($weights[$c->key]))->join(', ') }}.</p>
        </div>
        <button type="button" onclick="print()">Print this page</button>
    </header>
    <ol>
        @foreach ($stances as $s)
            <li>
                @if ($s->picture)
                    <img src="{{ $s->picture }}" alt="Stance {{ $s->rank }}, {{ $s->lean }}" width="150" height="150">
                @else
                    <p class="soft">not proven yet</p>
                @endif
                <h2>{{ $s->rank }} <small>{{ $s->lean }}{{ $s->origin->value === 'file' ? ', the pose of the file' : ($s->origin->value === 'hand' ? ', turned by hand' : '') }}</small></h2>
                <p class="tags">{{ implode(' · ', array_filter([$s->id === $taken ? 'taken' : null, $s->id === $pinned ? 'pinned' : null, $s->numbers->isExact ? null : 'estimated', $s->numbers->standing->raft ? 'raft' : ($s->numbers->standing->brimMm > 0 ? 'brim '.number_format($s->numbers->standing->brimMm, 0).' mm' : 'no brim'), $s->numbers->bed->fitsBed ? null : 'does not fit the bed'])) }}</p>
                <table>
                    @foreach ($criteria as $key => $c)
                        <tr><th>{{ $c->label }}</th><td class="{{ ! $c->tellsApart($s->values[$key], $best[$key]) ? 'best' : '' }}">{{ $key === 'time' ? $hm($s->numbers->print->hours) : $c->format($s->values[$key]) }}</td></tr>
                    @endforeach
                    <tr><th>Filament</th><td>{{ number_format($s->numbers->print->grams, 0) }} g</td></tr>
                </table>
            </li>
        @endforeach
    </ol>
    <p class="soft">Bold: as good as the best on this page. {!! $bold($stances[0]->reason) !!}</p>
</main>
</body>
</html>
