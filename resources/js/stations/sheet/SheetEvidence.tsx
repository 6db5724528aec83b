import { hours, number, unit } from '@/lib/format';
import type { PlanChoice, Shelf } from '@/types/generated';

type Tools = { printer_id: number; nozzle_id: number; filament_id: number };
type Props = {
    pieceId: number;
    lean: string | null;
    choice: PlanChoice | null;
    shelf: Shelf;
    tools: Tools;
    bedMm: number[];
    onTools: (tools: Partial<Tools>) => void;
};

/** The Sheet station: for which printer, and everything to take along. */
export function SheetEvidence({ pieceId, lean, choice, shelf, tools, bedMm, onTools }: Props) {
    const isTooTall = choice !== null && choice.heightMm > (bedMm[2] ?? Infinity);
    const isTooWide = choice !== null && !isTooTall && !choice.fitsBed;
    return (
        <div className="h-full space-y-4 overflow-y-auto px-4 pt-3 pb-4">
            <div>
                <h2 className="text-[20px] leading-tight">Take it to the printer</h2>
                {lean && choice ? (
                    <p className="mt-1 font-serif text-[16px] leading-snug">
                        Standing <strong>{lean}</strong>, in <strong>{number(choice.layers)}</strong> layers of{' '}
                        <strong>
                            {choice.leastMm < choice.mostMm ? `${number(choice.leastMm, 2)} to ` : ''}
                            {unit(choice.mostMm, 2, 'mm')}
                        </strong>
                        : {choice.isLaid ? '' : 'about '}
                        <strong>{hours(choice.hours)}</strong> and <strong>{unit(choice.grams, 0, 'g')}</strong>.
                    </p>
                ) : (
                    <p className="mt-1 font-serif text-[16px] leading-snug">
                        {lean
                            ? `Standing ${lean}; the layer height is still open.`
                            : 'No stance is decided yet: there is nothing to take along.'}
                    </p>
                )}
            </div>
            {isTooTall && (
                <p role="alert" className="text-[13px] text-error">
                    {unit(choice.heightMm, 0, 'mm')} is taller than the {unit(bedMm[2] ?? 0, 0, 'mm')} this printer offers.
                </p>
            )}
            {isTooWide && (
                <p role="alert" className="text-[13px] text-error">
                    This stance does not fit the bed of this printer, however it is turned.
                </p>
            )}
            <section aria-label="Made for" className="rule-t space-y-2 pt-3 text-[13px]">
                <Pick label="Printer" items={shelf.printers} value={tools.printer_id} onPick={(id) => onTools({ printer_id: id })} />
                <Pick label="Nozzle" items={shelf.nozzles} value={tools.nozzle_id} onPick={(id) => onTools({ nozzle_id: id })} />
                <Pick label="Filament" items={shelf.filaments} value={tools.filament_id} onPick={(id) => onTools({ filament_id: id })} />
            </section>
            <ul className="space-y-2">
                <li
                    className={`rounded-md border px-3 py-2 text-[13px] ${lean ? 'border-base-300' : 'border-dashed border-base-300 text-soft'}`}
                >
                    <span className="block font-semibold">Oriented mesh</span>
                    <span className="block text-[12px] text-soft">Millimetres, lowest point at z = 0</span>
                    <span className="mt-1.5 flex gap-1.5">
                        {MESH_FILES.map(({ ending, what }) =>
                            lean ? (
                                <a key={ending} href={`/pieces/${pieceId}/export/${ending}`} title={what} className="btn btn-xs" download>
                                    {ending.toUpperCase()}
                                </a>
                            ) : (
                                <span key={ending}>{ending.toUpperCase()}</span>
                            ),
                        )}
                    </span>
                </li>
                <Take
                    href={`/pieces/${pieceId}/export/sheet`}
                    name="Sheet to print"
                    what="One page: picture, settings, reasons, cautions"
                    isOpen={lean !== null}
                />
                <Take
                    href={`/pieces/${pieceId}/export/zip`}
                    name="All for the printer, as one ZIP"
                    what="Layer heights, seam points, ironing strokes, the plan"
                    isOpen={lean !== null && choice !== null}
                    download
                />
                <Take
                    href={`/pieces/${pieceId}/export/layers`}
                    name="Layer heights as CSV"
                    what="Layer, top and height, from the plate"
                    isOpen={lean !== null && choice !== null}
                    download
                />
                <Take
                    href={`/pieces/${pieceId}/export/json`}
                    name="The plan as JSON"
                    what="Every number with its unit, for scripts"
                    isOpen={lean !== null}
                    download
                />
            </ul>
            <p className="rule-t pt-3 text-[12px] text-soft">
                Nozzle and plate burn: let them cool. Take supports off with eye protection. Do not leave a running printer alone unless its
                maker and your house rules allow it.
            </p>
        </div>
    );
}

const MESH_FILES = [
    { ending: '3mf', what: '3MF core: states its unit, the one to prefer' },
    { ending: 'stl', what: 'Binary STL: every program opens it' },
    { ending: 'obj', what: 'OBJ text' },
];

function Pick({ label, items, value, onPick }: { label: string; items: Shelf['printers']; value: number; onPick: (id: number) => void }) {
    return (
        <label className="grid grid-cols-[72px_1fr] items-center gap-2">
            <span className="text-soft">{label}</span>
            <select className="select select-sm w-full" value={value} onChange={(e) => onPick(Number(e.target.value))}>
                {items.map((i) => (
                    <option key={i.id} value={i.id}>
                        {i.name}
                    </option>
                ))}
            </select>
        </label>
    );
}

function Take({
    href,
    name,
    what,
    isOpen,
    download = false,
}: {
    href: string;
    name: string;
    what: string;
    isOpen: boolean;
    download?: boolean;
}) {
    const inner = (
        <>
            <span className="block font-semibold">{name}</span>
            <span className="block text-[12px] text-soft">{what}</span>
        </>
    );
    return (
        <li>
            {isOpen ? (
                <a
                    href={href}
                    className="block rounded-md border border-base-300 px-3 py-2 text-[13px] hover:border-primary"
                    {...(download ? { download: true } : { target: '_blank', rel: 'noopener' })}
                >
                    {inner}
                </a>
            ) : (
                <span className="block rounded-md border border-dashed border-base-300 px-3 py-2 text-[13px] text-soft">{inner}</span>
            )}
        </li>
    );
}
