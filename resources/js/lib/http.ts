/** Small helpers for the routes that are not pages: JSON with the session's token. */

export class Refused extends Error {}

function token(): string {
    const cookie = document.cookie.split('; ').find((c) => c.startsWith('XSRF-TOKEN='));
    return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
}

export function headers(): Record<string, string> {
    return { Accept: 'application/json', 'X-XSRF-TOKEN': token(), 'X-Requested-With': 'XMLHttpRequest' };
}

export async function json<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: unknown, signal?: AbortSignal): Promise<T> {
    const response = await fetch(url, {
        method,
        signal,
        headers: { ...headers(), ...(body === undefined ? {} : { 'Content-Type': 'application/json' }) },
        body: body === undefined ? undefined : JSON.stringify(body),
    });
    if (!response.ok) throw new Refused(sentence(await response.text(), response.status));
    return (await response.json()) as T;
}

/** Sends one file, and what is said with it, and reads the answer. */
export async function sendFile<T>(url: string, file: File, more: [string, string][] = []): Promise<T> {
    const form = new FormData();
    form.append('file', file);
    for (const [name, value] of more) form.append(name, value);
    const response = await fetch(url, { method: 'POST', headers: headers(), body: form });
    if (!response.ok) throw new Refused(sentence(await response.text(), response.status));
    return (await response.json()) as T;
}

/** The one sentence in an error answer. */
export function sentence(text: string, status: number): string {
    try {
        const answer = JSON.parse(text) as { message?: string; errors?: Record<string, string[]> };
        const first = Object.values(answer.errors ?? {})[0]?.[0];
        if (first ?? answer.message) return first ?? answer.message ?? '';
    } catch {
        // not JSON: fall through to the plain sentence
    }
    return status === 419 ? 'The page has been open too long; reload it.' : `Wrenlo answered with ${status}; nothing was changed.`;
}
