import { Radios } from '@/components/Radios';
import { UnderWay } from '@/components/UnderWay';
import { hours, number, unit } from '@/lib/format';
import type { LayerChoice, LayeringReport, LayersPage, NozzleCurve } from '@/types/generated';
import { HoursCurve, onCurve, saving } from './HoursCurve';
import { Ranges } from './Ranges';
import type { Tried, Wish } from './useLayering';

type Props = {
    page: LayersPage;
    report: LayeringReport | null;
    wish: Wish;
    tried: Tried | null;
    nozzles: NozzleCurve[];
    isNozzles: boolean;
    heightMm: number;
    cutMm: number | null;
    onWish: (changes: Partial<Wish>) => void;
    onNozzles: () => void;
    onSet: () => void;
};

const MODES = [
    { key: 'uniform', show: 'Even' },
    { key: 'step', show: 'Greatest step' },
    { key: 'budget', show: 'Within hours' },
] as const;

/** The Layers station: where extra hours buy a finer look. */
export function LayersEvidence({ page, report, wish, tried, nozzles, isNozzles, heightMm, cutMm, onWish, onNozzles, onSet }: Props) {
    if (page.choices.length === 0)
        return (
            <p className="p-4">
                This nozzle and this machine’s Z step leave no layer height between 20 % and 70 % of the nozzle. Change one of them under
                Printers &amp; filaments.
            </p>
        );
    const curve = report?.curve ?? [];
    const isMeasured = curve.length > 0;
    const plan = tried?.plan ?? null;
    const even = page.choices.find((c) => same(c.layerMm, wish.layerMm)) ?? page.choices[0];
    const at = plan
        ? { hours: plan.point.hours, seenStepUm: plan.point.seenStepUm }
        : wish.hours === null
          ? null
          : onCurve(curve, wish.hours);
    const isSet = page.chosenMm !== null && page.mode === wish.mode && isSame(page, wish);
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3">
                <div>
                    <h2 className="text-[20px] leading-tight">How fine, and where?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug" aria-live="polite">
                        {plan ? (
                            <Words plan={plan} report={report} mode={wish.mode} />
                        ) : (
                            even && (
                                <>
                                    At <strong>{unit(even.layerMm, 2, 'mm')}</strong> the steps people see average{' '}
                                    <strong>{unit(even.seenStepUm, 0, 'µm')}</strong> and the print takes about{' '}
                                    <strong>{hours(even.hours)}</strong>.
                                </>
                            )
                        )}
                    </p>
                </div>
                <Radios
                    label="How heights are chosen"
                    className="flex gap-0.5 rounded-md border border-base-300 p-0.5"
                    options={MODES.map((m) => ({ key: m.key, show: m.show }))}
                    value={wish.mode}
                    onPick={(mode) => onWish({ mode })}
                    optionClass={(isOn) =>
                        `flex-1 rounded px-2 py-1 text-[13px] ${isOn ? 'bg-secondary font-semibold text-secondary-content' : 'text-soft hover:text-base-content'}`
                    }
                />
                {isMeasured ? (
                    <HoursCurve
                        curve={curve}
                        knee={report?.knee ?? 0}
                        even={report?.even ?? []}
                        others={nozzles}
                        at={at}
                        asked={wish.hours}
                        onHours={wish.mode === 'budget' ? (h) => onWish({ hours: h }) : null}
                    />
                ) : (
                    <UnderWay report={report} waiting="Adding up the paths of every layer" />
                )}
                {tried?.problem && (
                    <p role="alert" className="text-[13px] text-error">
                        {tried.problem}
                    </p>
                )}
                {wish.mode === 'uniform' && <Heights page={page} report={report} wish={wish} onWish={onWish} />}
                {wish.mode === 'step' && (
                    <label className="block text-[13px]">
                        No step over <strong>{unit(1000 * wish.cuspMm, 0, 'µm')}</strong>, flat tops apart
                        <input
                            type="range"
                            className="range range-xs mt-1 w-full"
                            min={20}
                            max={150}
                            step={5}
                            value={Math.round(1000 * wish.cuspMm)}
                            onChange={(e) => onWish({ cuspMm: Number(e.target.value) / 1000 })}
                        />
                    </label>
                )}
                {wish.mode !== 'uniform' && isMeasured && (
                    <>
                        <p className="text-[12px] text-soft">
                            Neighbours differ by at most half as much again, so that no band shows. Skins are as thick everywhere: thin
                            layers take more of them.
                        </p>
                        <Ranges ranges={wish.ranges} heightMm={heightMm} cutMm={cutMm} onRanges={(ranges) => onWish({ ranges })} />
                    </>
                )}
                {isMeasured && <Nozzles curves={nozzles} isOpen={isNozzles} onOpen={onNozzles} />}
                {report?.laid && <Laid report={report} />}
                <p className="text-[12px] text-soft">
                    A bead {number(page.tools.lineMm, 2)} mm wide and h high lies {number(page.tools.lineMm, 2)} − 0.215 h from the next. 20
                    % to 70 % of a {number(page.tools.nozzleMm, 2)} mm nozzle, in steps of {number(page.tools.layerStepMm, 2)} mm; below
                    0.07 mm it smears rather than improves (common practice).
                </p>
            </div>
            <div className="flex items-center gap-3 border-t border-base-300 px-4 py-2.5">
                <button
                    type="button"
                    className="btn btn-neutral btn-sm"
                    onClick={onSet}
                    disabled={isSet || (wish.mode !== 'uniform' && !plan)}
                >
                    {isSet ? 'Set' : label(wish, plan)}
                </button>
                <span className="text-[12px] text-soft">
                    {plan
                        ? `${number(plan.point.layers)} layers of ${number(plan.point.leastMm, 2)} to ${unit(plan.point.mostMm, 2, 'mm')}`
                        : even && `${number(even.layers)} layers · about ${unit(even.cost, 2, page.tools.currency)} of filament`}
                </span>
            </div>
        </div>
    );
}

