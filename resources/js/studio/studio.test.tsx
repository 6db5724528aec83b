import { router } from '@inertiajs/react';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { LightPage, PhotoPage, ReliefNumbers, ShapePage } from '@/types/generated';
import { LightEvidence } from './LightEvidence';
import { PhotoEvidence } from './PhotoEvidence';
import { RowLayers } from './RowLayers';
import { ShapeEvidence } from './ShapeEvidence';
import { StudioSheet } from './SheetEvidence';
import { UprightEvidence } from './UprightEvidence';
import { WedgePhoto } from './WedgePhoto';
import type { StudioBench } from './useStudio';

vi.mock('@inertiajs/react', () => ({ router: { put: vi.fn(), post: vi.fn(), reload: vi.fn() } }));

afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
});

const photo: PhotoPage = {
    brightness: 0,
    contrast: 0,
    gamma: 1,
    local: 0,
    stretch: false,
    negative: false,
    fade: 0,
    background: [],
    crop: [0, 0, 1, 1],
    quarters: 0,
    percentiles: [10, 50, 90],
    preview: '/p',
    judged: {
        fitness: 0.62,
        word: 'fair',
        marks: { tones: 0.6, border: 0.4 },
        pxPerMm: 5.2,
        printableDetailMm: 0.45,
        advice: [
            { code: 'flat_tones', sentence: 'Its tones span only 30 steps.', change: { stretch: 1 } },
            { code: 'busy_border', sentence: 'Its border is busy.', change: { fade: 0.8 } },
        ],
    },
};
const light: LightPage = {
    filamentId: 3,
    filament: 'Reed white',
    polymer: 'PLA',
    isMeasured: false,
    model: 'exponential',
    p: [0.86, 0.85],
    muWithin: null,
    t0Within: null,
    outlier: null,
    readings: [],
    minMm: 0.65,
    maxMm: 2.4,
    for: 'night-light',
    schools: [{ school: 'nozzle', label: 'from the nozzle', minMm: 0.4, maxMm: 2.4, why: 'Common practice.', contrast: 5, blackL: 50 }],
    curveMm: [2.4, 1.3, 0.65],
    darkestL: 55,
    contrast: 4.4,
    acrossMm: 0.45,
    upMm: 0.44,
    lPerUm: 0.02,
    levelsLying: 18,
    spread: 0.2,
    isSpreadMeasured: false,
    lamp: {
        watts: 3,
        lumens: 270,
        kelvin: 3000,
        distanceMm: 60,
        isEnclosed: false,
        plasticC: 38,
        heat: [{ polymer: 'PLA', glassC: 55, verdict: 'safe' }],
        roomLx: 500,
        lightestCdM2: 830,
        veilCdM2: 111,
        seenContrast: 3.4,
        seenBlackL: 61,
        lumensForFive: 900,
    },
};
const numbers: ReliefNumbers = {
    widthMm: 100,
    heightMm: 75,
    triangles: 350000,
    isWatertight: true,
    thinnestMm: 0.65,
    thickestMm: 2.4,
    contrast: 4.4,
    pinholeMm2: 0,
    steepestDeg: 52,
    steepMm2: 12,
    print: {
        hours: 4.2,
        grams: 15,
        price: 0.33,
        currency: 'EUR',
        layers: 750,
        walls: 4,
    },
    standing: {
        marginMm: 0.75,
        tipsAtDeg: 1.2,
        swingsHz: 69,
        isSlender: false,
        foot: 'raft',
        brimMm: 4,
        leastArcDeg: 100,
        footForMm: 8,
    },
    radiusMm: null,
};
const shape: ShapePage = {
    shape: 'arc',
    widthMm: 100,
    frameMm: 0,
    arcDeg: 80,
    openingMm: null,
    resolutionMm: 0.2,
    path: null,
    holeMm: 0,
    footMm: 0,
    isAround: false,
    pictureMm: 100,
    numbers,
    failure: null,
};

function benchWith(over: Partial<StudioBench> = {}): StudioBench {
    const empty = { id: 1, name: 'Bench printer' };
    return {
        data: { piece: { id: 9, name: 'Tide pool' }, plan: { version: 1 } },
        shelf: { printers: [empty], nozzles: [empty], filaments: [empty], currency: 'EUR' },
        plan: { decide: vi.fn(() => Promise.resolve(true)) },
        pages: {
            photo,
            light,
            shape,
            upright: { layerMm: 0.1, foot: 'advised', turn: 'along', lineMm: 0.45, isByDetail: false },
            sheet: { printerId: 1, nozzleId: 1, filamentId: 1 },
        },
        tone: photo,
        judged: photo.judged,
        setTone: vi.fn(),
        go: vi.fn(),
        setPainting: vi.fn(),
        setDimmed: vi.fn(),
        dimmed: 1,
        ...over,
    } as unknown as StudioBench;
}

