import { useEffect, useRef, type ReactNode } from 'react';
import { Radios } from '@/components/Radios';
import { number, unit } from '@/lib/format';
import type { HeldPlace, HoldingReport, HoldPage, RegionKind, Treatment, Way } from '@/types/generated';
import { Schools } from './Schools';

/** Where the rule for small leans begins. */
const SMALL_MM2 = 4;

const BY: Record<Treatment, string> = { tree: 'branches', columns: 'columns', relief: 'relief' };

type Props = {
    page: HoldPage;
    report: HoldingReport | null;
    /** the place looked at, by its key */
    at: string | null;
    onLook: (key: string) => void;
    onLimit: (deg: number | null) => void;
    onAccept: (key: string) => void;
    /** a rule by which places are printed without; null: it does not hold */
    onRule: (rule: { bridge_mm: number | null } | { small_mm2: number | null }) => void;
    /** a place held in a way of its own; null: as the rest is */
    onTreat: (key: string, treatment: Treatment | null) => void;
    /** contacts are set by pointing at the piece; null where nothing stands */
    pin: { isOn: boolean; onPin: () => void } | null;
    onDone: () => void;
    /** sets a contact at the place looked at; null where nothing stands */
    onHoldHere: (() => void) | null;
    /** what holds it */
    ways?: ReactNode;
    /** the contact that is picked, and what is done with it */
    contact?: { words: string; onTakeAway: () => void } | null;
};

/** A sign for each kind, so that colour is not needed: nothing under it, a tip, a lean, a span. */
const SIGN: Record<RegionKind, string> = { island: '◌', point: '▾', overhang: '◥', bridge: '⊓' };

/** The Hold station: what would be printed into the air, place by place. */
export function HoldEvidence({
    page,
    report,
    at,
    onLook,
    onLimit,
    onAccept,
    onRule,
    onTreat,
    pin,
    onDone,
    onHoldHere,
    ways,
    contact,
}: Props) {
    const list = useRef<HTMLDivElement>(null);
    useEffect(() => {
        // picked by a key it may lie out of sight
        list.current?.querySelector('[aria-checked=true]')?.scrollIntoView?.({ block: 'nearest' });
    }, [at]);
    if (!report || report.areaMm2 === null)
        return (
            <p className="p-4" role="status">
                {report?.failure ?? (report ? `${report.words} · ${report.percent} %` : 'Looking under it, layer for layer…')}
            </p>
        );
    const open = report.places.filter((p) => !p.isAccepted);
    const looked = report.places.find((p) => p.key === at) ?? null;
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-3 pb-3">
                <div>
                    <h2 className="text-[20px] leading-tight">What needs holding?</h2>
                    <p className="mt-1 font-serif text-[16px] leading-snug">
                        <Sentence report={report} limitDeg={page.limitDeg} />
                    </p>
                </div>
                <Limit page={page} onLimit={onLimit} />
                {ways}
                {report.places.length > 0 && (
                    <div ref={list}>
                        <div className="grid grid-cols-[1fr_3.6rem_3.9rem_2.5rem] gap-1 px-2 pb-1 text-right text-[12px] text-soft">
                            <span className="text-left">place</span>
                            <span>area</span>
                            <span>height</span>
                            <span>seen</span>
                        </div>
                        <Radios
                            label="Places that need holding"
                            options={report.places.map((p) => ({ key: p.key, data: { 'data-place': p.kind }, show: <Row place={p} /> }))}
                            value={at}
                            onPick={onLook}
                            optionClass={(isOn) =>
                                `rule-t grid w-full grid-cols-[1fr_3.6rem_3.9rem_2.5rem] gap-1 px-2 py-1.5 text-right text-[13px] ${isOn ? 'bg-accent font-semibold text-accent-content' : 'hover:bg-base-200'}`
                            }
                        />
                    </div>
                )}
                <Rules page={page} report={report} onRule={onRule} />
                {report.smaller > 0 && (
                    <p className="text-[12px] text-soft">
                        And {number(report.smaller)} {report.smaller === 1 ? 'place' : 'places'} of less than half a square millimetre,{' '}
                        {unit(report.smallerMm2, 1, 'mm²')} in all.
                    </p>
                )}
                {report.specks > 0 && (
                    <p className="text-[12px] text-soft">
                        And {number(report.specks)} {report.specks === 1 ? 'island' : 'islands'} smaller than a dot of the line: the lines
                        beside
                        {report.specks === 1 ? ' it' : ' them'} mostly carry {report.specks === 1 ? 'it' : 'them'}.
                    </p>
                )}
                <p className="text-[12px] text-soft">
                    Islands are found layer for layer: a part of a layer that lies on nothing of the layer below. A bridge is level and ends
                    on material to both sides.
                </p>
            </div>
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-t border-base-300 px-4 py-2.5">
                {contact ? (
                    <>
                        <button type="button" className="btn btn-neutral btn-sm" onClick={contact.onTakeAway}>
                            Take it away
                        </button>
                        <span className="text-[12px] text-soft" role="status">
                            {contact.words}
                        </span>
                    </>
                ) : looked ? (
                    <>
                        <button
                            type="button"
                            className="btn btn-neutral btn-sm"
                            disabled={looked.isSpared}
                            onClick={() => onAccept(looked.key)}
                        >
                            {looked.isSpared ? 'Without, by a rule' : looked.isAccepted ? 'Hold it after all' : 'Print it without'}
                        </button>
                        {onHoldHere && (
                            <button type="button" className="btn btn-sm" onClick={onHoldHere}>
                                Set a contact here
                            </button>
                        )}
                        {page.way && onHoldHere && !looked.isAccepted && looked.number > 0 && looked.kind !== 'point' && (
                            <HeldBy place={looked} way={page.way} onTreat={onTreat} />
                        )}
                        <span className="text-[12px] text-soft">Without: {looked.droop}.</span>
                    </>
                ) : (
                    <>
                        <button type="button" className="btn btn-neutral btn-sm" onClick={onDone}>
                            On to the layers
                        </button>
                        {pin && (
                            <button type="button" className="btn btn-sm" aria-pressed={pin.isOn} onClick={pin.onPin}>
                                {pin.isOn ? 'Done pointing' : 'Point at a contact'}
                            </button>
                        )}
                        <span className="text-[12px] text-soft">
                            {pin?.isOn
                                ? 'Point at the piece where one more is to hold it.'
                                : open.length === 0
                                  ? 'Nothing is left to hold.'
                                  : 'Pick a place to see it from below.'}
                        </span>
                    </>
                )}
            </div>
        </div>
    );
}

