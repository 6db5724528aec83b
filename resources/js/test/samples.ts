import { KINDS } from '@/lib/marks';
import type {
    CriterionInfo,
    DisplayChoice,
    Headline,
    HoldPage,
    IronPage,
    LayerChoice,
    LayerPoint,
    LayeringReport,
    LayersPage,
    LookPage,
    MarkList,
    Measuring,
    MeshFacts,
    PieceTag,
    PresetInfo,
    SeamPage,
    SheetPage,
    Sightline,
    Stance,
    StanceNumbers,
    StanceRanking,
    StandPage,
    ThicknessReport,
    Workbench,
} from '@/types/generated';

/** Made-up values for tests of the interface. */
const numbers: StanceNumbers = {
    height_mm: 148,
    overhang_area_mm2: 500,
    support_to_plate_mm3: 15200,
    step_mean_mm: 0.06,
    seen_step_mean_mm: 0.045,
    seen_step_mm: 0.038,
    terrace_area_mm2: 40,
    seen_terrace_area_mm2: 12,
    flat_up_area_mm2: 5,
    plate_contact_mm2: 480,
    wall_area_mm2: 9000,
    skin_area_mm2: 700,
    flat_area_mm2: 480,
    flat_edge_per_mm: 0.2,
    shallow1_mm2: 90,
    shallow2_mm2: 30,
    shallow4_mm2: 10,
    support_mm3: 19200,
    scar_area_mm2: 300,
    landing_area_mm2: 20,
    seen_scar_mm2: 96,
    marked_contact_mm2: 0,
    islands: 2,
    trapped_contacts: 0,
    seen_seam_mm: 12,
    weakest_member_mm2: 8.4,
    band06_share: 0.97,
    band12_share: 0.93,
    band24_share: 0.84,
    topple_margin_mm: 9.4,
    topple_margin_supported_mm: 12,
    topple_stages_mm: 6.1,
    brim_mm: 5,
    raft: false,
    slenderness: 7.9,
    speed_cap_mm_s: 40,
    fits_bed: true,
    turn_deg: 90,
    tips_turned_mm_s2: 2400,
    tips_unturned_mm_s2: 600,
    hours: 7.66,
    grams: 61,
    layers: 740,
    exact: true,
};

export function stance(over: Partial<Omit<Stance, 'numbers'>> = {}, own: Partial<StanceNumbers> = {}): Stance {
    return {
        id: 's11',
        rank: 1,
        score: 0.1,
        up: [0, 0, 1],
        liftMm: 0,
        turnDeg: 90,
        lean: 'upright',
        origin: 'file',
        reason: 'Upright has *3* of it.',
        picture: null,
        values: { step: 38, scar: 96 },
        weakestAt: null,
        numbers: { ...numbers, ...own },
        ...over,
    };
}

export const other = stance(
    { id: 's12', rank: 2, lean: 'leaning 28° back', origin: 'sphere' },
    { exact: false, seen_step_mm: 0.041, seen_scar_mm2: 410, support_mm3: 8100, topple_margin_mm: -2, hours: 6.83 },
);

export function ranking(stances: Stance[] = [stance(), other]): StanceRanking {
    return { searched: 2384, proven: stances.filter((s) => s.numbers.exact).length, drawn: stances.length, stances };
}

export const criteria: CriterionInfo[] = [
    { key: 'step', label: 'Step lines seen', unit: 'µm', decimals: 0, lowerIsBetter: true, why: 'Because of steps.' },
    { key: 'scar', label: 'Scars seen', unit: 'mm²', decimals: 0, lowerIsBetter: true, why: 'Because of scars.' },
];

export const presets: PresetInfo[] = [
    { key: 'face', label: 'Face first', weights: { step: 70, scar: 90 } },
    { key: 'safe', label: 'Stand safe', weights: { step: 20, scar: 25 } },
];

export const layers: LayerChoice[] = [0.08, 0.16, 0.28].map((layerMm, i) => ({
    layerMm,
    layers: Math.ceil(148 / layerMm),
    hours: [14, 7.5, 4.5][i] as number,
    grams: 60 + i,
    cost: 1.3,
    stepUm: 300 * layerMm,
    seenStepUm: 240 * layerMm,
}));

export const layersPage: LayersPage = {
    choices: layers,
    chosenMm: null,
    mode: 'uniform',
    budgetHours: null,
    cuspMm: null,
    ranges: [],
    runs: [],
    tools: { nozzleMm: 0.4, lineMm: 0.45, layerStepMm: 0.04, currency: 'EUR' },
};

const point = (hours: number, seenStepUm: number, mm = 0.2): LayerPoint => ({
    hours,
    seenStepUm,
    layers: Math.round(80 / mm),
    leastMm: mm,
    mostMm: mm,
});

export const layering: LayeringReport = {
    underWay: false,
    percent: 100,
    words: '',
    failure: null,
    curve: [point(1, 90), point(2, 70), point(3, 45), point(5, 30)],
    knee: 2,
    even: [point(5, 32, 0.08), point(2.6, 50, 0.16), point(1.4, 95, 0.28)],
    laid: null,
};

