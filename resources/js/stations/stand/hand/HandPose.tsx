import { useState } from 'react';
import { Reason } from '@/components/Reason';
import { number } from '@/lib/format';
import { metric, say } from '@/lib/metrics';
import type { Vec } from '@/lib/vec';
import type { MetricKey, Stance } from '@/types/generated';
import { leanOf, upOf } from './angles';
import type { Hand } from './useHand';

type Props = {
    hand: Hand;
    numbers: Stance | null;
    problem: string | null;
    shownUp: Vec;
    front: Vec;
    onTurn: (up: Vec) => void;
    onLift: (mm: number) => void;
    onNext: (by: number) => void;
    onKeep: () => void;
    onLeave: () => void;
};

/** What is told of it while it moves: what people turn a piece for. */
const SHOWN: MetricKey[] = [
    'seen_step_mm',
    'seen_scar_mm2',
    'support_mm3',
    'seen_seam_mm',
    'weakest_member_mm2',
    'topple_margin_mm',
    'height_mm',
    'hours',
];

/** The pose in the hand: turned on the stage or typed, laid on a side, lifted; its numbers follow. */
export function HandPose(p: Props) {
    const lean = leanOf(p.hand.up, p.shownUp, p.front);
    const n = p.numbers;
    const rows = n ? SHOWN.map((key): [string, string] => say(metric(key), n.numbers)) : [];
    const isExact = n?.numbers.exact ?? false;
    return (
        <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1 space-y-3 overflow-y-auto px-4 pt-2.5 pb-2">
                <div>
                    <h2 className="text-[20px] leading-tight">In your hand</h2>
                    <p className="mt-1 text-[13px] text-soft">
                        Drag the piece to turn it; double-click a facet to lay it down. Near a side it can rest on, it snaps to it.
                    </p>
                </div>
                <div className="grid grid-cols-3 gap-2 text-[13px]">
                    <Field
                        label="Leans, °"
                        value={lean.leanDeg}
                        min={0}
                        max={180}
                        onValue={(leanDeg) => p.onTurn(upOf({ ...lean, leanDeg }, p.shownUp, p.front))}
                    />
                    <Field
                        label="Towards, °"
                        value={lean.towardsDeg}
                        min={-180}
                        max={180}
                        onValue={(towardsDeg) => p.onTurn(upOf({ ...lean, towardsDeg }, p.shownUp, p.front))}
                    />
                    <Field label="Lifted, mm" value={p.hand.liftMm} min={0} max={100} onValue={p.onLift} />
                </div>
                <div className="flex items-center gap-2 text-[13px]">
                    <span className="text-soft">Sides it can rest on</span>
                    <button type="button" className="btn btn-xs" aria-label="Previous side it can rest on" onClick={() => p.onNext(-1)}>
                        ‹
                    </button>
                    <button type="button" className="btn btn-xs" aria-label="Next side it can rest on" onClick={() => p.onNext(1)}>
                        ›
                    </button>
                </div>
                {p.problem && (
                    <p role="alert" className="text-[13px] text-error">
                        {p.problem}
                    </p>
                )}
                {n && <Reason text={n.reason} />}
                <table className="w-full text-[13px]" aria-label="Numbers of this pose" data-exact={isExact}>
                    <tbody>
                        {rows.map(([label, value]) => (
                            <tr key={label} className="rule-t">
                                <th scope="row" className="py-[3px] text-left font-normal">
                                    {label}
                                </th>
                                <td className={`py-[3px] text-right ${isExact ? 'font-semibold' : 'text-soft'}`}>
                                    {isExact ? '' : '≈ '}
                                    {value}
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
                <p className="text-[12px] text-soft" role="status">
                    {!n ? 'Measuring…' : isExact ? 'Measured layer by layer' : 'Estimated while it moves; measured when it rests'}
                </p>
            </div>
            <div className="flex items-center gap-2 border-t border-base-300 px-4 py-2.5">
                <button type="button" className="btn btn-neutral btn-sm" onClick={p.onKeep} disabled={!n}>
                    Keep this pose
                </button>
                <button type="button" className="btn btn-ghost btn-sm font-normal" onClick={p.onLeave}>
                    Let go
                </button>
            </div>
        </div>
    );
}

function Field({
    label,
    value,
    min,
    max,
    onValue,
}: {
    label: string;
    value: number;
    min: number;
    max: number;
    onValue: (v: number) => void;
}) {
    const [text, setText] = useState<string | null>(null);
    const take = (t: string): void => {
        setText(t);
        const v = Number(t.replace(',', '.').replace('−', '-'));
        if (t.trim() !== '' && Number.isFinite(v) && v >= min && v <= max) onValue(v);
    };
    return (
        <label className="block">
            <span className="block text-soft">{label}</span>
            <input
                inputMode="decimal"
                className="input input-sm w-full text-right"
                value={text ?? number(value, value % 1 === 0 ? 0 : 1).replace('−', '-')}
                onChange={(e) => take(e.target.value)}
                onBlur={() => setText(null)}
            />
        </label>
    );
}
