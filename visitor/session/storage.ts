/** What the browser keeps of a run. */
import type { Sent } from '../../core/flow/sent';
import type { Values } from '../questions/values';

/** Something that could not be sent yet: the `seq`th thing of the run. */
export type Waiting = { seq: number; sent: Sent };
/**
 * @property device the first token that this browser had here: by it a quiz counts that may be taken so often
 * @property edition the one that this browser began with: of two that are shown side by side it keeps to that
 */
export type KeptRun = {
  token: string;
  device?: string;
  edition?: number;
  page?: string;
  values?: Values;
  waiting?: Waiting[];
};

export const newToken = (): string =>
  btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(24))))
    .replaceAll('+', '-')
    .replaceAll('/', '_');

/** Of a trial nothing is kept on the device: it begins anew each time, and is not taken for a run that counts. */
export function trialStorage(): ReturnType<typeof runStorage> {
  let kept: KeptRun | null = null;
  return { read: () => kept, write: (run) => void (kept = run) };
}

/** Storage that may be blocked, as in a frame of another site: then the run lives as long as the page. */
export function runStorage(address: string) {
  const key = `yes-maybe ${address}`;
  return {
    read(): KeptRun | null {
      try {
        // Written by `write` below; another page of this site has no such key.
        return JSON.parse(localStorage.getItem(key) ?? 'null') as KeptRun | null;
      } catch {
        return null;
      }
    },
    write(kept: KeptRun) {
      try {
        localStorage.setItem(key, JSON.stringify(kept));
      } catch {
        // Storage is blocked: the run lives as long as the page.
      }
    },
  };
}