function Words({ plan, report, mode }: { plan: NonNullable<Tried['plan']>; report: LayeringReport | null; mode: Wish['mode'] }) {
    const { point } = plan;
    // even layers that take as long
    const rival = [...(report?.even ?? [])]
        .reverse()
        .filter((p) => p.hours <= point.hours * 1.0005)
        .at(-1);
    return (
        <>
            <strong>{hours(point.hours)}</strong> for a mean seen step of <strong>{unit(point.seenStepUm, 0, 'µm')}</strong>
            {mode === 'uniform' || !rival || point.seenStepUm >= rival.seenStepUm
                ? '.'
                : `: ${saving(point.seenStepUm, rival.seenStepUm)} less than even layers of ${unit(rival.leastMm, 2, 'mm')}, the finest that take no longer.`}
        </>
    );
}

function label(wish: Wish, plan: Tried['plan']): string {
    if (wish.mode === 'uniform') return `Set ${number(wish.layerMm, 2)} mm`;
    return plan ? `Set ${hours(plan.point.hours)}` : 'Set';
}

function isSame(page: LayersPage, wish: Wish): boolean {
    if (page.mode === 'uniform') return same(page.chosenMm ?? 0, wish.layerMm);
    const sameRanges = JSON.stringify(page.ranges) === JSON.stringify(wish.ranges);
    return (
        sameRanges &&
        (page.mode === 'step' ? same(page.cuspMm ?? 0, wish.cuspMm) : Math.abs((page.budgetHours ?? 0) - (wish.hours ?? -1)) < 1e-3)
    );
}

