import { Link, router, usePage } from '@inertiajs/react';
import type { ReactNode } from 'react';
import { switchTheme } from '@/lib/theme';

type Props = { children: ReactNode; trail?: ReactNode; side?: ReactNode };

/** The thin head every page shares: where am I, what can I press. */
export function Frame({ children, trail, side }: Props) {
    const { person } = usePage<{ person: { name: string } | null }>().props;
    return (
        <div className="flex h-screen min-h-0 flex-col">
            <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-base-100 focus:p-2">
                To the content
            </a>
            <header className="flex h-11 shrink-0 items-center gap-3 border-b border-base-300 px-4">
                <Link href="/" className="font-serif text-xl leading-none" aria-label="Wrenlo, to the cabinet">
                    Wren<em className="text-primary">lo</em>
                </Link>
                <nav aria-label="Where you are" className="flex min-w-0 items-baseline gap-2 text-sm">
                    {trail}
                </nav>
                <div className="ml-auto flex shrink-0 items-center gap-3 text-[13px] text-soft">
                    {side}
                    <Link href="/shelf" className="hover:text-base-content">
                        Printers &amp; filaments
                    </Link>
                    <button type="button" onClick={switchTheme} className="hover:text-base-content">
                        Day / night
                    </button>
                    {person && (
                        <button type="button" onClick={() => router.post('/sign-out')} className="hover:text-base-content">
                            Sign out {person.name}
                        </button>
                    )}
                </div>
            </header>
            <main id="main" className="min-h-0 flex-1 overflow-auto">
                {children}
            </main>
        </div>
    );
}
