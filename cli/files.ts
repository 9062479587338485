import { isObject, messageOf, textOf } from '../core/values/unknown';
import {
  createReadStream,
  existsSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, extname, join } from 'node:path';
import { createInterface } from 'node:readline';
import type { Quiz } from '../core/schema/quiz';
import { readCsv, writeCsv } from '../core/formats/csv';
import { readJson, writeJson } from '../core/formats/json';
import type { Note } from '../core/questions/listed';
import { readMarkdown, writeMarkdown } from '../core/formats/markdown';
import { type Recorded, recordFault } from '../core/flow/walk';
import { readXlsx, writeXlsx } from '../core/formats/xlsx';
import { readQti, writeQtiPackage } from '../core/formats/qti/package';
import { Progress } from './progress';
import { bad, UserError } from './user-error';

function readBytes(file: string): Buffer {
  try {
    return readFileSync(file === '-' ? 0 : file);
  } catch (error) {
    throw bad(file, '', textOf(error, 'code') === 'ENOENT' ? 'there is no such file' : messageOf(error));
  }
}

export const readText = (file: string): string => readBytes(file).toString('utf8');

const idOf = (file: string): string =>
  basename(file, extname(file))
    .replace(/[^A-Za-z0-9_-]+/g, '-')
    .slice(0, 60) || 'quiz';

/** A quiz out of a file of any format that is text. */
export function readQuiz(file: string): { quiz: Quiz; notes: Note[] } {
  const text = readText(file);
  const id = idOf(file);
  switch (extname(file).toLowerCase()) {
    case '.csv':
    case '.tsv':
      return readCsv(text, id);
    case '.md':
    case '.markdown':
      return readMarkdown(text, id);
    case '.json':
    case '': {
      const read = readJson(text);
      if ('faults' in read)
        throw new UserError(read.faults.map((f) => `${file}: ${f.place || '/'}: ${f.reason}`).join('\n'));
      return { quiz: read.quiz, notes: [] };
    }
    default:
      throw bad(
        file,
        '',
        `files that end with ${extname(file)} cannot be read; .json, .csv, .tsv and .md can, and be converted from .xlsx, .zip and .xml`,
      );
  }
}

/** The same, of packages and spreadsheets too. Pictures in them are told as left out: a file of a quiz names pictures by where they stand. */
export async function readAny(file: string): Promise<{ quiz: Quiz; notes: Note[] }> {
  const ending = extname(file).toLowerCase();
  if (ending !== '.zip' && ending !== '.xml' && ending !== '.xlsx') return readQuiz(file);
  const bytes = readBytes(file);
  const id = idOf(file);
  const read = ending === '.xlsx' ? await readXlsx(bytes) : readQti(bytes, id);
  if ('trouble' in read) throw bad(file, '', read.trouble);
  const { quiz, notes } = 'quiz' in read ? read : readCsv(read.text, id);
  if (read.pictures.length === 0) return { quiz, notes };
  const left: Note = { line: 1, is: 'refused', message: `${read.pictures.length} pictures are left out.` };
  return { quiz: withoutPictures(quiz), notes: [...notes, left] };
}

/** A quiz without the pictures that stand in a package. */
const withoutPictures = (quiz: Quiz): Quiz =>
  JSON.parse(
    JSON.stringify(quiz, (key, value: unknown) =>
      key === 'picture' && textOf(value, 'src')?.startsWith('/package/') ? undefined : value,
    ),
  ) as Quiz;

/** A quiz in the format of a file's ending, and in words what it could not hold. */
export async function contentFor(quiz: Quiz, file: string): Promise<{ content: string | Uint8Array; lost: string[] }> {
  const plain = ({ text, lost }: { text: string; lost: string[] }) => ({ content: text, lost });
  const binary = ({ bytes, lost }: { bytes: Uint8Array; lost: string[] }) => ({ content: bytes, lost });
  switch (extname(file).toLowerCase()) {
    case '.json':
      return { content: writeJson(quiz), lost: [] };
    case '.csv':
      return plain(writeCsv(quiz));
    case '.md':
    case '.markdown':
      return plain(writeMarkdown(quiz));
    case '.xlsx':
      return binary(await writeXlsx(quiz));
    case '.zip':
      return binary(writeQtiPackage(quiz, () => null));
    default:
      throw bad(
        file,
        '',
        `files that end with ${extname(file) || 'nothing'} cannot be written; .json, .csv, .md, .xlsx and .zip can`,
      );
  }
}