/** Even heights, with what each takes and shows. */
function Heights({ page, report, wish, onWish }: { page: LayersPage; report: LayeringReport | null; wish: Wish; onWish: Props['onWish'] }) {
    const paths = (c: LayerChoice) => report?.even.find((p) => same(p.leastMm, c.layerMm) || same(p.mostMm, c.layerMm));
    return (
        <div>
            <div className="grid grid-cols-4 gap-1 px-2 pb-1 text-right text-[12px] text-soft">
                <span className="text-left">layer</span>
                <span>seen step</span>
                <span>time</span>
                <span>material</span>
            </div>
            <Radios
                label="Layer height"
                options={page.choices.map((c) => ({
                    key: c.layerMm,
                    data: { 'data-layer': c.layerMm },
                    show: (
                        <>
                            <span className="text-left">
                                {unit(c.layerMm, 2, 'mm')}
                                {page.mode === 'uniform' && page.chosenMm !== null && same(c.layerMm, page.chosenMm) && (
                                    <span className="ml-1 text-success">✓</span>
                                )}
                            </span>
                            <span>{unit(paths(c)?.seenStepUm ?? c.seenStepUm, 0, 'µm')}</span>
                            <span>{hours(paths(c)?.hours ?? c.hours)}</span>
                            <span>{unit(c.grams, 0, 'g')}</span>
                        </>
                    ),
                }))}
                value={wish.layerMm}
                onPick={(layerMm) => onWish({ layerMm })}
                optionClass={(isOn) =>
                    `rule-t grid w-full grid-cols-4 gap-1 px-2 py-1.5 text-right text-[13px] ${isOn ? 'bg-accent font-semibold text-accent-content' : 'hover:bg-base-200'}`
                }
            />
        </div>
    );
}

/** What each nozzle of the shelf makes of it: the same question asked of a coarser and a finer bore. */
function Nozzles({ curves, isOpen, onOpen }: { curves: NozzleCurve[]; isOpen: boolean; onOpen: () => void }) {
    if (!isOpen)
        return (
            <button type="button" className="btn btn-xs" onClick={onOpen}>
                Compare the nozzles on the shelf
            </button>
        );
    return (
        <table className="w-full text-[12px]">
            <caption className="pb-1 text-left text-soft">At the knee of each nozzle’s own curve</caption>
            <thead className="text-right text-soft">
                <tr>
                    <th className="text-left font-normal">nozzle</th>
                    <th className="font-normal">hours</th>
                    <th className="font-normal">seen step</th>
                    <th className="font-normal">lost detail</th>
                </tr>
            </thead>
            <tbody>
                {curves.map((c) => {
                    const at = c.curve[c.knee];
                    return (
                        <tr key={c.name} className={`rule-t text-right ${c.isOwn ? 'font-semibold' : ''}`}>
                            <td className="py-0.5 text-left">{unit(c.boreMm, 2, 'mm')}</td>
                            <td>{at ? hours(at.hours) : `${c.percent} %`}</td>
                            <td>{at ? unit(at.seenStepUm, 0, 'µm') : '…'}</td>
                            <td>{c.lostMm2 === null ? 'not measured' : unit(c.lostMm2, 0, 'mm²')}</td>
                        </tr>
                    );
                })}
            </tbody>
        </table>
    );
}

/** The decided layers, every path of them; and how far off the estimate was. */
function Laid({ report }: { report: LayeringReport }) {
    const laid = report.laid;
    if (!laid) return null;
    const off = laid.estimateHours === null ? null : laid.estimateHours / laid.hours - 1;
    return (
        <p className="rule-t pt-2 text-[12px] text-soft" data-laid>
            As set, every path laid: <strong>{hours(laid.hours)}</strong>, {unit(laid.grams, 1, 'g')}, {number(laid.layers)} layers;{' '}
            {number(laid.wallM, 0)} m of walls, {number(laid.skinM, 0)} of skin, {number(laid.infillM, 0)} of infill
            {laid.slowedHours > 0.02 ? `, ${hours(laid.slowedHours)} of it waiting for short layers` : ''}. Supports come on top.
            {off !== null &&
                Math.abs(off) > 0.05 &&
                ` The estimate of the search is ${unit(100 * Math.abs(off), 0, '%')} ${off < 0 ? 'lower: it knows no waiting' : 'higher'}.`}
        </p>
    );
}

export function same(a: number, b: number): boolean {
    return Math.abs(a - b) < 1e-6;
}
