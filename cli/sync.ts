/** Quizzes between a folder and a workspace, by a token: so that they live in version control. */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { validateQuiz } from '../core/document/validate';
import { readJson, writeJson } from '../core/formats/json';
import type { Quiz } from '../core/schema/quiz';
import { fieldOf, isObject, textOf } from '../core/values/unknown';
import { writeWhole } from './files';
import { bad, UserError } from './user-error';

/** What stands in the folder beside the quizzes: where they are from, and how each was when it was there last. */
const MARK = '.yes-maybe.json';
/** @property hash SHA-256 of the file as it was written or sent */
type Entry = { id: string; revision: number; hash: string };
type Marks = { url: string; quizzes: Record<string, Entry> };

const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex');

function readMarks(folder: string): Marks {
  const path = join(folder, MARK);
  if (!existsSync(path)) return { url: '', quizzes: {} };
  const said: unknown = JSON.parse(readFileSync(path, 'utf8'));
  const quizzes = fieldOf(said, 'quizzes');
  return {
    url: textOf(said, 'url') ?? '',
    quizzes: Object.fromEntries(
      Object.entries(isObject(quizzes) ? quizzes : {}).flatMap(([file, entry]) => {
        const [id, revision, hash] = [textOf(entry, 'id'), fieldOf(entry, 'revision'), textOf(entry, 'hash')];
        return id !== undefined && typeof revision === 'number' && hash !== undefined
          ? [[file, { id, revision, hash }]]
          : [];
      }),
    ),
  };
}
const writeMarks = (folder: string, marks: Marks): void =>
  writeWhole(join(folder, MARK), `${JSON.stringify(marks, null, 2)}\n`);