function Sentence({ report, limitDeg }: { report: HoldingReport; limitDeg: number }) {
    const islands = report.places.filter((p) => p.kind === 'island' || p.kind === 'point').length;
    const bridges = report.places.filter((p) => p.kind === 'bridge');
    const longest = Math.max(0, ...bridges.map((b) => b.spanMm ?? 0));
    if (report.places.length + report.smaller + report.specks === 0)
        return <>Nothing leans out further than {Math.round(limitDeg)}° from the vertical, and nothing begins in the air.</>;
    return (
        <>
            <strong>{unit(report.areaMm2 ?? 0, 0, 'mm²')}</strong> lean out further than {Math.round(limitDeg)}° from the vertical.{' '}
            {islands > 0 ? (
                <>
                    <strong>{islands}</strong> {islands === 1 ? 'place begins' : 'places begin'} in the air: without support there is
                    nothing to print {islands === 1 ? 'it' : 'them'} on.
                </>
            ) : (
                <>Nothing begins in the air.</>
            )}
            {bridges.length > 0 && (
                <>
                    {' '}
                    <strong>{bridges.length}</strong> {bridges.length === 1 ? 'is a bridge' : 'are bridges'}, up to{' '}
                    <strong>{unit(longest, 0, 'mm')}</strong> long.
                </>
            )}
        </>
    );
}

function Row({ place }: { place: HeldPlace }) {
    return (
        <>
            <span className={`text-left whitespace-nowrap ${place.isAccepted ? 'text-soft line-through' : ''}`}>
                <span
                    aria-hidden
                    className={`mr-1.5 inline-block w-3 text-center ${place.kind === 'island' || place.kind === 'point' ? 'text-error' : ''}`}
                >
                    {SIGN[place.kind]}
                </span>
                {place.label}
                {place.treated && <span className="font-normal text-soft"> · {BY[place.treated]}</span>}
                {place.spanMm !== null && <span className="font-normal text-soft"> {unit(place.spanMm, 0, 'mm')}</span>}
            </span>
            <span>{place.kind === 'point' ? '–' : place.areaMm2 < 10 ? unit(place.areaMm2, 1, 'mm²') : unit(place.areaMm2, 0, 'mm²')}</span>
            <span>{unit(place.zMinMm, 1, 'mm')}</span>
            <span>{Math.round(100 * place.seen)} %</span>
        </>
    );
}

