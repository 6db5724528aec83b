import type { ReactNode } from 'react';
import type { Shortcut } from '@/lib/keys';
import type { Runs } from '@/lib/layers';
import type { Layer } from '@/lib/marks';
import type { MeasureKey } from '@/stage/measures';
import type { Drawn, OnlyWish, SupportsWish } from '@/stage/Stage';
import type { ViewListener, ViewState } from '@/stage/View';

/** What a station wants on the stage. */
export type StageWish = Pick<ViewState, 'panes' | 'isShelf'> &
    Partial<Pick<ViewState, 'isHeld' | 'isPinning' | 'brush' | 'sight'>> &
    Partial<ViewListener> & {
        /** the layer height its tint is for */
        layerMm: number;
        captions?: string[];
        /** what the ring on the piece is round */
        ringed?: string | null;
        marks?: Layer[];
        /** what holds it */
        supports?: SupportsWish | null;
        /** heights of the layers from the plate, where they are not all of layerMm */
        runs?: Runs;
        /** seams and strokes on it */
        lines?: Drawn | null;
        /** one place that is shown in full, the others pale */
        only?: OnlyWish | null;
        /** address of a measure beside the seen weights */
        extra?: string | null;
        /** tints that are there beside those that always are */
        offered?: MeasureKey[];
    };

/** One stop of the route, as the page composes it. A station is a hook that returns this. */
export type StationView = {
    key: string;
    /** what it begins with */
    tint: MeasureKey;
    /** whether there is enough measured for it */
    isReady: boolean;
    evidence: ReactNode;
    stage: StageWish;
    keys: Shortcut[];
    /** takes most of the stage’s place, the piece beside it */
    beside?: ReactNode;
    /** the stance whose height score lies below; null for none */
    strip: {
        stanceId: string | null;
        hint: string;
        hours: number;
        heightMm: number;
        /** instead of the estimate of supports */ supportMm2?: number[];
        /** what is seen of the seam, by equal parts of the height, mm */ seam?: number[] | null;
    } | null;
    /** lets go of what is open over it; called when one leaves */
    leave?: () => void;
};
