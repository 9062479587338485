/**
 * The scripts and styles of the build, kept in memory as they were compressed when it was made (`scripts/lib/build.mjs`). To compress them for
 * each visitor anew is most of what a first visit costs a process, and what it waits for.
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { extname, join } from 'node:path';

const TYPES: Record<string, string> = {
  '.js': 'text/javascript; charset=utf-8',
  '.css': 'text/css; charset=utf-8',
  '.woff2': 'font/woff2',
  '.json': 'application/json; charset=utf-8',
  '.svg': 'image/svg+xml',
};
/** By what a browser says it can read, the shortest first. */
const CODINGS = [
  { coding: 'br', ending: '.br' },
  { coding: 'gzip', ending: '.gz' },
] as const;

type Form = { bytes: Buffer; coding?: string };
type Kept = { type: string; forms: Form[] };

/** Reads all of a folder once. @returns the files by their path within it, and in which forms there are of each */
function keptIn(folder: string): Map<string, Kept> {
  const files = existsSync(folder) ? readdirSync(folder, { recursive: true, withFileTypes: true }) : [];
  const kept = files.flatMap((file): [string, Kept][] => {
    const path = join(file.parentPath, file.name);
    if (!file.isFile() || CODINGS.some(({ ending }) => path.endsWith(ending))) return [];
    const forms: Form[] = CODINGS.flatMap(({ coding, ending }) =>
      existsSync(path + ending) ? [{ bytes: readFileSync(path + ending), coding }] : [],
    );
    const type = TYPES[extname(path)] ?? 'application/octet-stream';
    return [[path.slice(folder.length), { type, forms: [...forms, { bytes: readFileSync(path) }] }]];
  });
  return new Map(kept);
}

/** Whether a coding is among those that a browser takes. */
const takes = (accepted: string, coding: string): boolean =>
  accepted.split(',').some((one) => new RegExp(`^\\s*${coding}\\s*(;\\s*q=(?!0(\\.0*)?\\s*$).*)?$`, 'i').test(one));

/**
 * Answers for the files of a folder whose names change with what is in them.
 * @param at the path under which they are asked for, with its last slash
 */
export function builtFiles(folder: string, at: string): (request: IncomingMessage, response: ServerResponse) => void {
  const kept = keptIn(folder);
  return (request, response) => {
    const asked = (request.url ?? '').split('?')[0] ?? '';
    const file = kept.get(`/${decodeURIComponent(asked.slice(at.length))}`);
    if (!file || !['GET', 'HEAD'].includes(request.method ?? '')) {
      response.writeHead(file ? 405 : 404, { 'Cache-Control': 'no-store' }).end();
      return;
    }
    const accepted = request.headers['accept-encoding'] ?? '';
    const { bytes, coding } = file.forms.find((form) => !form.coding || takes(accepted, form.coding)) ?? {
      bytes: Buffer.alloc(0),
    };
    response.writeHead(200, {
      'Content-Type': file.type,
      'Content-Length': bytes.length,
      ...(coding ? { 'Content-Encoding': coding } : {}),
      Vary: 'Accept-Encoding',
      'Cache-Control': 'public, max-age=31536000, immutable',
    });
    response.end(request.method === 'HEAD' ? undefined : bytes);
  };
}