/** How far a layer may lean over the one below, by school, and what this line and layer reckon. */
function Limit({ page, onLimit }: { page: HoldPage; onLimit: (deg: number | null) => void }) {
    return (
        <div>
            <Schools
                legend="Held from this lean on"
                unitName="°"
                schools={[
                    { value: page.customaryDeg, name: 'customary' },
                    { value: Math.round(page.usualDeg), name: 'half a line holds' },
                    { value: Math.round(page.cooledDeg), name: 'a quarter holds, cooled' },
                ]}
                value={page.limitDeg}
                range={[10, 85]}
                step={1}
                onPick={(deg) => onLimit(deg === page.customaryDeg ? null : deg)}
                reading={page.reading}
                as="limit_deg"
            />
            <p className="mt-1 text-[12px] text-soft">
                A line of {unit(page.lineMm, 2, 'mm')} in layers of {unit(page.layerMm, 2, 'mm')} lies on the one below with half its width
                at {Math.round(page.usualDeg)}°, with a quarter at {Math.round(page.cooledDeg)}°. Your own test prints know better: give
                what they said by hand, and keep it.
            </p>
        </div>
    );
}

/** Places that a rule prints without: bridges up to a length, leans under an area. Islands never are. */
function Rules({ page, report, onRule }: { page: HoldPage; report: HoldingReport; onRule: Props['onRule'] }) {
    return (
        <div className="space-y-1 text-[13px]">
            {report.places.some((p) => p.kind === 'bridge') && (
                <label className="flex items-center gap-1.5">
                    <input
                        type="checkbox"
                        className="checkbox checkbox-xs"
                        checked={page.bridgeMm !== null}
                        onChange={(e) => onRule({ bridge_mm: e.target.checked ? page.spanMm : null })}
                    />
                    bridges up to {unit(page.bridgeMm ?? page.spanMm, 0, 'mm')} print without ({page.reading.polymer} mostly spans that)
                </label>
            )}
            {report.places.some((p) => p.kind === 'overhang') && (
                <label className="flex items-center gap-1.5">
                    <input
                        type="checkbox"
                        className="checkbox checkbox-xs"
                        checked={page.smallMm2 !== null}
                        onChange={(e) => onRule({ small_mm2: e.target.checked ? SMALL_MM2 : null })}
                    />
                    leans under {unit(page.smallMm2 ?? SMALL_MM2, 0, 'mm²')} print without
                    {page.smallMm2 !== null && (
                        <input
                            type="range"
                            className="slide w-20"
                            aria-label="Leans under this area print without, mm²"
                            min={1}
                            max={50}
                            step={1}
                            defaultValue={page.smallMm2}
                            onPointerUp={(e) => onRule({ small_mm2: Number(e.currentTarget.value) })}
                            onKeyUp={(e) => onRule({ small_mm2: Number(e.currentTarget.value) })}
                        />
                    )}
                </label>
            )}
        </div>
    );
}

/** How one place is held, where not as the rest is. */
function HeldBy({ place, way, onTreat }: { place: HeldPlace; way: Way; onTreat: (key: string, treatment: Treatment | null) => void }) {
    const ways: { key: Treatment; words: string }[] = [
        { key: 'tree', words: 'by branches' },
        { key: 'columns', words: 'by columns' },
        { key: 'relief', words: 'by a relief' },
    ];
    return (
        <label className="flex items-center gap-1.5 text-[12px] text-soft">
            held
            <select
                className="select select-xs w-auto text-base-content"
                aria-label="How this place is held"
                value={place.treated ?? ''}
                onChange={(e) => onTreat(place.key, e.target.value === '' ? null : (e.target.value as Treatment))}
            >
                <option value="">as the rest is</option>
                {ways
                    .filter((w) => w.key !== way || place.treated === w.key)
                    .map((w) => (
                        <option key={w.key} value={w.key}>
                            {w.words}
                        </option>
                    ))}
            </select>
        </label>
    );
}
