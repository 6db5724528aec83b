import { router } from '@inertiajs/react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useMeasuring } from '@/bench/useMeasuring';
import { usePlan, type PlanActions } from '@/bench/usePlan';
import type {
    LightPage,
    Measuring,
    PhotoJudged,
    PhotoPage,
    PhotoSheetPage,
    ShapePage,
    Shelf,
    Studio,
    UprightPage,
} from '@/types/generated';
import { previewOf, type View } from './paint';
import { worked, type Preview } from './tone';
import { useJudged } from './useJudged';

export type StudioProps = { bench: Studio; shelf: Shelf; told?: string | null };

type Pages = { photo: PhotoPage; light: LightPage; shape: ShapePage; upright: UprightPage; sheet: PhotoSheetPage };

/** A tone as it is being set: shown at once, saved when the hand rests. */
export type ToneChange = Partial<Pick<PhotoPage, 'brightness' | 'contrast' | 'gamma' | 'local' | 'fade' | 'stretch' | 'negative'>>;

const REST_MS = 350;

/** Everything the studio knows and can do. */
export type StudioBench = {
    data: Studio;
    shelf: Shelf;
    told: string | null;
    plan: PlanActions;
    measuring: Measuring;
    pages: Pages;
    station: string;
    go: (key: string) => void;
    preview: Preview | null;
    /** with the tones as they are set; null until it is judged at all */
    judged: PhotoJudged | null;
    /** as set, what is not saved yet included */
    tone: PhotoPage;
    setTone: (change: ToneChange) => void;
    view: View;
    setView: (view: View) => void;
    dimmed: number;
    setDimmed: (dimmed: number) => void;
    isHelpOpen: boolean;
    set: (ui: { isHelpOpen: boolean }) => void;
    /** painting the background on the picture */
    isPainting: boolean;
    setPainting: (isPainting: boolean) => void;
};

export function useStudio({ bench: data, shelf, told }: StudioProps): StudioBench {
    const pages = data.stations as Pages;
    const [station, setStation] = useState(() => fromHash(data));
    const at = useRef(station);
    const plan = usePlan(
        data,
        useCallback(() => at.current, []),
    );
    const measuring = useMeasuring(data.piece.id, data.measuring);
    const [view, setView] = useState<View>('lit');
    const [dimmed, setDimmed] = useState(1);
    const [isHelpOpen, setHelpOpen] = useState(false);
    const [isPainting, setPainting] = useState(false);
    const plain = usePreview(pages.photo.preview);
    const [tone, setTone] = useTone(pages.photo, plan);
    const { local, fade, background } = tone;
    const { pictureMm } = pages.shape;
    const preview = useMemo(
        () => plain && worked(plain, { local, fade, background }, pictureMm),
        [plain, local, fade, background, pictureMm],
    );
    const judged = useJudged(data.piece.id, pages.photo, tone);
    const go = (key: string): void => {
        history.replaceState(history.state, '', `#${key}`);
        at.current = key;
        setStation(key);
        setPainting(false);
    };
    return {
        data,
        shelf,
        told: told ?? null,
        plan,
        measuring,
        pages,
        station,
        go,
        preview,
        judged,
        tone,
        setTone,
        view,
        setView,
        dimmed,
        setDimmed,
        isHelpOpen,
        set: (ui) => setHelpOpen(ui.isHelpOpen),
        isPainting,
        setPainting,
    };
}

/** What the hand has changed lies over what was saved until the server has it. */
function useTone(saved: PhotoPage, plan: PlanActions): [PhotoPage, (change: ToneChange) => void] {
    const [draft, setDraft] = useState<ToneChange>({});
    const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
    const pending = useRef<ToneChange>({});
    const set = (change: ToneChange): void => {
        pending.current = { ...pending.current, ...change };
        setDraft(pending.current);
        clearTimeout(waiting.current);
        waiting.current = setTimeout(() => {
            const sent = pending.current;
            pending.current = {};
            void plan.decide('photo', sent).then(() => {
                // unless the hand has gone on meanwhile
                setDraft(pending.current);
                router.reload({ only: ['bench'] });
            });
        }, REST_MS);
    };
    useEffect(() => () => clearTimeout(waiting.current), []);
    // the same object until something of it changes: pictures are painted by it
    return [useMemo(() => ({ ...saved, ...draft }), [saved, draft]), set];
}

function usePreview(url: string | null): Preview | null {
    const [preview, setPreview] = useState<Preview | null>(null);
    useEffect(() => {
        if (url === null) return;
        const stop = new AbortController();
        fetch(url, { signal: stop.signal })
            .then(async (r) => (r.ok ? setPreview(previewOf(await r.arrayBuffer())) : undefined))
            .catch(() => undefined);
        return () => stop.abort();
    }, [url]);
    return preview;
}

function fromHash({ route }: Studio): string {
    const asked = route.find((s) => `#${s.key}` === window.location.hash && s.state !== 'shut');
    return (asked ?? route.find((s) => s.state === 'next') ?? route.find((s) => s.state === 'open'))?.key ?? 'photo';
}
