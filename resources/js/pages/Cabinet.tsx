import { Head, Link, router } from '@inertiajs/react';
import { useEffect } from 'react';
import { Frame } from '@/components/Frame';
import { DropAnywhere } from '@/upload/DropAnywhere';
import { bytes, counted, hours, mm, number, unit } from '@/lib/format';
import type { PieceCard } from '@/types/generated';

type Props = { pieces: PieceCard[]; endings: string[]; maxBytes: number; maxTriangles: number };

export default function Cabinet({ pieces, endings, maxBytes, maxTriangles }: Props) {
    const isBusy = pieces.some((p) => p.measuring.underWay);
    useEffect(() => {
        if (!isBusy) return;
        const timer = setInterval(() => router.reload({ only: ['pieces'] }), 1500);
        return () => clearInterval(timer);
    }, [isBusy]);

    return (
        <Frame trail={<span className="text-soft">Cabinet</span>}>
            <Head title="Cabinet" />
            <div className="mx-auto max-w-[1240px] px-6 pt-6 pb-16">
                <div className="mb-6 flex flex-wrap items-end justify-between gap-4">
                    <h1 className="mr-auto text-3xl">The cabinet</h1>
                    {pieces.length > 1 && (
                        <Link href="/plate" className="btn btn-sm">
                            Print some together
                        </Link>
                    )}
                    <DropAnywhere endings={endings} maxBytes={maxBytes} maxTriangles={maxTriangles} />
                </div>
                {pieces.length === 0 ? (
                    <Empty />
                ) : (
                    <ul className="grid grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-x-6 gap-y-8">
                        {pieces.map((piece) => (
                            <Specimen key={piece.tag.id} piece={piece} />
                        ))}
                    </ul>
                )}
            </div>
        </Frame>
    );
}

function Empty() {
    return (
        <div className="rounded-lg border border-dashed border-base-300 px-8 py-16 text-center">
            <p className="font-serif text-2xl">Nothing on the shelves yet.</p>
            <p className="mx-auto mt-2 max-w-md text-soft">
                Drop the mesh of a figure here. Wrenlo tries two thousand ways to stand it on the plate and shows you, in numbers, which one
                keeps scars and steps off its face. Or drop a photo: it becomes a relief for your lamp.
            </p>
        </div>
    );
}

/** One specimen: its picture on the shelf board, its tag below. */
function Specimen({ piece }: { piece: PieceCard }) {
    const { tag, measuring, choice } = piece;
    return (
        <li>
            <Link href={`/pieces/${tag.id}`} className="group block">
                <div className="relative grid h-52 place-items-end justify-center border-b-4 border-base-300 group-hover:border-primary">
                    {piece.picture ? (
                        <img src={piece.picture} alt="" className="h-48 w-48 object-contain object-bottom" />
                    ) : (
                        <div className="mb-2 h-40 w-32 rounded-t-full border border-b-0 border-dashed border-base-300" aria-hidden="true" />
                    )}
                </div>
                <div className="mx-2 rounded-b-md border border-t-0 border-base-300 bg-base-100 px-3 pt-2.5 pb-3">
                    <h2 className="truncate text-[17px] leading-tight">{tag.name}</h2>
                    <p className="mt-0.5 text-[12px] text-soft">
                        {tag.triangles === null || tag.longestMm === null
                            ? bytes(tag.bytes)
                            : `${number(tag.triangles)} facets · ${mm(tag.longestMm)}`}
                        {tag.watertight !== null && (tag.watertight ? ' · watertight' : ' · not closed')}
                    </p>
                    {measuring.underWay && !measuring.isRanked ? (
                        <div className="mt-2" role="status">
                            <progress
                                className="progress progress-primary h-1 w-full"
                                value={measuring.percent}
                                max={100}
                                aria-label={measuring.words}
                            />
                            <p className="text-[12px] text-soft">
                                {measuring.words}, {measuring.percent} %
                            </p>
                        </div>
                    ) : (
                        <p className="mt-2 text-[13px]">
                            {piece.figure ? (
                                <span className="font-semibold">{piece.figure}</span>
                            ) : choice ? (
                                <span className="font-semibold">
                                    {unit(choice.layerMm, 2, 'mm')} · {hours(choice.hours)} · {unit(choice.grams, 0, 'g')} · steps{' '}
                                    {unit(choice.seenStepUm, 0, 'µm')}
                                </span>
                            ) : (
                                <span className={measuring.failure ? 'text-error' : 'text-soft'}>
                                    {measuring.failure ??
                                        (piece.warnings > 0
                                            ? `${counted(piece.warnings, 'thing')} noticed about the file`
                                            : 'Not planned to the end yet')}
                                </span>
                            )}
                        </p>
                    )}
                    <p className="mt-1.5 text-[13px] font-semibold text-primary">{piece.next}</p>
                </div>
            </Link>
        </li>
    );
}
