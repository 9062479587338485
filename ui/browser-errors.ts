/** Errors of the browser are reported to the server's log: a few of them, and nothing that somebody has answered or typed. */
import type { BodyOf } from '../contract';

type Report = BodyOf<'POST /browser-errors'>;

/** What may be told of an error. What stands in quotes may be words of a visitor, and what stands behind a `?` may be a secret. */
export function reportOf(error: unknown, path: string): Report {
  const { name, message, stack = '' } = error instanceof Error ? error : new Error(typeof error);
  const frames = stack.split('\n').filter((line) => /:\d+:\d+\)?$/.test(line));
  return {
    name: name.slice(0, 100),
    message: message.replace(/["“'‘`][^"”'’`]*["”'’`]/g, '…').slice(0, 300),
    stack: frames
      .map((line) => line.trim().replace(/\?[^:)]*/, ''))
      .join('\n')
      .slice(0, 2_000),
    path: path.slice(0, 300),
  };
}

/**
 * Reports the first error of a page.
 * @param share of pages that report at all, 0..1
 * @param random 0..1, drawn once for the page
 * @returns takes the listeners off again
 */
export function reportErrors(share: number, random: number): () => void {
  if (random >= share) return () => undefined;
  const report = (error: unknown) => {
    end();
    const body = new Blob([JSON.stringify(reportOf(error, location.pathname))], { type: 'application/json' });
    navigator.sendBeacon('/browser-errors', body);
  };
  const failed = (event: ErrorEvent) => report(event.error);
  const rejected = (event: PromiseRejectionEvent) => report(event.reason);
  const end = () => {
    window.removeEventListener('error', failed);
    window.removeEventListener('unhandledrejection', rejected);
  };
  window.addEventListener('error', failed);
  window.addEventListener('unhandledrejection', rejected);
  return end;
}
