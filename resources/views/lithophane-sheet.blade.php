@php
    /** @var \App\Http\Resources\ReliefNumbers $n */
    $f = static fn (float $v, int $d = 1): string => number_format($v, $d);
    $hm = static fn (float $h): string => floor($h).' h '.str_pad((string) round(fmod($h, 1) * 60), 2, '0', STR_PAD_LEFT);
    $foot = $upright['foot'] === 'advised' ? $n->standing->foot : $upright['foot'];
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
            <p class="soft">{{ $piece->file_name }} · {{ $design->shape->label() }}, {{ $f($n->widthMm, 0) }} × {{ $f($n->heightMm, 0) }} mm · {{ number_format($n->triangles) }} facets</p>
        </div>
        <button type="button" onclick="print()">Print this page</button>
    </header>
    <section>
        <h2>Set this</h2>
        <table>
            <tbody>
            <tr><th>Stands</th><td>upright</td><td>as the file comes; no supports. It tips at {{ $f($n->standing->tipsAtDeg) }}°{{ $foot === 'none' ? '' : ': '.$foot.($foot === 'brim' ? ' of '.$f(max(3, $n->standing->brimMm), 0).' mm' : '') }}</td></tr>
            @if ($byDetail === null)
                <tr><th>Layer height</th><td>{{ $f($upright['layer_mm'], 2) }} mm</td><td>{{ number_format($n->print->layers) }} layers, even</td></tr>
            @else
                <tr><th>Layer height</th><td>{{ $f(min(array_column($byDetail['runs'], 0)), 2) }}–{{ $f(max(array_column($byDetail['runs'], 0)), 2) }} mm</td><td>{{ number_format(array_sum(array_column($byDetail['runs'], 1))) }} layers by the detail of each row: heights as CSV, in the hours of even layers of {{ $f($upright['layer_mm'], 2) }} mm</td></tr>
            @endif
            <tr><th>Walls</th><td>{{ $n->print->walls }}</td><td>walls until it is solid, no infill; line {{ $f($nozzle->line_mm, 2) }} mm</td></tr>
            <tr><th>Speed</th><td>20 mm/s</td><td>outer walls (common practice, no source){{ $n->standing->isSlender ? '; its top swings at '.$f($n->standing->swingsHz, 0).' Hz: slower above the middle' : '' }}</td></tr>
            <tr><th>Seam</th><td>back corner</td><td>where nobody looks through; one place for all layers</td></tr>
            <tr><th>Turn on the plate</th><td>{{ $upright['turn'] === 'along' ? 'face along X' : 'face along Y' }}</td><td>{{ $upright['turn'] === 'along' ? 'on a bed that moves in Y: the face is drawn by the lighter axis' : 'the thin way lies along X' }} (schools differ; no source)</td></tr>
            <tr><th>Thickness</th><td>{{ $f($n->thinnestMm, 2) }}–{{ $f($n->thickestMm, 2) }} mm</td><td>the lightest place is {{ $f($n->contrast) }} times as light as the darkest</td></tr>
            <tr><th>Time and material</th><td>{{ $hm($n->print->hours) }}</td><td>{{ $f($n->print->grams, 0) }} g of {{ $filament->name }} ({{ $filament->polymer }}), about {{ $f($n->print->price, 2) }} {{ $n->print->currency }}, on {{ $printer->name }}</td></tr>
            </tbody>
        </table>
        @if ($n->pinholeMm2 > 0)
            <p>{{ $f($n->pinholeMm2, 0) }} mm² are thinner than a line: beads will leave pinholes there.</p>
        @endif
        @if ($n->steepMm2 > 0)
            <p>{{ $f($n->steepMm2, 0) }} mm² of the face lean out more than 45° (at most {{ $f($n->steepestDeg, 0) }}°): fine detail there may sag a little.</p>
        @endif
    </section>
    <section>
        <h2>Light it</h2>
        <p>A lamp of {{ $f($lamp['watts'], 0) }} W, {{ $f($lamp['distance_mm'], 0) }} mm behind it, {{ $lamp['enclosed'] ? 'enclosed' : 'open' }}: the plastic may reach about {{ $f($heat->plasticC, 0) }} °C. {{ $filament->polymer }} {{ ['safe' => 'bears that', 'near' => 'comes close to softening', 'soft' => 'softens'][$heat->verdicts()[strtoupper($filament->polymer)] ?? 'safe'] }}.</p>
        <p class="soft">An estimate (all power as heat, 25 °C in the room). Use a cool lamp with a closed base, keep paper, cloth and bulb apart, feel it after an hour, and never leave it lit unattended until you know. The lamp maker’s sheet and local rules come first. Hot nozzle and plate while it prints: do not leave a printer alone unless its maker and your house rules allow it.</p>
    </section>
</main>
</body>
</html>
