import { useCallback, useRef, useState } from 'react';
import { useStore } from 'zustand';
import type { StageHandle } from '@/stage/Stage';
import type {
    HoldPage,
    LayersPage,
    SeamPage,
    IronPage,
    LookPage,
    Measuring,
    SheetPage,
    Shelf,
    StandPage,
    StanceRanking,
    Workbench,
} from '@/types/generated';
import { createUi, type Ui, type UiStore } from './ui';
import { useMeasuring } from './useMeasuring';
import { usePlan, type PlanActions } from './usePlan';

export type PieceProps = { bench: Workbench; ranking: StanceRanking | null; shelf: Shelf; told?: string | null };

type Pages = { look: LookPage; stand: StandPage; hold: HoldPage; layers: LayersPage; seam: SeamPage; iron: IronPage; sheet: SheetPage };

/** Everything a station may know and do. */
export type Bench = {
    data: Workbench;
    ranking: StanceRanking | null;
    shelf: Shelf;
    told: string | null;
    measuring: Measuring;
    ui: Ui;
    set: UiStore['setState'];
    plan: PlanActions;
    /** what can be asked of the stage, once it is there */
    stage: () => StageHandle | null;
    onStage: (handle: StageHandle | null) => void;
    /** to a station; one that is shut says what it waits for */
    go: (key: string) => void;
};

export function useBench({ bench: data, ranking, shelf, told }: PieceProps): Bench {
    const [store] = useState(() => createUi(fromHash(data)));
    const ui = useStore(store);
    const measuring = useMeasuring(data.piece.id, data.measuring);
    const plan = usePlan(
        data,
        useCallback(() => store.getState().station, [store]),
    );
    const held = useRef<StageHandle>(null);
    const stage = useCallback(() => held.current, []);
    const onStage = useCallback((handle: StageHandle | null): void => void (held.current = handle), []);
    const go = (key: string): void => {
        history.replaceState(history.state, '', `#${key}`);
        store.setState({ station: key, cutMm: null, layerMm: null, isChart: false });
    };
    return { data, ranking, shelf, told: told ?? null, measuring, ui, set: store.setState, plan, stage, onStage, go };
}

/** What a station's page is given; null while there is nothing yet. */
export function pageOf<K extends keyof Pages>(bench: Bench, key: K): Pages[K] {
    return bench.data.stations[key] as Pages[K];
}

/** Where the address says, else the next undecided station, else the last. */
function fromHash({ route }: Workbench): string {
    const asked = route.find((s) => `#${s.key}` === window.location.hash && s.state !== 'shut');
    const open = asked ?? route.find((s) => s.state === 'next') ?? route.filter((s) => s.state !== 'shut').at(-1);
    return open?.key ?? 'look';
}
