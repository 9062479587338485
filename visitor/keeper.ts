/** What the browser keeps of a run, and how it speaks to the server. */
import type { Sent } from '../core/run/sent';
import type { Values } from './values';

/** Something that could not be sent yet: the `seq`th thing of the run. */
export type Waiting = { seq: number; sent: Sent };
export type Kept = { token: string; page?: string; values?: Values; waiting?: Waiting[] };

export const newToken = (): string =>
  btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(24))))
    .replaceAll('+', '-')
    .replaceAll('/', '_');

/** Storage that may be blocked, as in a frame of another site: then the run lives as long as the page. */
export function keeper(address: string) {
  const key = `yes-maybe ${address}`;
  return {
    read(): Kept | null {
      try {
        return JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null;
      } catch {
        return null;
      }
    },
    write(kept: Kept) {
      try {
        localStorage.setItem(key, JSON.stringify(kept));
      } catch {
        // Kept in memory only.
      }
    },
  };
}

const send = (url: string, body: unknown, keepalive = false): Promise<Response> =>
  fetch(url, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    keepalive,
  });

export async function post(url: string, body: unknown, keepalive = false): Promise<{ status: number; body: unknown }> {
  const response = await send(url, body, keepalive);
  return { status: response.status, body: await response.json() };
}

/** Fetches a file and hands it to the device. */
export async function download(url: string, body: unknown, name: string): Promise<void> {
  const response = await send(url, body);
  if (!response.ok) throw new Error(`${response.status}`);
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await response.blob());
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