describe('the stations of a lithophane', () => {
    it('judges the photo and takes advice by one click', () => {
        const bench = benchWith();
        render(<PhotoEvidence bench={bench} />);
        expect(document.body.textContent).toContain('Fair, 0.62 of 1');
        fireEvent.click(screen.getByRole('button', { name: 'Do it' }));
        expect(bench.plan.decide).toHaveBeenCalledWith('photo', { stretch: 1 });
        fireEvent.click(screen.getByRole('button', { name: 'Paint it' }));
        expect(bench.setPainting).toHaveBeenCalledWith(true);
        fireEvent.change(screen.getByLabelText('Brightness, L*'), { target: { value: '9' } });
        expect(bench.setTone).toHaveBeenCalledWith({ brightness: 9 });
        fireEvent.blur(screen.getByLabelText('cut right, %'), { target: { value: '10' } });
        expect(bench.plan.decide).toHaveBeenCalledWith('photo', { crop: [0, 0, 0.9, 1] });
        fireEvent.click(screen.getByRole('button', { name: 'Take these tones' }));
        expect(bench.go).toHaveBeenCalledWith('light');
    });
    it('takes a school of thickness and says what is assumed', () => {
        const bench = benchWith();
        render(<LightEvidence bench={bench} />);
        expect(document.body.textContent).toContain('Not measured yet');
        expect(document.body.textContent).toContain('PLA bears it');
        fireEvent.click(screen.getByRole('radio', { name: /from the nozzle/ }));
        expect(bench.plan.decide).toHaveBeenCalledWith('light', { min_mm: 0.4, max_mm: 2.4 });
        fireEvent.click(screen.getByRole('button', { name: 'Enter readings' }));
        fireEvent.change(screen.getByLabelText('Readings of the wedge'), { target: { value: '0.4 0.62\nx' } });
        fireEvent.click(screen.getByRole('button', { name: 'Keep the readings' }));
        expect(screen.getByRole('alert').textContent).toContain('Line 2');
    });
    it('shows the fit of a measured filament, and the reading that does not belong', () => {
        const readings = [0.4, 0.8, 1.2].map((mm) => ({ mm, transmittance: 0.8 - mm / 4, residual: 0.001 }));
        render(
            <LightEvidence
                bench={benchWith({
                    pages: {
                        ...benchWith().pages,
                        light: {
                            ...light,
                            isMeasured: true,
                            muWithin: 0.02,
                            t0Within: 0.01,
                            outlier: '0.80 mm, where 0.9 came through',
                            readings,
                        },
                    },
                })}
            />,
        );
        expect(document.body.textContent).toContain('μ 0.850 ± 0.020');
        expect(document.body.textContent).toContain('One reading does not belong');
        expect(screen.getByRole('img', { name: /3 steps/ })).toBeTruthy();
    });
    it('changes shape, and bends an arc until it stands', () => {
        const bench = benchWith();
        render(<ShapeEvidence bench={bench} />);
        fireEvent.click(screen.getByRole('radio', { name: 'Cylinder' }));
        expect(bench.plan.decide).toHaveBeenCalledWith('shape', { shape: 'cylinder' });
        fireEvent.click(screen.getByRole('button', { name: 'Bend it so far' }));
        expect(bench.plan.decide).toHaveBeenCalledWith('shape', { arc_deg: 100 });
        expect(document.body.textContent).toContain('it wants a foot or a frame');
    });
    it('says how it stands and what foot its numbers ask for', () => {
        const bench = benchWith();
        render(<UprightEvidence bench={bench} />);
        expect(document.body.textContent).toContain('stand it on a raft');
        fireEvent.click(screen.getByRole('radio', { name: 'brim always' }));
        expect(bench.plan.decide).toHaveBeenCalledWith('upright', { foot: 'brim' });
    });
    it('hands over files', () => {
        render(<StudioSheet bench={benchWith()} />);
        expect(screen.getByRole('link', { name: 'STL' }).getAttribute('href')).toBe('/pieces/9/lithophane/stl');
    });
    it('says what the room leaves of the contrast, and the lumens that would do', () => {
        const bench = benchWith();
        render(<LightEvidence bench={bench} />);
        expect(document.body.textContent).toContain('3.4 times as light as the darkest');
        expect(document.body.textContent).toContain('take 900 lm');
        fireEvent.blur(screen.getByLabelText('light, lm'), { target: { value: '400' } });
        expect(bench.plan.decide).toHaveBeenCalledWith('light', { lumens: 400 });
        expect(document.body.textContent).toContain('until bars say');
        fireEvent.blur(screen.getByLabelText('finest told apart, mm'), { target: { value: '0,9' } });
        expect(router.put).toHaveBeenCalledWith('/shelf/filaments/3/bars', { bar_mm: 0.9 }, expect.anything());
    });
    it('sets even layers against those by detail, in the same hours', async () => {
        const rows = {
            underWay: false,
            percent: 100,
            words: 'Done',
            none: null,
            evenStepL: 0.5,
            evenHours: 4,
            truerStepL: 0.41,
            truerHours: 3.99,
            runs: [
                [0.2, 10],
                [0.08, 100],
            ],
            quickerHours: 3.4,
        };
        vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(rows))));
        const bench = benchWith();
        const { rerender } = render(<UprightEvidence bench={bench} />);
        await screen.findByRole('radio', { name: /by detail/ });
        expect(document.body.textContent).toContain('18 % less');
        expect(document.body.textContent).toMatch(/as true as even ones in 3.h.24/u);
        // as wide as the layers are high: 2 mm of 10 at 0.2, then 8 mm at 0.08
        expect(document.querySelector('[data-heights]')?.getAttribute('d')).toBe('M46 44L46.0 8.0H94.4L94.4 29.6H288.0V44');
        fireEvent.click(screen.getByRole('radio', { name: /by detail/ }));
        expect(bench.plan.decide).toHaveBeenCalledWith('upright', { by_detail: true });
        rerender(<RowLayers rows={{ ...rows, none: 'Its layers are even.' }} isByDetail={false} layerMm={0.1} decide={vi.fn()} />);
        expect(document.body.textContent).toContain('Its layers are even.');
        rerender(
            <RowLayers
                rows={{ ...rows, underWay: true, percent: 30, words: 'Looking' }}
                isByDetail={false}
                layerMm={0.1}
                decide={vi.fn()}
            />,
        );
        expect(screen.getByRole('status').textContent).toBe('Looking, 30 %');
    });
    it('goes round a box, with other photos a side each', () => {
        const bench = benchWith({ pages: { ...benchWith().pages, shape: { ...shape, shape: 'box' } } });
        render(<ShapeEvidence bench={bench} />);
        fireEvent.click(screen.getByLabelText(/goes round it/));
        expect(bench.plan.decide).toHaveBeenCalledWith('shape', { around: true });
        const files = [new File(['a'], 'a.png'), new File(['b'], 'b.png')];
        fireEvent.change(screen.getByLabelText(/More photos, a side each/), { target: { files } });
        expect(router.post).toHaveBeenCalledWith('/pieces/9/photo/beside', { files }, expect.objectContaining({ forceFormData: true }));
    });
});

