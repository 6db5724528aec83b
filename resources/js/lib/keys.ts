import { useEffect, useRef } from 'react';

export type Shortcut = {
    key: string;
    does: string;
    run: () => void;
    group: string;
    shown?: string;
    /** whether it means this now; else the next one with this key is asked */
    when?: () => boolean;
    /** works at the other stations, too */
    everywhere?: boolean;
};

/** Single keys, unless someone is typing, moving a slider, or holding a modifier. The first that is meant has the key. */
export function useShortcuts(shortcuts: Shortcut[]): void {
    const latest = useRef(shortcuts);
    useEffect(() => {
        latest.current = shortcuts;
    });
    useEffect(() => {
        const onKey = (event: KeyboardEvent): void => {
            if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || isBusy(event)) return;
            const hit = latest.current.find((s) => s.key === event.key && (s.when?.() ?? true));
            if (!hit) return;
            event.preventDefault();
            hit.run();
        };
        window.addEventListener('keydown', onKey);
        return () => window.removeEventListener('keydown', onKey);
    }, []);
}

export function isBusy(event: KeyboardEvent): boolean {
    const target = event.target;
    if (!(target instanceof HTMLElement)) return false;
    if (target.closest('dialog[open]') && event.key !== '?') return true;
    if (target instanceof HTMLInputElement && target.type === 'range') return event.key.startsWith('Arrow');
    if (target.matches('input, textarea, select, [contenteditable]')) return true;
    if (['slider', 'radio'].includes(target.getAttribute('role') ?? '') && event.key.startsWith('Arrow')) return true;
    return target.matches('button, a, summary') && (event.key === 'Enter' || event.key === ' ');
}
