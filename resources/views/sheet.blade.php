@php
    /** @var \App\Models\Piece $piece */
    $bold = static fn (string $s): string => preg_replace('/\*([^*]+)\*/', '<b>$1</b>', e($s));
    /** @var \Wrenlo\Core\Orientation\StanceNumbers $n every number by its metric, with its unit */
    $say = static fn (string $key): string => $metrics[$key]->format($metrics[$key]->value($n));
    $f = static fn (float $v, int $d = 1): string => number_format($v, $d);
    $hm = static fn (float $h): string => floor($h).' h '.str_pad((string) round(fmod($h, 1) * 60), 2, '0', STR_PAD_LEFT);
@endphp
<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>{{ $piece->name }} · sheet · Wrenlo</title>
    @vite('resources/css/sheet.css')
</head>
<body>
<main>
    <header>
        <div>
            <p class="kind">Wrenlo sheet</p>
            <h1>{{ $piece->name }}</h1>
            <p class="soft">{{ $piece->file_name }} · {{ number_format($report['triangles']) }} facets · {{ $f($report['bbox_mm'][1][2] - $report['bbox_mm'][0][2]) }} mm tall in the file{{ $report['watertight'] ? '' : ' · not closed: volume and grams are estimates' }}</p>
        </div>
        <button type="button" onclick="print()">Print this page</button>
    </header>

    <section class="stance">
        <img src="{{ $picture }}" alt="{{ $piece->name }} as it stands on the plate" width="280" height="280">
        <div>
            <h2>Stand it {{ $lean }}</h2>
            <p class="reason">{!! $bold($reason) !!}</p>
            <p class="soft">The exported STL already stands like this: set it on the plate as it comes, z = 0 at the bottom, and do not let any program turn it.</p>
        </div>
    </section>

    <section>
        <h2>Set this</h2>
        <table>
            <tbody>
            @if ($choice)
                <tr><th>Layer height</th><td>{{ $choice->leastMm < $choice->mostMm ? $f($choice->leastMm, 2).' to ' : '' }}{{ $f($choice->mostMm, 2) }} mm</td><td>{{ number_format($choice->layers) }} layers; steps where it is seen {{ $f($choice->seenStepUm, 0) }} µm on average</td></tr>
                @if ($seam !== null)
                    <tr><th>Seam</th><td>{{ $seam['label'] }}</td><td>{{ $seam['seenMm'] === null ? 'its points are in the archive' : $f($seam['seenMm'], 1).' mm of it seen; its points are in the archive' }}</td></tr>
                @endif
                @if ($ironing !== null)
                    <tr><th>Ironing</th><td>{{ $ironing['label'] }}</td><td>{{ $ironing['how'] }}</td></tr>
                @endif
                <tr><th>Time and material</th><td>{{ $hm($choice->hours) }}</td><td>{{ $f($choice->grams, 0) }} g of {{ $tools['filament']->name }} ({{ $tools['filament']->polymer }}), about {{ $f($choice->cost, 2) }} {{ $piece->user->currency }} at {{ $f($tools['filament']->price_per_kg, 2) }} {{ $piece->user->currency }} per kg</td></tr>
            @else
                <tr><th>Layer height</th><td>open</td><td>not decided yet</td></tr>
            @endif
            <tr><th>Nozzle and line</th><td>{{ $f($tools['nozzle']->diameter_mm, 2) }} mm</td><td>line width {{ $f($tools['nozzle']->line_mm, 2) }} mm, on {{ $tools['printer']->name }}</td></tr>
            <tr><th>Height on the plate</th><td>{{ $say('height_mm') }}</td><td>{{ $n->surface->heightMm > $tools['printer']->bed_z_mm ? 'too tall for this printer' : 'the printer offers '.$f($tools['printer']->bed_z_mm, 0).' mm' }}</td></tr>
            <tr><th>Supports</th><td>{{ $say('support_mm3') }}</td><td>from {{ $f($limitDeg, 0) }}° off the vertical; they touch {{ $f($n->contact->scarAreaMm2, 0) }} mm² and rest on {{ $f($n->contact->landingAreaMm2, 0) }} mm² of the piece; {{ $n->contact->islands }} {{ $n->contact->islands === 1 ? 'island starts' : 'islands start' }} in the air</td></tr>
            <tr><th>Toppling</th><td>{{ $say('topple_margin_mm') }}</td><td>{{ $n->standing->toppleMarginMm > 0 ? 'inside its own footprint' : 'outside its own footprint: it leans on its supports' }}; with support feet {{ $say('topple_margin_supported_mm') }}</td></tr>
            <tr><th>On the plate</th><td>{{ $n->standing->raft ? 'raft' : ($n->standing->brimMm > 0 ? 'brim '.$f($n->standing->brimMm, 0).' mm' : 'no brim') }}</td><td>{{ $n->bed->fitsBed ? '' : 'does not fit the bed; ' }}balance on the way up {{ $say('topple_stages_mm') }} inside what stands, at its worst{{ $n->standing->speedCapMmS > 0 ? '; tall and thin: outer walls no faster than '.$f($n->standing->speedCapMmS, 0).' mm/s' : '' }}{{ $n->bed->tipsTurnedMmS2 > 1.1 * $n->bed->tipsUnturnedMmS2 && $n->bed->tipsUnturnedMmS2 > 0 ? '; on a bed that moves, turn it by '.$f($n->bed->turnDeg, 0).'° about Z' : '' }}</td></tr>
            <tr><th>Thinnest section across the layers</th><td>{{ $say('weakest_member_mm2') }}</td><td>{{ $n->contact->trappedContacts > 0 ? $n->contact->trappedContacts.' '.($n->contact->trappedContacts === 1 ? 'pocket' : 'pockets').' of support that no tool reaches' : 'every support can be reached with a tool' }}{{ $marked === [] ? '' : '; marked: '.implode(', ', $marked) }}</td></tr>
            </tbody>
        </table>
    </section>

    <section>
        <h2>What that wins</h2>
        <table>
            <thead><tr><th></th><td>this stance</td><td>{{ $own ? 'pose of the file' : '' }}</td></tr></thead>
            <tbody>
            @foreach ($criteria as $c)
                <tr><th>{{ $c->label }}</th><td>{{ $c->format($c->value($n)) }}</td><td>{{ $own ? $c->format($c->value($own)).($own->isExact ? '' : ' (estimate)') : '' }}</td></tr>
            @endforeach
            </tbody>
        </table>
        <p class="soft">Stances measured at {{ $f($layerMm, 2) }} mm layers. {{ $choice?->isLaid ? 'Hours and grams are those of every path laid, with acceleration and a least time a layer; supports are estimated.' : 'Hours and grams are a first estimate from wall, skin, infill and support volumes; acceleration and minimum layer times are not in it.' }} “Seen” counts what faces the viewers; what hides behind other parts does not count.</p>
    </section>

    <section class="care">
        <h2>Take care</h2>
        <p>Nozzle and plate burn; let both cool before you reach in. Pull supports off with eye protection, blade away from the hand. Do not leave a running printer alone unless the maker and your house rules allow it. The makers' sheets for printer and filament, local rules and qualified people go before this page.</p>
    </section>
</main>
</body>
</html>