export function facts(over: Partial<MeshFacts> = {}): MeshFacts {
    return {
        triangles: 60648,
        vertices: 30326,
        shells: 1,
        boundaryEdges: 0,
        nonManifoldEdges: 0,
        flippedEdges: 0,
        degenerateFacets: 0,
        duplicateFacets: 0,
        euler: 2,
        watertight: true,
        volumeCm3: 57.6,
        areaCm2: 130.7,
        hullCm3: 300,
        sizeMm: [124, 39, 155],
        unitName: null,
        unitScale: null,
        notices: [],
        offers: [],
        parts: [],
        ...over,
    };
}

export function sightline(over: Partial<Sightline> = {}): Sightline {
    const modes: DisplayChoice[] = [
        { key: 'shelf', label: 'On a shelf, from the front', spreadDeg: 70, eyeDeg: 17.5 },
        { key: 'wall', label: 'On a wall', spreadDeg: 60, eyeDeg: 0 },
    ];
    return { mode: 'shelf', spreadDeg: 70, eyeDeg: 17.5, seenCm2: 52.3, neverCm2: 26.1, modes, ...over };
}

export function measuring(over: Partial<Measuring> = {}): Measuring {
    return {
        state: 'done',
        underWay: false,
        isRanked: true,
        percent: 100,
        words: 'All stances proven',
        failureCode: null,
        failure: null,
        ...over,
    };
}

export const tag: PieceTag = {
    id: 7,
    name: 'Curlew',
    fileName: 'curlew.stl',
    bytes: 3e6,
    triangles: 60648,
    longestMm: 155,
    watertight: true,
    savedAt: '2026-11-25T02:00:00Z',
};

export const headline = (key: string, over: Partial<Headline> = {}): Headline => ({
    key,
    name: key,
    figure: '',
    state: 'open',
    detail: null,
    again: null,
    ...over,
});

export const standPage = (over: Partial<StandPage> = {}): StandPage => ({
    weights: { step: 70, scar: 90 },
    stanceId: null,
    pinnedId: null,
    taken: null,
    criteria,
    presets,
    others: [],
    ...over,
});

export function bench(over: Partial<Workbench> = {}): Workbench {
    return {
        piece: tag,
        plan: { id: 5, name: 'Plan A', isCurrent: true, version: 3, undo: null, redo: null, newest: null },
        plans: [],
        measuring: measuring(),
        route: ['look', 'stand', 'hold', 'layers', 'seam', 'iron', 'sheet'].map((key) => headline(key)),
        stage: { geometry: null, seen: null, lineMm: 0.45, bedMm: [220, 220, 250], layerMm: 0.2, limitDeg: 45 },
        stations: {
            look: {
                scale: 1,
                mirror: null,
                shownUp: [0, 0, 1],
                front: [0, -1, 0],
                sight: sightline(),
                mesh: facts(),
                marks: markList(),
                thickness: thickness(),
            } satisfies LookPage,
            stand: standPage(),
            hold: holdPage(),
            layers: layersPage,
            seam: { style: null, layerMm: 0.2 } satisfies SeamPage,
            iron: {
                scope: null,
                minutes: null,
                spacingMm: 0.1,
                mmPerS: 20,
                flowPercent: 10,
                insetMm: 0.2,
                layerMm: 0.2,
            } satisfies IronPage,
            sheet: { printerId: 1, nozzleId: 1, filamentId: 1, choice: null } satisfies SheetPage,
        },
        ...over,
    };
}

export function holdPage(over: Partial<HoldPage> = {}): HoldPage {
    return {
        limitDeg: 45,
        customaryDeg: 45,
        usualDeg: 48.4,
        cooledDeg: 59.3,
        lineMm: 0.45,
        layerMm: 0.2,
        accepted: [],
        way: null,
        isPlateOnly: false,
        bridgeMm: null,
        spanMm: 15,
        smallMm2: null,
        gap: { mm: null, usualMm: 0.22, wholeMm: 0.2, fuseRisk: 'low', fuseWhy: 'the gap is 1.1 layers' },
        reading: {
            url: '/shelf/printers/1/filaments/2/reading',
            filament: 'Marsh grey',
            polymer: 'PLA',
            printer: 'Saltings',
            limitDeg: null,
            gapMm: null,
        },
        currency: 'EUR',
        reliefDeg: 80,
        without: [],
        also: [],
        ...over,
    };
}

export function markList(over: Partial<MarkList> = {}): MarkList {
    return {
        kinds: KINDS.map((key) => ({ key, label: key.replaceAll('_', ' '), why: `why ${key}`, areaMm2: 0, runs: [] })),
        facets: 0,
        undo: null,
        redo: null,
        isRanked: true,
        note: null,
        setAside: null,
        ...over,
    };
}

export function thickness(over: Partial<ThicknessReport> = {}): ThicknessReport {
    return { state: null, underWay: false, percent: 0, words: '', failure: null, tint: null, numbers: null, ...over };
}
