import { useEffect, useRef } from 'react';
import type { Shortcut } from '@/lib/keys';

/** All keys of a page, in groups. */
export function KeyOverlay({ shortcuts, isOpen, onClose }: { shortcuts: Shortcut[]; isOpen: boolean; onClose: () => void }) {
    const dialog = useRef<HTMLDialogElement>(null);
    useEffect(() => {
        if (isOpen) dialog.current?.showModal();
        else dialog.current?.close();
    }, [isOpen]);
    const groups = [...new Set(shortcuts.map((s) => s.group))];
    return (
        <dialog
            ref={dialog}
            onClose={onClose}
            aria-label="Keys"
            className="m-auto w-[720px] max-w-[92vw] rounded-lg border border-base-300 bg-base-100 p-6 text-base-content backdrop:bg-black/40"
        >
            <div className="mb-3 flex items-baseline justify-between">
                <h2 className="text-xl">Keys</h2>
                <button type="button" onClick={onClose} className="text-[13px] text-soft hover:text-base-content">
                    Close <span className="keycap">Esc</span>
                </button>
            </div>
            <div className="gap-x-8 sm:columns-2">
                {groups.map((group) => (
                    <section key={group} className="mb-3 break-inside-avoid">
                        <h3 className="mb-1 text-[15px] text-soft">{group}</h3>
                        <dl className="space-y-1 text-[13px]">
                            {shortcuts
                                .filter((s) => s.group === group)
                                .map((s) => (
                                    <div key={`${s.key} ${s.does}`} className="flex items-center justify-between gap-3">
                                        <dt>{s.does}</dt>
                                        <dd>
                                            <span className="keycap">{s.shown ?? s.key.toUpperCase()}</span>
                                        </dd>
                                    </div>
                                ))}
                        </dl>
                    </section>
                ))}
            </div>
        </dialog>
    );
}
