import { Head, Link, useForm } from '@inertiajs/react';

type Field = { name: 'name' | 'email' | 'password'; label: string; type: string; autoComplete: string };
type Props = { title: string; action: string; fields: Field[]; submit: string; other: { href: string; label: string } };

/** The one form behind signing in and signing up. */
export function Door({ title, action, fields, submit, other }: Props) {
    const form = useForm<Record<Field['name'], string>>({ name: '', email: '', password: '' });
    return (
        <main className="grid min-h-screen place-items-center px-6">
            <Head title={title} />
            <form
                className="w-full max-w-sm rounded-md border border-base-300 bg-base-100 px-8 py-8"
                onSubmit={(e) => {
                    e.preventDefault();
                    form.post(action);
                }}
            >
                <p className="font-serif text-2xl">
                    Wren<em className="text-primary">lo</em>
                </p>
                <h1 className="mt-4 text-xl">{title}</h1>
                {fields.map((f) => (
                    <label key={f.name} className="mt-4 block text-[13px]">
                        {f.label}
                        <input
                            className="input mt-1 w-full"
                            type={f.type}
                            name={f.name}
                            autoComplete={f.autoComplete}
                            required
                            value={form.data[f.name]}
                            aria-invalid={form.errors[f.name] !== undefined}
                            onChange={(e) => form.setData(f.name, e.target.value)}
                        />
                        {form.errors[f.name] && (
                            <span role="alert" className="mt-1 block text-error">
                                {form.errors[f.name]}
                            </span>
                        )}
                    </label>
                ))}
                <button className="btn btn-neutral mt-6 w-full" disabled={form.processing}>
                    {submit}
                </button>
                <p className="mt-4 text-[13px] text-soft">
                    <Link href={other.href} className="underline">
                        {other.label}
                    </Link>
                </p>
            </form>
        </main>
    );
}