/** What the workspace answers. @throws UserError with its own words */
async function ask(url: string, method: string, path: string, body?: unknown): Promise<unknown> {
  const token = process.env['YES_MAYBE_TOKEN'];
  if (!token) throw new UserError('YES_MAYBE_TOKEN is not set: make a token under Team, Connections.');
  let response: Response;
  try {
    response = await fetch(`${url.replace(/\/$/, '')}${path}`, {
      method,
      headers: {
        Authorization: `Bearer ${token}`,
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  } catch {
    throw new UserError(`${url} cannot be reached.`);
  }
  const answer: unknown = await response.json().catch(() => ({}));
  if (!response.ok) throw new UserError(textOf(answer, 'detail') ?? `${url} answered ${response.status}.`);
  return answer;
}

type Standing = { id: string; title: string; revision: number; document: Quiz };
async function standingOf(url: string, id: string): Promise<Standing> {
  const answer = await ask(url, 'GET', `/api/quizzes/${encodeURIComponent(id)}`);
  const checked = validateQuiz(fieldOf(answer, 'document'));
  const revision = fieldOf(answer, 'revision');
  if (!('quiz' in checked) || typeof revision !== 'number')
    throw new UserError(`${url} answered something else than a quiz. Is this the same version?`);
  return { id, title: checked.quiz.title, revision, document: checked.quiz };
}

/** The ids of all quizzes that are not put aside. */
async function listOf(url: string): Promise<string[]> {
  const ids: string[] = [];
  for (let after: string | undefined; ;) {
    const page = await ask(
      url,
      'GET',
      `/api/quizzes${after === undefined ? '' : `?after=${encodeURIComponent(after)}`}`,
    );
    const quizzes = fieldOf(page, 'quizzes');
    for (const one of Array.isArray(quizzes) ? quizzes : [])
      if (fieldOf(one, 'isArchived') === false) ids.push(textOf(one, 'id') ?? '');
    after = textOf(page, 'next');
    if (after === undefined) return ids;
  }
}

const slugOf = (title: string): string =>
  title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60) || 'quiz';

const say = (text: string): boolean => process.stdout.write(`${text}\n`);

function urlFor(marks: Marks, at: string | undefined): string {
  const url = at ?? process.env['YES_MAYBE_URL'] ?? marks.url;
  if (!/^https?:\/\//.test(url))
    throw new UserError('Where is Yes Maybe? Say it with --at https://… or in YES_MAYBE_URL.');
  return url.replace(/\/$/, '');
}

/**
 * Brings the quizzes of a workspace into a folder, a file each. What was changed in the folder since stays as it is, and is told.
 * @returns 1 where something stayed
 */
export async function pull(folder: string, at: string | undefined): Promise<number> {
  const marks = readMarks(folder);
  const url = urlFor(marks, at);
  const ids = await listOf(url);
  mkdirSync(folder, { recursive: true });
  const fileOf = new Map(Object.entries(marks.quizzes).map(([file, { id }]) => [id, file]));
  const taken = new Set(fileOf.values());
  let stayed = 0;
  const next: Marks = { url, quizzes: { ...marks.quizzes } };
  for (const id of ids) {
    const { title, revision, document } = await standingOf(url, id);
    let file = fileOf.get(id);
    if (file === undefined) {
      const slug = slugOf(title);
      file = `${slug}.json`;
      for (let n = 2; taken.has(file) || existsSync(join(folder, file)); n++) file = `${slug}-${n}.json`;
      taken.add(file);
    }
    const path = join(folder, file);
    const text = writeJson(document);
    const before = next.quizzes[file];
    const here = existsSync(path) ? readFileSync(path, 'utf8') : null;
    if (here !== null && before && hashOf(here) !== before.hash && here !== text) {
      stayed += 1;
      say(`◐ ${file} was changed here: it stays. Push it, or take your change away and pull again.`);
      continue;
    }
    if (here !== text) writeWhole(path, text);
    next.quizzes[file] = { id, revision, hash: hashOf(text) };
    writeMarks(folder, next);
    say(`${here === text ? '○' : '●'} ${file}${here === text ? ' is as it was' : ''}`);
  }
  writeMarks(folder, next);
  return stayed > 0 ? 1 : 0;
}

/**
 * Brings what was changed in a folder into the workspace, as drafts: nothing is published. New files become new quizzes. What has gone on in
 * the workspace since stays as it is, and is told.
 * @returns 1 where something stayed
 */
export async function push(folder: string, at: string | undefined): Promise<number> {
  const marks = readMarks(folder);
  const url = urlFor(marks, at);
  if (!existsSync(folder)) throw bad(folder, '', 'there is no such folder');
  const files = readdirSync(folder).filter((file) => file.endsWith('.json') && !file.startsWith('.'));
  // All are read before any is sent, so that a mistake in one leaves everything as it was.
  const changed = files.flatMap((file) => {
    const text = readFileSync(join(folder, file), 'utf8');
    const before = marks.quizzes[file];
    if (before?.hash === hashOf(text)) return [];
    const read = readJson(text);
    if ('faults' in read)
      throw new UserError(read.faults.map((f) => `${join(folder, file)}: ${f.place || '/'}: ${f.reason}`).join('\n'));
    return [{ file, text, document: read.quiz, before }];
  });
  let stayed = 0;
  const next: Marks = { url, quizzes: { ...marks.quizzes } };
  for (const { file, text, document, before } of changed) {
    try {
      next.quizzes[file] = before
        ? { ...before, revision: await putDocument(url, before, document), hash: hashOf(text) }
        : { ...(await make(url, file, text)), hash: hashOf(text) };
    } catch (error) {
      if (!(error instanceof UserError)) throw error;
      stayed += 1;
      say(`◐ ${file}: ${error.message}`);
      continue;
    }
    writeMarks(folder, next);
    say(`● ${file}${before ? '' : ' is a new quiz'}`);
  }
  if (changed.length === 0) say('○ Nothing has changed.');
  return stayed > 0 ? 1 : 0;
}

async function putDocument(url: string, { id, revision }: Entry, document: Quiz): Promise<number> {
  const answer = await ask(url, 'PUT', `/api/quizzes/${encodeURIComponent(id)}/document`, { revision, document });
  return Number(fieldOf(answer, 'revision'));
}

async function make(url: string, fileName: string, text: string): Promise<{ id: string; revision: number }> {
  const id = textOf(await ask(url, 'POST', '/api/quizzes/read', { text, fileName }), 'id') ?? '';
  return { id, revision: (await standingOf(url, id)).revision };
}
