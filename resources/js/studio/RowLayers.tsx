import { Radios } from '@/components/Radios';
import { Why } from '@/components/Why';
import { hours, number } from '@/lib/format';
import type { RowLayersInfo } from '@/types/generated';

type Props = { rows: RowLayersInfo; isByDetail: boolean; layerMm: number; decide: (changes: Record<string, unknown>) => void };

/** Even layers, or heights by what changes from row to row: thin where the picture is busy, thick where it is plain. */
export function RowLayers({ rows, isByDetail, layerMm, decide }: Props) {
    if (rows.underWay) {
        return (
            <p role="status" className="rule-t pt-2 text-[12px] text-soft">
                {rows.words}, {rows.percent} %
            </p>
        );
    }
    if (rows.none !== null || rows.truerStepL === null) {
        return (
            <p className="rule-t pt-2 text-[12px] text-soft">
                {rows.none ?? 'No layers by detail take as few hours as these even ones: they are as thick as the nozzle lays them.'}
            </p>
        );
    }
    const less = 1 - rows.truerStepL / rows.evenStepL;
    return (
        <section aria-label="Heights of its layers" className="rule-t space-y-1.5 pt-2">
            <h3 className="font-semibold">Layers</h3>
            <Radios
                label="Heights of layers"
                className="grid grid-cols-2 gap-1"
                options={[
                    { key: 'even', show: <Choice name={`even, ${number(layerMm, 2)} mm`} step={rows.evenStepL} took={rows.evenHours} /> },
                    { key: 'detail', show: <Choice name="by detail" step={rows.truerStepL} took={rows.truerHours ?? rows.evenHours} /> },
                ]}
                value={isByDetail ? 'detail' : 'even'}
                onPick={(key) => decide({ by_detail: key === 'detail' })}
                optionClass={(isOn) =>
                    `rounded-md border px-2 py-1 text-left ${isOn ? 'border-primary bg-base-200' : 'border-base-300 hover:border-primary'}`
                }
            />
            <Heights runs={rows.runs} evenMm={layerMm} />
            <p className="text-[12px] text-soft">
                <Why answer="Mean over the picture of the height of a layer times how much lightness changes upwards there, what light spreads inside the plastic taken off first. Neighbours differ by at most half as much again, on the printer’s Z steps.">
                    By detail, lightness steps {less >= 0 ? `${number(100 * less)} % less` : `${number(-100 * less)} % more`}
                </Why>{' '}
                from layer to layer in the same hours
                {rows.quickerHours !== null && rows.quickerHours < rows.evenHours - 0.01
                    ? `; or as true as even ones in ${hours(rows.quickerHours)}.`
                    : '.'}
            </p>
        </section>
    );
}

function Choice({ name, step, took }: { name: string; step: number; took: number }) {
    return (
        <span className="block">
            <span className="font-semibold">{name}</span>
            <span className="block text-[12px] text-soft tabular-nums">
                {number(step, 2)} L* a layer, {hours(took)}
            </span>
        </span>
    );
}

/** Height of each layer from the plate to the top, left to right. */
function Heights({ runs, evenMm }: { runs: number[][]; evenMm: number }) {
    const ends = runs.reduce<number[]>((at, [mm = 0, n = 0]) => [...at, (at[at.length - 1] ?? 0) + mm * n], [0]);
    const all = ends[runs.length] ?? 0;
    const most = Math.max(evenMm, ...runs.map(([mm = 0]) => mm));
    const [x, y] = [(z: number): number => 46 + (242 * z) / all, (mm: number): number => 44 - (36 * mm) / most];
    const d = runs.map(([mm = 0], k) => `L${x(ends[k] ?? 0).toFixed(1)} ${y(mm).toFixed(1)}H${x(ends[k + 1] ?? 0).toFixed(1)}`);
    return (
        <svg
            viewBox="0 0 300 58"
            className="w-full text-[10px]"
            role="img"
            aria-label="Heights of layers by detail, from the plate to the top"
        >
            <path d="M46 44H288" stroke="var(--color-base-300)" />
            <path d={`M46 ${y(evenMm)}H288`} stroke="var(--soft)" strokeDasharray="3 3" />
            <path d={`M46 44${d.join('')}V44`} fill="var(--color-accent)" stroke="var(--color-primary)" strokeWidth={1} data-heights />
            <text x={42} y={y(most) + 4} textAnchor="end" fill="var(--soft)">
                {number(most, 2)} mm
            </text>
            <text x={46} y={55} fill="var(--soft)">
                plate
            </text>
            <text x={288} y={55} textAnchor="end" fill="var(--soft)">
                top, {number(all)} mm
            </text>
        </svg>
    );
}
