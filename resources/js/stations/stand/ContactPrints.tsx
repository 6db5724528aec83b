import { useEffect, useRef } from 'react';
import type { Stance } from '@/types/generated';

type Props = {
    stances: Stance[];
    selectedId: string | null;
    pinnedId: string | null;
    takenId: string | null;
    onSelect: (id: string) => void;
};

/** The ranked stances as small prints, best first. */
export function ContactPrints({ stances, selectedId, pinnedId, takenId, onSelect }: Props) {
    const list = useRef<HTMLUListElement>(null);
    useEffect(() => {
        const [box, print] = [list.current, list.current?.querySelector<HTMLElement>('[aria-current=true]')];
        if (box && print) box.scrollLeft = print.offsetLeft - box.offsetLeft - box.clientWidth / 2 + print.clientWidth / 2;
    }, [selectedId]);
    return (
        <ul ref={list} className="relative flex gap-1.5 overflow-x-auto pb-1.5" aria-label="Stances, best first">
            {stances.map((s) => {
                const isOn = s.id === selectedId;
                return (
                    <li key={s.id} className="shrink-0">
                        <button
                            type="button"
                            data-stance={s.id}
                            aria-current={isOn}
                            aria-label={`Stance ${s.rank}, ${s.lean}${s.origin === 'file' ? ', the pose of the file' : ''}${s.numbers.exact ? '' : ', estimated'}${s.id === pinnedId ? ', pinned' : ''}${s.id === takenId ? ', taken' : ''}`}
                            title={`${s.rank}: ${s.lean}${s.origin === 'file' ? ', the pose of the file' : ''}`}
                            onClick={() => onSelect(s.id)}
                            className={`relative grid h-[62px] w-[58px] place-items-center rounded-md border bg-base-200 ${isOn ? 'border-primary outline outline-primary' : 'border-base-300 hover:border-primary'}`}
                        >
                            {s.picture ? (
                                <img src={s.picture} alt="" className="h-[54px] w-[54px]" />
                            ) : (
                                <span className="text-[11px] text-soft">≈</span>
                            )}
                            <span className="absolute bottom-0.5 left-1 text-[10px] text-base-content">{s.rank}</span>
                            {s.id === pinnedId && <span className="absolute top-1 right-1 h-2 w-2 rounded-full bg-secondary" />}
                            {s.id === takenId && <span className="absolute top-0 right-1 text-[11px] font-bold text-success">✓</span>}
                        </button>
                    </li>
                );
            })}
        </ul>
    );
}
