import { Head, Link } from '@inertiajs/react';

const WORDS: Record<number, string> = {
    403: 'This door is closed.',
    404: 'There is nothing at this address.',
    409: 'Not yet.',
    419: 'The page has been open too long; reload it.',
    500: 'Something in Wrenlo failed. Your pieces are kept as they are.',
    503: 'Wrenlo is being worked on and will be back shortly.',
};

export default function Problem({ status, message }: { status: number; message: string }) {
    return (
        <main className="grid min-h-screen place-items-center px-6 text-center">
            <Head title="Problem" />
            <div className="max-w-md">
                <p className="font-serif text-6xl text-primary">{status}</p>
                <h1 className="mt-2 text-2xl">{WORDS[status] ?? 'Something went wrong.'}</h1>
                {message !== '' && status !== 404 && <p className="mt-2 text-soft">{message}</p>}
                <Link href="/" className="btn btn-neutral btn-sm mt-6">
                    To the cabinet
                </Link>
            </div>
        </main>
    );
}
