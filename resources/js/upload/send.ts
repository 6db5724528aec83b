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
        request.onerror = () => void brokenOff(file).then((why) => reject(new Error(why)));
        request.onabort = () => reject(new Error('Stopped; nothing was kept.'));
        const form = new FormData();
        form.append('file', file);
        request.send(form);
    });
    return { done, cancel: () => request.abort() };
}

/** The browser reads a file from the disk as it sends it; one that was written anew or put away meanwhile ends the sending just as a lost line does. */
export async function brokenOff(file: Blob): Promise<string> {
    try {
        await file.slice(0, 1).arrayBuffer();
        return 'The connection broke off while the file was on its way; nothing was kept.';
    } catch {
        return 'The file was changed or moved while it was on its way; nothing was kept. Drop it once more.';
    }
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
