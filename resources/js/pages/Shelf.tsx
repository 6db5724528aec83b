import { Head, Link } from '@inertiajs/react';
import { Frame } from '@/components/Frame';
import { Currency } from '@/shelf/Currency';
import { ItemRow } from '@/shelf/ItemRow';
import { KINDS } from '@/shelf/kinds';
import type { Shelf as ShelfData } from '@/types/generated';

export default function Shelf({ shelf }: { shelf: ShelfData }) {
    return (
        <Frame
            trail={
                <>
                    <Link href="/" className="text-soft hover:text-base-content">
                        Cabinet
                    </Link>
                    <span className="text-soft">/</span>
                    <span className="font-serif text-[16px]">Printers &amp; filaments</span>
                </>
            }
        >
            <Head title="Printers & filaments" />
            <div className="mx-auto max-w-[1000px] px-6 pt-6 pb-16">
                <h1 className="text-3xl">What you print with</h1>
                <p className="mt-1 text-soft">
                    Plate size, nozzle and Z step set the limits of a plan; density and price its grams and cost. Change a number and every
                    plan that uses it follows.
                </p>
                <Currency stored={shelf.currency} />
                {KINDS.map((kind) => (
                    <section key={kind.key} className="mt-8" aria-label={kind.title}>
                        <h2 className="mb-1 text-xl">{kind.title}</h2>
                        <ul>
                            {shelf[kind.key].map((item) => (
                                <ItemRow key={item.id} kind={kind} item={item} currency={shelf.currency} />
                            ))}
                            <ItemRow key="new" kind={kind} item={null} currency={shelf.currency} />
                        </ul>
                    </section>
                ))}
            </div>
        </Frame>
    );
}
