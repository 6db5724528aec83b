import { Head, Link } from '@inertiajs/react';
import { useState } from 'react';
import { Frame } from '@/components/Frame';
import { Radios } from '@/components/Radios';
import { hours, number, unit } from '@/lib/format';
import { BedPlan } from '@/plate/BedPlan';
import { usePlate } from '@/plate/usePlate';
import type { PlatePiece, PlateReport } from '@/types/generated';

type Props = { pieces: PlatePiece[]; most: number; currency: string };

const WAYS = [
    { key: 'tree', show: 'trees' },
    { key: 'columns', show: 'columns' },
    { key: 'none', show: 'nothing' },
] as const;
type PlateWay = (typeof WAYS)[number]['key'];

/** Several pieces of the cabinet on one plate: chosen, packed, held together, handed over as one file. What is chosen stands in the address. */
export default function Plate({ pieces, most, currency }: Props) {
    const asked = new URLSearchParams(window.location.search);
    const [chosen, setChosen] = useState<number[]>((asked.get('pieces') ?? '').split(',').map(Number).filter(Boolean));
    const [way, setWay] = useState<PlateWay>(WAYS.find((w) => w.key === asked.get('way'))?.key ?? 'tree');
    const ready = pieces.filter((p) => p.lean !== null);
    const set = chosen.filter((id) => ready.some((p) => p.id === id));
    const query = `pieces=${set.join(',')}&way=${way}`;
    const report = usePlate(set.length > 0 ? query : null);
    const say = (ids: number[], by: PlateWay): void => history.replaceState(history.state, '', `?pieces=${ids.join(',')}&way=${by}`);
    const toggle = (id: number): void => {
        const next = set.includes(id) ? set.filter((other) => other !== id) : [...set, id].slice(0, most);
        setChosen(next);
        say(next, way);
    };
    return (
        <Frame
            trail={
                <>
                    <Link href="/" className="text-soft hover:text-base-content">
                        Cabinet
                    </Link>
                    <span className="text-soft">/</span>
                    <span className="font-serif text-[16px]">One plate</span>
                </>
            }
        >
            <Head title="One plate" />
            <div className="grid h-full min-h-[560px] grid-cols-[240px_1fr_300px] grid-rows-[minmax(0,1fr)]">
                <section aria-label="Pieces" className="space-y-3 overflow-y-auto border-r border-base-300 px-4 pt-4">
                    <h1 className="text-[20px] leading-tight">What is printed together?</h1>
                    <ul className="space-y-1">
                        {pieces.map((p) => (
                            <li key={p.id}>
                                <label
                                    className={`flex items-start gap-2 rounded px-1 py-1.5 ${p.lean === null ? '' : 'hover:bg-base-200'}`}
                                >
                                    <input
                                        type="checkbox"
                                        className="checkbox mt-0.5 checkbox-xs"
                                        checked={set.includes(p.id)}
                                        disabled={p.lean === null}
                                        onChange={() => toggle(p.id)}
                                    />
                                    <span className="leading-tight">
                                        {p.name}
                                        <span className="block text-[12px] text-soft">
                                            {p.lean === null ? 'no stance is taken yet' : `${p.plan} · ${p.lean}`}
                                        </span>
                                    </span>
                                </label>
                            </li>
                        ))}
                    </ul>
                    <div>
                        <p className="mb-1 text-[13px] text-soft">Held by</p>
                        <Radios
                            label="Held by"
                            options={WAYS}
                            value={way}
                            onPick={(key) => {
                                setWay(key);
                                say(set, key);
                            }}
                            className="grid grid-cols-3 gap-1"
                            optionClass={(isOn) =>
                                `rounded border px-1 py-1 text-[13px] ${isOn ? 'border-primary bg-accent font-semibold text-accent-content' : 'border-base-300 hover:bg-base-200'}`
                            }
                        />
                    </div>
                </section>
                <div
                    className="relative min-h-0 min-w-0 p-4"
                    style={{ background: 'radial-gradient(ellipse at 50% 40%, var(--stage-near), var(--stage-far))' }}
                >
                    {report && report.places.length > 0 ? (
                        <BedPlan report={report} />
                    ) : (
                        <p role="status" className="grid h-full place-items-center px-8 text-center font-serif text-lg text-soft">
                            {set.length === 0
                                ? ready.length === 0
                                    ? 'Take a stance for a piece first; then it can be set here.'
                                    : 'Choose pieces; they are turned, packed and held on one bed.'
                                : (report?.failure ?? (report ? `${report.words} · ${report.percent} %` : 'Setting pieces on one plate…'))}
                        </p>
                    )}
                </div>
                <aside aria-label="What it comes to" className="overflow-y-auto border-l border-base-300 bg-base-100 px-4 pt-4">
                    {report && report.places.length > 0 && <Totals report={report} currency={currency} query={query} />}
                </aside>
            </div>
        </Frame>
    );
}

function Totals({ report: r, currency, query }: { report: PlateReport; currency: string; query: string }) {
    const rows: [string, string][] = [
        ['time', r.hours === null ? 'being measured' : hours(r.hours)],
        ['plastic', r.grams === null ? 'being measured' : unit(r.grams, 0, 'g')],
        ['of it supports', unit(r.supportGrams, 1, 'g')],
        ['filament', r.cost === null ? 'being measured' : unit(r.cost, 2, currency)],
        ['contacts', number(r.contacts)],
        ['bed used', unit(r.usedMm2 / 100, 0, 'cm²')],
    ];
    const isOpen = r.openIslands > 0 || r.uncoveredMm2 >= 0.05;
    return (
        <div className="space-y-3">
            <h2 className="text-[20px] leading-tight">What it comes to</h2>
            <dl>
                {rows.map(([name, value]) => (
                    <div key={name} className="rule-t flex justify-between py-1.5">
                        <dt className="text-soft">{name}</dt>
                        <dd className="font-semibold">{value}</dd>
                    </div>
                ))}
            </dl>
            <p className={`text-[13px] ${isOpen ? 'text-error' : ''}`}>
                {isOpen
                    ? `${r.openIslands > 0 ? `${number(r.openIslands)} ${r.openIslands === 1 ? 'island' : 'islands'} and ` : ''}${unit(r.uncoveredMm2, 1, 'mm²')} are held by nothing.`
                    : 'Nothing is left in the air.'}
                {r.trapped > 0 && ` ${number(r.trapped)} contacts no tool reaches.`}
            </p>
            <p className="text-[12px] text-soft">
                All of it in layers of {unit(r.layerMm, 2, 'mm')}, the finest of these pieces, on {r.printer}. Held anew, all of them
                together; trees of neighbours join where that is shorter, and what was set or signed off by hand at Hold stays there. Times
                are added up; travel between the pieces comes on top.
            </p>
            <p>
                <a className="btn btn-neutral btn-sm" href={`/plate/3mf?${query}`} download>
                    3MF, all of the plate
                </a>
            </p>
            <p className="text-[12px] text-soft">
                One that comes loose can take the others with it: stay near for the first layers, and keep to the printer maker’s sheet
                about printing unattended.
            </p>
        </div>
    );
}
