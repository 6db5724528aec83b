import { headers, sentence } from '@/lib/http';

export type Sending = { share: number; cancel: () => void };

/** Sends a file to the cabinet and reports the share that has arrived. */
export function sendFile(file: File, onShare: (share: number) => void): { done: Promise<number>; cancel: () => void } {
    const request = new XMLHttpRequest();
    const done = new Promise<number>((resolve, reject) => {
        request.open('POST', '/pieces');
        for (const [name, value] of Object.entries(headers())) request.setRequestHeader(name, value);
        request.upload.onprogress = (e) => e.lengthComputable && onShare(e.loaded / e.total);
        request.onload = () => {
            if (request.status === 201) resolve((JSON.parse(request.responseText) as { id: number }).id);
            else reject(new Error(sentence(request.responseText, request.status)));
        };
        request.onerror = () => reject(new Error('The connection broke off while the file was on its way; nothing was kept.'));
        request.onabort = () => reject(new Error('Stopped; nothing was kept.'));
        const form = new FormData();
        form.append('file', file);
        request.send(form);
    });
    return { done, cancel: () => request.abort() };
}

/** Why a file should not even be sent, or null. */
export function refusal(file: { name: string; size: number }, endings: string[], maxBytes: number): string | null {
    const ending = file.name.includes('.') ? (file.name.split('.').pop() ?? '').toLowerCase() : '';
    const names = endings.map((e) => e.toUpperCase());
    const known = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}` : names.join('');
    if (!endings.includes(ending)) return `“${file.name}” is not a file Wrenlo reads yet; it reads ${known}.`;
    if (file.size > maxBytes)
        return `“${file.name}” is larger than ${Math.round(maxBytes / 1048576)} MB. Reduce the mesh in the program it was made with.`;
    if (file.size === 0) return `“${file.name}” is empty.`;
    return null;
}
