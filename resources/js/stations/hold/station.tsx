import { useEffect, useState } from 'react';
import { pageOf, type Bench } from '@/bench/useBench';
import { unit } from '@/lib/format';
import type { Shortcut } from '@/lib/keys';
import { triple } from '@/lib/vec';
import type { StationView } from '../station';
import { takenOnStage } from '../taken';
import { ColumnsCard } from './ColumnsCard';
import { HoldEvidence } from './HoldEvidence';
import { useHolding } from './useHolding';

/** What needs holding? Always of the stance taken. */
export function useHold(bench: Bench): StationView {
    const page = pageOf(bench, 'hold');
    const { taken } = pageOf(bench, 'stand');
    const isOpen = bench.ui.station === 'hold';
    const report = useHolding(
        bench.data.piece.id,
        isOpen ? (taken?.id ?? null) : null,
        `${page.limitDeg} ${page.layerMm}`,
        bench.data.plan.version,
    );
    const [at, setAt] = useState<string | null>(null);
    const places = report?.places ?? [];
    const looked = places.find((p) => p.key === at) ?? null;
    const file = looked && triple(looked.atFileMm);
    const key = looked?.key ?? null;
    const { stage } = bench;

    useEffect(() => {
        // seen from below, where it would be printed into the air
        if (key && file) stage()?.fly(file);
        // eslint-disable-next-line react-hooks/exhaustive-deps -- flown to once, when it is picked
    }, [key, stage]);

    const accept = (place: string): void => {
        const isIn = page.accepted.includes(place);
        void bench.plan.decide('hold', { accepted: isIn ? page.accepted.filter((p) => p !== place) : [...page.accepted, place] });
    };
    const move = (by: number): void => {
        const from = places.findIndex((p) => p.key === at);
        setAt(places[from < 0 ? (by > 0 ? 0 : places.length - 1) : (from + by + places.length) % places.length]?.key ?? null);
    };
    const group = 'Places to hold';
    const keys: Shortcut[] = [
        { key: 'j', does: 'Next place', run: () => move(1), group },
        { key: 'k', does: 'Previous place', run: () => move(-1), group },
        {
            key: 'x',
            does: 'Print it without support, or hold it after all',
            run: () => looked && accept(looked.key),
            group,
            when: () => looked !== null,
        },
        { key: 'Escape', does: 'Let go of the place', run: () => setAt(null), group, shown: 'Esc', when: () => looked !== null },
    ];
    const onStage = takenOnStage(bench, bench.data.stage.layerMm, null);
    return {
        key: 'hold',
        tint: 'overhang',
        isReady: taken !== null,
        evidence: (
            <HoldEvidence
                page={page}
                report={report}
                at={at}
                onLook={setAt}
                onLimit={(deg) => void bench.plan.decide('hold', { limit_deg: deg })}
                onAccept={accept}
                onDone={() => bench.go('layers')}
                columns={
                    taken && <ColumnsCard pieceId={bench.data.piece.id} stanceId={taken.id} rules={`${page.limitDeg} ${page.layerMm}`} />
                }
            />
        ),
        keys,
        ...onStage,
        stage: {
            ...onStage.stage,
            panes: onStage.stage.panes.map((pane) => ({ ...pane, ring: file })),
            ringed: looked ? `${looked.label.toLowerCase()} at ${unit(looked.zMinMm, 1, 'mm')}` : null,
        },
        leave: () => setAt(null),
    };
}
