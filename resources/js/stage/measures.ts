/** What the stage can tint by: one measure at a time, one ink each. */

export type MeasureKey = 'overhang' | 'step' | 'seen' | 'thickness' | 'repair' | 'marks' | 'lines' | 'plain';

export type Measure = {
    key: MeasureKey;
    label: string;
    title: string;
    ink: string;
    ticks: (layerMm: number, limitDeg: number) => string[];
    note: string;
    /** offered in the switch only when there is something to show */
    onDemand?: boolean;
    /** dark is the low end */
    isReversed?: boolean;
};

export const MEASURES: Measure[] = [
    {
        key: 'step',
        label: 'Steps',
        title: 'Step height where it is seen',
        ink: '--measure-step',
        ticks: (layerMm) =>
            [0, 0.25, 0.5, 0.75, 1].map((s) => String(Math.round(1000 * layerMm * s))).map((t, i) => (i === 4 ? `${t}\u202Fµm` : t)),
        note: 'Layer height × |n_z|, faded where few viewers look. Flat facets have no step.',
    },
    {
        key: 'overhang',
        label: 'Overhang',
        title: 'Overhang from the vertical',
        ink: '--measure-overhang',
        ticks: (_, limitDeg) => [`${Math.round(limitDeg)}°`, `${Math.round((limitDeg + 90) / 2)}°`, '90°'],
        note: '0° is a wall, 90° a ceiling. Hatched facets need support.',
    },
    {
        key: 'seen',
        label: 'Seen',
        title: 'Share of the viewers who see it',
        ink: '--measure-seen',
        ticks: () => ['0', '25', '50', '75', '100\u202F%'],
        note: 'Of 48 places where viewers stand, by weight; what hides behind other parts does not count.',
    },
    {
        key: 'thickness',
        label: 'Thickness',
        title: 'Thickness to the opposite wall',
        ink: '--measure-thickness',
        ticks: () => ['0', '1', '2', '3', '4\u202Fmm and more'],
        isReversed: true,
        note: 'Measured straight inwards, from points spread by area. Darker is thinner; hatched is below one line and will not print.',
        onDemand: true,
    },
    {
        key: 'repair',
        label: 'Repair',
        title: 'Facets a repair would touch',
        ink: '--measure-repair',
        ticks: () => ['untouched', 'touched'],
        note: 'A preview: nothing is changed until you apply it.',
        onDemand: true,
    },
    {
        key: 'marks',
        label: 'Marks',
        title: 'What is marked',
        ink: '--color-base-content',
        ticks: () => [],
        note: '',
        onDemand: true,
    },
    {
        key: 'lines',
        label: 'Layers',
        title: 'Its real layers in raking light',
        ink: '--plaster',
        ticks: () => [],
        note: 'As high as they are planned; wide terraces are where contour lines will show. Zoom in: what is finer than a pixel blurs.',
        onDemand: true,
    },
    { key: 'plain', label: 'Plain', title: 'No tint', ink: '--plaster', ticks: () => [], note: '' },
];

export function measure(key: MeasureKey): Measure {
    return MEASURES.find((m) => m.key === key) ?? (MEASURES[0] as Measure);
}
