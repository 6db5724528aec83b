import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Radios } from '@/components/Radios';
import { Reason } from '@/components/Reason';
import { Slide } from '@/components/Slide';
import { counted, hours, number, unit } from '@/lib/format';
import type { HeldWay, HoldPage, Way, WaysReport } from '@/types/generated';
import { Schools } from './Schools';

export type Hands = {
    onWay: (way: Way) => void;
    onPlateOnly: (is: boolean) => void;
    onGap: (mm: number | null) => void;
    onRelief: (deg: number) => void;
    onFly: (at: number[]) => void;
    onAccept: (key: string) => void;
    onAsPlanned: () => void;
};

type Props = {
    pieceId: number;
    page: HoldPage;
    report: WaysReport | null;
    hands: Hands;
    /** other stances, held like this */ rivals?: ReactNode;
};

const GRID = 'grid w-full grid-cols-[minmax(0,1fr)_3.6rem_3.6rem_2.1rem_3.6rem] gap-1 px-2';

/** Four ways to hold the piece side by side; the one that is picked is drawn on the stage, and what it leaves is listed. */
export function WaysCard({ pieceId, page, report, hands, rivals }: Props) {
    const chosen = report?.ways.find((w) => w.key === page.way) ?? null;
    return (
        <section aria-label="Ways to hold it" className="rule-t space-y-2 pt-3">
            <h3 className="font-serif text-[17px]">How is it held?</h3>
            {report === null ? (
                <p role="status" className="text-[13px]">
                    Planning four ways…
                </p>
            ) : (
                <>
                    <div>
                        <div className={`${GRID} pb-1 text-right text-[12px] text-soft`}>
                            <span className="text-left">held by</span>
                            <span>plastic</span>
                            <span>time</span>
                            <span>scar</span>
                            <span>left</span>
                        </div>
                        <Radios
                            label="Ways to hold it"
                            options={report.ways.map((w) => ({
                                key: w.key,
                                data: { 'data-way': w.key },
                                show: <Row way={w} page={page} />,
                            }))}
                            value={page.way}
                            onPick={hands.onWay}
                            optionClass={(isOn) =>
                                `${GRID} rule-t py-1.5 text-right text-[13px] ${isOn ? 'bg-accent font-semibold text-accent-content' : 'hover:bg-base-200'}`
                            }
                        />
                    </div>
                    <p className="text-[12px] text-soft">
                        Scar: mm² that are seen where tips and feet stood. Left: mm² and islands (◌) that would print into the air.
                    </p>
                    {report.sentence && <Reason text={report.sentence} className="text-[15px]" />}
                </>
            )}
            {chosen?.state === 'done' && <Chosen pieceId={pieceId} page={page} way={chosen} hands={hands} />}
            {chosen?.state === 'done' && rivals}
        </section>
    );
}

function Row({ way: w, page }: { way: HeldWay; page: HoldPage }) {
    if (w.state !== 'done')
        return (
            <>
                <span className="text-left">{w.label}</span>
                <span className="col-span-4 text-soft" role="status">
                    {w.failure ?? `${w.percent} %`}
                </span>
            </>
        );
    const isBare = w.key === 'none';
    const left = [w.openIslands > 0 ? `${w.openIslands} ◌` : null, w.uncoveredMm2 >= 0.05 ? short(w.uncoveredMm2) : null].filter(Boolean);
    return (
        <>
            <span className="text-left">{w.label}</span>
            <span>
                {isBare ? '–' : unit(w.grams, w.grams < 10 ? 1 : 0, 'g')}
                {!isBare && <span className="block text-[11px] font-normal opacity-80">{unit(w.cost, 2, page.currency)}</span>}
            </span>
            <span>{isBare ? '–' : hours(w.minutes / 60)}</span>
            <span>{isBare ? '–' : number(w.scarMm2)}</span>
            <span className={left.length > 0 ? 'text-error' : ''}>
                {left.length > 0 ? left.join(', ') : w.key === 'relief' ? `< ${Math.round(page.reliefDeg)}°` : 'nothing'}
            </span>
        </>
    );
}

