import { KINDS } from '@/lib/marks';
import type {
    AnalysisStatus,
    CriterionInfo,
    LayerChoice,
    MarkList,
    MeshFacts,
    PresetInfo,
    Sightline,
    Stance,
    StanceRanking,
    ThicknessReport,
    Workbench,
} from '@/types/generated';

/** Made-up values for tests of the interface. */
export function stance(over: Partial<Stance> = {}): Stance {
    return {
        id: 11,
        rank: 1,
        score: 0.1,
        up: [0, 0, 1],
        lean: 'upright',
        origin: 'file',
        liftMm: 0,
        reason: 'Upright has *3* of it.',
        exact: true,
        picture: null,
        values: { step: 38, scar: 96 },
        heightMm: 148,
        overhangMm2: 500,
        supportCm3: 19.2,
        scarMm2: 300,
        landingMm2: 20,
        seenScarMm2: 96,
        islands: 2,
        stepUm: 60,
        seenStepUm: 38,
        terraceMm2: 40,
        seenTerraceMm2: 12,
        flatUpMm2: 5,
        contactMm2: 480,
        toppleMm: 9.4,
        toppleSupportedMm: 12,
        hours: 7.66,
        grams: 61,
        seenSeamMm: 12,
        weakestMm2: 8.4,
        trapped: 0,
        stagesMm: 6.1,
        brimMm: 5,
        raft: false,
        slenderness: 7.9,
        turnDeg: 90,
        fitsBed: true,
        tipsTurnedMmS2: 2400,
        tipsUnturnedMmS2: 600,
        speedCapMmS: 40,
        markedContactMm2: 0,
        layers: 740,
        ...over,
    };
}

export const other = stance({
    id: 12,
    rank: 2,
    lean: 'leaning 28° back',
    origin: 'sphere',
    exact: false,
    seenStepUm: 41,
    seenScarMm2: 410,
    supportCm3: 8.1,
    toppleMm: -2,
    hours: 6.83,
});

export function ranking(stances: Stance[] = [stance(), other]): StanceRanking {
    return { searched: 2384, proven: stances.filter((s) => s.exact).length, stances };
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
    const modes = [
        { key: 'shelf', label: 'On a shelf, from the front', spreadDeg: 70, eyeDeg: 17.5 },
        { key: 'wall', label: 'On a wall', spreadDeg: 60, eyeDeg: 0 },
    ];
    return { mode: 'shelf', spreadDeg: 70, eyeDeg: 17.5, seenCm2: 52.3, neverCm2: 26.1, modes, ...over };
}

export function status(over: Partial<AnalysisStatus> = {}): AnalysisStatus {
    return {
        id: 3,
        state: 'done',
        underWay: false,
        ranked: true,
        percent: 100,
        words: 'All stances proven',
        failureCode: null,
        failure: null,
        layerMm: 0.2,
        limitDeg: 45,
        ...over,
    };
}

export function bench(over: Partial<Workbench> = {}): Workbench {
    return {
        id: 7,
        name: 'Curlew',
        fileName: 'curlew.stl',
        bytes: 3e6,
        scale: 1,
        mirror: null,
        shownUp: [0, 0, 1],
        front: [0, -1, 0],
        sight: sightline(),
        analysis: status(),
        mesh: facts(),
        geometry: null,
        seen: null,
        marks: markList(),
        thickness: thickness(),
        weights: { step: 70, scar: 90 },
        stanceId: null,
        pinnedId: null,
        choice: null,
        printerId: 1,
        nozzleId: 1,
        filamentId: 1,
        nozzleMm: 0.4,
        lineMm: 0.45,
        bedMm: [220, 220, 250],
        savedAt: '2026-11-25T02:00:00Z',
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
    return {
        state: 'none',
        underWay: false,
        percent: 0,
        words: '',
        failure: null,
        tint: null,
        samples: 0,
        sampledShare: 0,
        knownShare: 0,
        minMm: 0,
        medianMm: 0,
        underNoteMm2: 0,
        areaMm2: 0,
        binMm: 0.1,
        histogramMm2: [],
        nozzles: [],
        members: [],
        ...over,
    };
}
