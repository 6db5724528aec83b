import { mm, number } from '@/lib/format';
import type { Headline, PieceTag } from '@/types/generated';

type Props = { tag: PieceTag; route: Headline[]; current: string; onGo: (key: string) => void };

/** The specimen tag and, below it, the stations in order with their headline figure. */
export function RouteCard({ tag, route, current, onGo }: Props) {
    const lines = [
        tag.fileName,
        ...(tag.triangles === null || tag.longestMm === null ? [] : [whatItIs(tag.triangles, tag.longestMm, tag.watertight)]),
    ];
    return (
        <nav aria-label="Stations" className="flex h-full flex-col overflow-y-auto border-r border-base-300 py-3">
            <div className="relative mx-3 rounded-sm rounded-tr-2xl border border-base-300 bg-base-100 px-3 py-3">
                <span className="absolute top-3 right-3 h-2.5 w-2.5 rounded-full border border-primary" aria-hidden="true" />
                <h1 className="pr-4 text-[17px] leading-tight break-words">{tag.name}</h1>
                {lines.map((line) => (
                    <p key={line} className="mt-1 text-[12px] leading-snug text-soft">
                        {line}
                    </p>
                ))}
            </div>
            <ol className="mt-3">
                {route.map((s, i) => (
                    <li key={s.key}>
                        <button
                            type="button"
                            onClick={() => onGo(s.key)}
                            disabled={s.state === 'shut'}
                            aria-current={s.key === current ? 'step' : undefined}
                            className={`grid w-full grid-cols-[22px_1fr] gap-x-2 border-l-[3px] px-3 py-1.5 text-left disabled:cursor-not-allowed ${s.key === current ? 'border-primary bg-accent text-accent-content' : 'border-transparent hover:bg-base-100'}`}
                        >
                            <span
                                className={`text-right font-serif text-[17px] ${s.again ? 'text-error' : s.state === 'next' ? 'text-primary' : s.state === 'done' ? 'text-success' : 'text-soft'}`}
                            >
                                {s.again ? '↻' : s.state === 'done' ? '✓' : i + 1}
                            </span>
                            <span className="flex items-baseline justify-between gap-2">
                                <span className={s.state === 'shut' ? 'text-soft' : s.state === 'next' ? 'font-semibold' : ''}>
                                    {s.name}
                                </span>
                                <span className={`truncate text-[12px] ${s.key === current ? '' : 'text-soft'}`}>{s.figure}</span>
                            </span>
                            {(s.again ?? s.detail) && (
                                <span className={`col-start-2 text-[12px] ${s.key === current ? '' : 'text-soft'}`}>
                                    {s.again ? 'look again' : s.detail}
                                </span>
                            )}
                        </button>
                    </li>
                ))}
            </ol>
        </nav>
    );
}

/** “60,648 facets · 155 mm · watertight” */
function whatItIs(triangles: number, longestMm: number, isClosed: boolean | null): string {
    return `${number(triangles)} facets · ${mm(longestMm)}${isClosed === null ? '' : isClosed ? ' · watertight' : ' · not closed'}`;
}
