import { hours, unit } from '@/lib/format';
import type { Shelf } from '@/types/generated';
import type { StudioBench } from './useStudio';

/** The Sheet: with what it is printed, and what one takes along. */
export function StudioSheet({ bench }: { bench: StudioBench }) {
    const { sheet, shape } = bench.pages;
    const n = shape.numbers;
    const base = `/pieces/${bench.data.piece.id}/lithophane`;
    const decide = (changes: Record<string, unknown>): void => void bench.plan.decide('sheet', changes);
    const picks: [string, Shelf['printers'], number, string][] = [
        ['Printer', bench.shelf.printers, sheet.printerId, 'printer_id'],
        ['Nozzle', bench.shelf.nozzles, sheet.nozzleId, 'nozzle_id'],
        ['Filament', bench.shelf.filaments, sheet.filamentId, 'filament_id'],
    ];
    return (
        <div className="h-full space-y-4 overflow-y-auto px-4 pt-3 pb-4 text-[13px]">
            <div>
                <h2 className="text-[20px] leading-tight">Take it to the printer</h2>
                <p className="mt-1 font-serif text-[16px] leading-snug">
                    {n === null ? (
                        'The relief is not shaped yet.'
                    ) : (
                        <>
                            Standing, <strong>{hours(n.print.hours)}</strong> and <strong>{unit(n.print.grams, 0, 'g')}</strong>, walls
                            until it is solid, no supports.
                        </>
                    )}
                </p>
            </div>
            <section aria-label="Made with" className="rule-t space-y-2 pt-3">
                {picks.map(([label, items, value, key]) => (
                    <label key={key} className="grid grid-cols-[72px_1fr] items-center gap-2">
                        <span className="text-soft">{label}</span>
                        <select
                            className="select select-sm w-full"
                            value={value}
                            onChange={(e) => decide({ [key]: Number(e.target.value) })}
                        >
                            {items.map((i) => (
                                <option key={i.id} value={i.id}>
                                    {i.name}
                                </option>
                            ))}
                        </select>
                    </label>
                ))}
            </section>
            {n !== null && (
                <ul className="space-y-2">
                    <li className="rounded-md border border-base-300 px-3 py-2">
                        <span className="block font-semibold">The relief</span>
                        <span className="block text-[12px] text-soft">Closed, millimetres, standing at z = 0 as it prints</span>
                        <span className="mt-1.5 flex gap-1.5">
                            <a className="btn btn-xs" href={`${base}/stl`} download>
                                STL
                            </a>
                            <a className="btn btn-xs" href={`${base}/3mf`} download>
                                3MF
                            </a>
                        </span>
                    </li>
                    <li className="rounded-md border border-base-300 px-3 py-2">
                        <span className="block font-semibold">Colours behind it</span>
                        <span className="block text-[12px] text-soft">
                            Mirrored, true in size, everywhere as light: print at 100 % on paper and lay it behind, away from the bulb. If
                            you transfer it with a solvent: air the room, no flame, gloves, as its own sheet says; or leave it and colour
                            the lamp.
                        </span>
                        <span className="mt-1.5 flex gap-1.5">
                            <a className="btn btn-xs" href={`${base}/backing-pdf`} download>
                                PDF
                            </a>
                            <a className="btn btn-xs" href={`${base}/backing-png`} download>
                                PNG
                            </a>
                        </span>
                    </li>
                    <li>
                        <a
                            className="block rounded-md border border-base-300 px-3 py-2 hover:border-primary"
                            href={`${base}/sheet`}
                            target="_blank"
                            rel="noreferrer"
                        >
                            <span className="block font-semibold">Sheet to print</span>
                            <span className="block text-[12px] text-soft">One page: settings, light, cautions</span>
                        </a>
                    </li>
                    <li>
                        <a
                            className="block rounded-md border border-base-300 px-3 py-2 hover:border-primary"
                            href={`${base}/layers`}
                            download
                        >
                            <span className="block font-semibold">Heights of its layers, CSV</span>
                            <span className="block text-[12px] text-soft">
                                {bench.pages.upright.isByDetail ? 'By the detail of each row' : 'Even'}: a layer a line, from the plate
                            </span>
                        </a>
                    </li>
                    <li>
                        <a
                            className="block rounded-md border border-base-300 px-3 py-2 hover:border-primary"
                            href={`${base}/json`}
                            download
                        >
                            <span className="block font-semibold">The plan as JSON</span>
                            <span className="block text-[12px] text-soft">Everything chosen, every number with its unit</span>
                        </a>
                    </li>
                </ul>
            )}
            <p className="rule-t pt-3 text-[12px] text-soft">
                Nozzle and plate burn: let them cool. Do not leave a running printer or a new lamp alone unless their makers and your house
                rules allow it.
            </p>
        </div>
    );
}