const short = (mm2: number): string => (mm2 < 10 ? number(mm2, 1) : number(mm2));

/** What there is to say of the way that was picked, and what hands can do about it. */
function Chosen({ pieceId, page, way: w, hands }: { pieceId: number; page: HoldPage; way: HeldWay; hands: Hands }) {
    const isStanding = w.key === 'tree' || w.key === 'columns' || w.key === 'painted';
    const byHand = page.without.length + page.also.length;
    return (
        <div className="space-y-2 text-[13px]">
            {isStanding && w.contacts.length > 0 && (
                <p>
                    {counted(w.contacts.length, 'contact')}, {unit(w.contactMm2, 0, 'mm²')} in all
                    {w.landingMm2 > 0 && <>; {unit(w.landingMm2, 1, 'mm²')} stand on the piece</>}
                    {w.clearanceMm !== null && <>; nowhere nearer to its sides than {unit(w.clearanceMm, 2, 'mm')}</>}.{' '}
                    {w.trapped > 0 ? (
                        <span className="text-error">{counted(w.trapped, 'contact')} no tool reaches.</span>
                    ) : (
                        'A pick of 1.5 mm reaches each of them once the piece is off the plate.'
                    )}
                    {w.breakRisk >= 0.005 &&
                        ` ${Math.round(100 * w.breakRisk)} % stand on something thinner than it should be, and may break off as they are printed.`}
                </p>
            )}
            {isStanding && <Removal way={w} />}
            {w.key === 'relief' && <Relief page={page} way={w} onRelief={hands.onRelief} />}
            {w.key === 'none' && w.open.length === 0 && <p>Nothing lies beyond the reach of the walls beside it.</p>}
            {w.open.length > 0 && <Open way={w} hands={hands} />}
            {isStanding && <Gap page={page} onGap={hands.onGap} />}
            {isStanding && (
                <div className="flex flex-wrap items-center gap-2">
                    <label className="flex items-center gap-1.5">
                        <input
                            type="checkbox"
                            className="checkbox checkbox-xs"
                            checked={page.isPlateOnly}
                            onChange={(e) => hands.onPlateOnly(e.target.checked)}
                        />
                        on the plate alone
                    </label>
                    {byHand > 0 && (
                        <button type="button" className="btn btn-xs" onClick={hands.onAsPlanned}>
                            As it was planned ({byHand} by hand)
                        </button>
                    )}
                </div>
            )}
            {w.shellsUrl && (
                <p className="flex flex-wrap gap-1.5">
                    <a className="btn btn-xs" href={`/pieces/${pieceId}/export/held-3mf`} download>
                        3MF, piece and {w.key === 'relief' ? 'relief' : 'supports'}
                    </a>
                    <a className="btn btn-xs" href={`/pieces/${pieceId}/export/supports`} download>
                        STL, {w.key === 'relief' ? 'relief' : 'supports'} alone
                    </a>
                    <a className="btn btn-xs" href={`/pieces/${pieceId}/export/held-stl`} download>
                        STL, both
                    </a>
                </p>
            )}
            {isStanding && w.contacts.length > 0 && (
                <p className="text-[12px] text-soft">
                    Print the shells as they are, two or three walls and no infill. Taking them off: pliers or a blade, cut away from the
                    hand, shield your eyes from flying tips, and keep to the tool maker’s sheet.
                </p>
            )}
        </div>
    );
}

/** How far a tip stays below what it holds, by school, and whether it will come off. */
function Gap({ page: { gap, layerMm, reading }, onGap }: { page: HoldPage; onGap: (mm: number | null) => void }) {
    return (
        <div>
            <Schools
                legend="Tips stay below what they hold by"
                unitName="mm"
                schools={[
                    { value: gap.usualMm, name: 'a layer and a tenth' },
                    { value: gap.wholeMm, name: 'whole layers' },
                    { value: 2 * layerMm, name: 'two layers' },
                ]}
                value={gap.mm ?? gap.usualMm}
                range={[0.05, 1]}
                step={0.01}
                onPick={(mm) => onGap(Math.abs(mm - gap.usualMm) < 1e-6 ? null : mm)}
                reading={reading}
                as="gap_mm"
            />
            <p className="mt-1 text-[12px] text-soft">
                Risk that they fuse: <strong>{gap.fuseRisk}</strong> ({gap.fuseWhy}). Hotter than usual raises it.
            </p>
        </div>
    );
}