/** Writes a file whole or not at all. */
export function writeWhole(file: string, text: string | Uint8Array): void {
  const part = join(dirname(file), `.${basename(file)}.${process.pid}`);
  try {
    writeFileSync(part, text);
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw bad(file, '', `it cannot be written: ${messageOf(error)}`);
  }
}

/** Runs from a file of JSON lines, looked through as a whole before the first is handed on: what is wrong in one spoils nothing. */
export class RunsFile {
  private readonly spool: string | null = null;
  private readonly path: string;
  private readonly name: string;
  count = 0;

  constructor(file: string) {
    this.name = file;
    if (file === '-') {
      // Buffer standard input, because it can be read only once.
      this.spool = mkdtempSync(join(tmpdir(), 'yes-maybe-'));
      this.path = join(this.spool, 'runs.jsonl');
      writeFileSync(this.path, readFileSync(0));
    } else this.path = file;
    if (!existsSync(this.path)) throw bad(file, '', 'there is no such file');
  }

  /** @throws BadInput with the line of the first run that does not fit the quiz */
  async check(quiz: Quiz): Promise<void> {
    for await (const { run, line } of this.lines('Looking through')) {
      const fault = shapeFault(run) ?? recordFault(quiz, run);
      if (fault) throw bad(this.name, `line ${line}`, fault);
      this.count += 1;
    }
  }

  async *runs(doing: string): AsyncGenerator<Recorded> {
    for await (const { run } of this.lines(doing)) yield run;
  }

  close(): void {
    if (this.spool) rmSync(this.spool, { recursive: true, force: true });
  }

  private async *lines(doing: string): AsyncGenerator<{ run: Recorded; line: number }> {
    const progress = new Progress(doing, statSync(this.path).size);
    let line = 0;
    for await (const text of createInterface({
      input: createReadStream(this.path, { highWaterMark: 1 << 18 }),
      crlfDelay: Infinity,
    })) {
      line += 1;
      progress.moved(text.length + 1);
      if (!text.trim()) continue;
      let run: Recorded;
      try {
        // What it is of is looked at by `shapeFault`, with the line at hand.
        run = JSON.parse(line === 1 ? text.replace(/^\ufeff/, '') : text) as Recorded;
      } catch {
        throw bad(this.name, `line ${line}`, 'this is not JSON');
      }
      yield { run, line };
    }
    progress.done();
  }
}

const fields = new Set(['id', 'answers', 'known', 'contact', 'seed', 'reviews']);

/** Why a line is not a run at all. */
function shapeFault(run: unknown): string | null {
  if (!isObject(run)) return 'a run is expected, as a JSON object';
  const strange = Object.keys(run).find((field) => !fields.has(field));
  if (strange) return `/${strange}: there is no such field here`;
  if (typeof run['id'] !== 'string' && typeof run['id'] !== 'number') return '/id: an id is expected';
  for (const field of ['answers', 'known', 'contact', 'reviews']) {
    if (run[field] !== undefined && !isObject(run[field])) return `/${field}: an object is expected`;
  }
  for (const field of ['known', 'contact'] as const) {
    for (const [key, text] of Object.entries(run[field] ?? {}))
      if (typeof text !== 'string') return `/${field}/${key}: text is expected`;
  }
  for (const [key, marks] of Object.entries(run['reviews'] ?? {}))
    if (typeof marks !== 'number') return `/reviews/${key}: a number is expected`;
  return run['seed'] === undefined || Number.isInteger(run['seed']) ? null : '/seed: a whole number is expected';
}