describe('a photo of the lit wedge', () => {
    it('is pointed at three times, by the mouse or by numbers, and read by the server', async () => {
        const sent = vi.fn<(url: string, init: RequestInit) => Promise<Response>>(() =>
            Promise.resolve(new Response(JSON.stringify({ readings: [[0.4, 0.61]], scatter: 0.01 }), { status: 200 })),
        );
        vi.stubGlobal('fetch', sent);
        vi.stubGlobal('URL', Object.assign(URL, { createObjectURL: () => 'blob:wedge', revokeObjectURL: () => undefined }));
        const onRead = vi.fn();
        render(<WedgePhoto onRead={onRead} />);
        fireEvent.change(screen.getByLabelText('Photo of the lit wedge'), { target: { files: [new File(['x'], 'wedge.jpg')] } });
        const photo = screen.getByRole('img').parentElement as HTMLElement;
        photo.getBoundingClientRect = () => ({ left: 100, top: 50, width: 200, height: 100 }) as DOMRect;
        const read = screen.getByRole('button', { name: 'Read 8 steps' });
        for (const [say, x, y] of [
            ['the thinnest step', 120, 100],
            ['the thickest step', 260, 100],
        ] as const) {
            expect(document.body.textContent).toContain(`Point at ${say}.`);
            expect((read as HTMLButtonElement).disabled).toBe(true);
            fireEvent.click(photo, { clientX: x, clientY: y });
        }
        // the third by keys
        const [, , bare] = screen.getAllByLabelText('across, %');
        fireEvent.blur(bare as HTMLElement, { target: { value: '4' } });
        fireEvent.click(read);
        await vi.waitFor(() => expect(onRead).toHaveBeenCalledWith([[0.4, 0.61]]));
        const form = sent.mock.calls[0]?.[1].body as FormData;
        expect(form.getAll('mm[]')).toEqual(['0.4', '0.8', '1.2', '1.6', '2', '2.4', '2.8', '3.2']);
        expect([form.getAll('first[]'), form.getAll('last[]'), form.getAll('bare[]')]).toEqual([
            ['0.1', '0.5'],
            ['0.8', '0.5'],
            ['0.04', '0.5'],
        ]);
    });
    it('says why it could not be read', async () => {
        vi.stubGlobal('fetch', () =>
            Promise.resolve(new Response(JSON.stringify({ errors: { file: ['The bare lamp is blown out.'] } }), { status: 422 })),
        );
        render(<WedgePhoto onRead={vi.fn()} />);
        fireEvent.change(screen.getByLabelText('Photo of the lit wedge'), { target: { files: [new File(['x'], 'wedge.jpg')] } });
        const photo = screen.getByRole('img').parentElement as HTMLElement;
        for (let k = 0; k < 3; k++) fireEvent.click(photo, { clientX: k, clientY: k });
        fireEvent.click(screen.getByRole('button', { name: 'Read 8 steps' }));
        expect((await screen.findByRole('alert')).textContent).toBe('The bare lamp is blown out.');
    });
});
