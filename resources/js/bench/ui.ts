import { createStore } from 'zustand/vanilla';
import type { MeasureKey } from '@/stage/measures';

/** What the page knows and the server does not: where one is, what one looks at. One place for all stations. */
export type Ui = {
    station: string;
    tint: MeasureKey;
    /** plate-frame height above which the piece is cut away, or null */
    cutMm: number | null;
    isHelpOpen: boolean;
    /** the stance looked at; null: the best, or the one taken */
    stanceId: string | null;
    /** shown beside it: the pinned one, or the one another plan has taken */
    against: 'pinned' | number | null;
    isChart: boolean;
    /** a layer height being tried */
    layerMm: number | null;
};

export type UiStore = ReturnType<typeof createUi>;

export const createUi = (station: string) =>
    createStore<Ui>(() => ({
        station,
        tint: 'plain',
        cutMm: null,
        isHelpOpen: false,
        stanceId: null,
        against: null,
        isChart: false,
        layerMm: null,
    }));