/** In which order what stands comes off, where it does not all at once. */
function Removal({ way: w }: { way: HeldWay }) {
    const pieces = w.key === 'columns' ? 'shaft' : 'tree';
    const forced = w.removal.filter((r) => r.isForced).reduce((sum, r) => sum + r.pieces, 0);
    if (w.removal.length < 2) return null;
    const shown = w.removal.slice(0, 5).map((r) => number(r.pieces));
    return (
        <p>
            They come off from outside in {w.removal.length} rounds: first {counted(w.removal[0]?.pieces ?? 0, pieces)}, then{' '}
            {shown.slice(1).join(', ')}
            {w.removal.length > 5 && ' and so on'}. Their dots are the paler the later.
            {forced > 0 && (
                <span className="text-error">
                    {' '}
                    {forced === 1 ? 'One has' : `${number(forced)} have`} another before {forced === 1 ? 'it' : 'them'} whichever way a tool
                    comes, and {forced === 1 ? 'has' : 'have'} to be broken.
                </span>
            )}
        </p>
    );
}

function Relief({ page, way: w, onRelief }: { page: HoldPage; way: HeldWay; onRelief: (deg: number) => void }) {
    // the angle is asked for once the hand rests
    const [deg, setDeg] = useState(page.reliefDeg);
    const latest = useRef(onRelief);
    useEffect(() => {
        latest.current = onRelief;
    });
    useEffect(() => {
        if (deg === page.reliefDeg) return;
        const timer = setTimeout(() => latest.current(deg), 350);
        return () => clearTimeout(timer);
    }, [deg, page.reliefDeg]);
    return (
        <div className="space-y-1">
            <Slide
                label="prints at"
                name="Lean that the relief prints at"
                min={50}
                max={88}
                step={1}
                value={deg}
                shown={`${Math.round(deg)}°`}
                onValue={setDeg}
            />
            <p>
                {w.grams > 0 ? (
                    <>
                        {unit(w.grams, 1, 'g')} are added under shallow ceilings; {unit(w.scarMm2, 0, 'mm²')} of what is seen change their
                        shape
                        {w.filledHoles > 0 && <span className="text-error">, and {counted(w.filledHoles, 'hole')} would be filled</span>}.
                    </>
                ) : (
                    'Nothing leans out further: there is nothing to add.'
                )}{' '}
                Faces marked mating stay as they are.
            </p>
        </div>
    );
}

function Open({ way: w, hands }: { way: HeldWay; hands: Hands }) {
    return (
        <ul aria-label="Left in the air" className="space-y-0.5">
            {w.open.slice(0, 12).map((p) => (
                <li key={p.key} className="flex items-baseline gap-2">
                    <button
                        type="button"
                        className={`flex-1 text-left underline ${p.isAccepted ? 'text-soft line-through' : 'text-error'}`}
                        data-open={p.key}
                        onClick={() => hands.onFly(p.atFileMm)}
                    >
                        {p.isIsland ? 'an island' : unit(p.areaMm2, p.areaMm2 < 10 ? 1 : 0, 'mm²')}, {unit(p.zMm, 1, 'mm')} up
                    </button>
                    <button type="button" className="btn btn-ghost btn-xs" onClick={() => hands.onAccept(p.key)}>
                        {p.isAccepted ? 'hold it' : 'print it so'}
                    </button>
                </li>
            ))}
            {w.open.length > 12 && <li className="text-soft">and {counted(w.open.length - 12, 'place')} more</li>}
        </ul>
    );
}
