/** Files that visitors leave in a contact form: taken before the form is sent, and counted as left when it is. */
import { createHash } from 'node:crypto';
import { fileTypeFromBuffer } from 'file-type/core';
import { isContact, quizIndex } from '../../core/document/lookup';
import { NO_FILE } from '../../core/flow/contact-formats';
import { contactField } from '../../core/flow/form-fields';
import type { Run, Sent } from '../../core/flow/run';
import type { View } from '../../core/flow/view';
import { type Refusal, refuse } from '../../core/questions/refusal';
import type { ContactField, Quiz } from '../../core/schema/quiz';
import { endingsOf, fileIn, fileValue, LARGEST_FILE, USUAL_FILE } from '../../core/values/files';
import type { Tx } from '../../db/client';
import { insertRunFile, keptFiles, removeUnsent, setSent, sizesKept } from '../../db/queries/run-files';
import type { RunRow } from '../../db/queries/runs';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { quizOf } from '../publishing/editions';
import { runOfToken } from './run-of-token';

const MEGABYTE = 1_000_000;
/** Bytes of a request that carries one. */
export const LARGEST_UPLOAD = LARGEST_FILE * MEGABYTE + 20_000;
/** Of one run, and bytes of it and of a workspace. */
const MOST_FILES = 20;
const MOST_OF_RUN = 40 * MEGABYTE;
const MOST_OF_WORKSPACE = 5_000 * MEGABYTE;
/** Milliseconds after which what was chosen and not sent goes. */
const UNSENT = 86_400_000;

export type Chosen = { name: string; bytes: Buffer };
type Place = { block: string; field: string };

const fieldAt = (quiz: Quiz, { block, field }: Place): ContactField | undefined => {
  const form = quizIndex(quiz).blocks.get(block);
  const found = form && isContact(form) ? form.fields.find(({ id }) => id === field) : undefined;
  return found?.format === 'file' && !found.hidden ? found : undefined;
};

/**
 * Keeps a file for a run, after a look at its first bytes.
 * @returns what stands in the field from then on, or why it is not taken
 */
async function keepFile(
  quiz: Quiz,
  row: RunRow,
  place: Place,
  { name, bytes }: Chosen,
  now: Date,
): Promise<{ value: string } | { refused: Refusal[] }> {
  const field = fieldAt(quiz, place);
  if (!field) throw notFound('This field');
  const no = (code: 'file-kind' | 'file-too-large', message: string) => refuse(place.block, code, message, place.field);
  const { most = USUAL_FILE } = field;
  if (bytes.length > most * MEGABYTE) return no('file-too-large', `This file is too large: ${most} MB at most.`);
  const endings = endingsOf(field);
  const type = await fileTypeFromBuffer(bytes).catch(() => undefined);
  if (!type || !endings.includes(type.ext))
    return no('file-kind', `This kind of file cannot be taken here: ${endings.join(', ')} can.`);
  const { workspaceId, runId } = row;
  const fileId = `file-${createHash('sha256')
    .update(JSON.stringify([runId, place.block, place.field, name]))
    .update(bytes)
    .digest('base64url')
    .slice(0, 24)}`;
  const value = fileValue(fileId, name);
  // Of a trial nothing is kept.
  if (row.isTrial) return { value };
  const kept = await sizesKept(database(), row);
  if (
    kept.files >= MOST_FILES ||
    kept.run + bytes.length > MOST_OF_RUN ||
    kept.workspace + bytes.length > MOST_OF_WORKSPACE
  )
    throw new HttpError(413, 'full', 'No more files can be taken here.');
  const given = { name: fileIn(value)?.name ?? 'file', type: type.mime, size: bytes.length };
  await insertRunFile(database(), { workspaceId, runId, fileId, ...given, bytes, addedAt: now });
  return { value };
}

/** Keeps the files that came with a plain form, where its page asks for them. @returns what then stands in their fields */
export async function keepFiles(
  quiz: Quiz,
  row: RunRow,
  view: View,
  { files, now }: { files: ReadonlyMap<string, Chosen>; now: Date },
) {
  const values: [string, string[]][] = [];
  const refused: Refusal[] = [];
  for (const block of view.page?.blocks ?? [])
    for (const field of block.kind === 'contact' && !block.sent ? block.fields : []) {
      const chosen = field.files && files.get(contactField(block.id, field.id));
      if (!chosen) continue;
      const kept = await keepFile(quiz, row, { block: block.id, field: field.id }, chosen, now);
      if ('value' in kept) values.push([contactField(block.id, field.id), [kept.value]]);
      else refused.push(...kept.refused);
    }
  return { values, refused };
}

/** The same, for whoever has the token of a run. @throws HttpError 404 where there is no such run or field */
export async function takeFile(address: string, token: string, place: Place, chosen: Chosen, now = new Date()) {
  const row = await runOfToken(address, token);
  if (!row) throw notFound('This run');
  return keepFile(await quizOf(row), row, place, chosen, now);
}

/** The files that stand in what was left. */
function filesIn(quiz: Quiz, contact: Run['contact']): (Place & { id: string })[] {
  return Object.entries(contact).flatMap(([block, given]) =>
    'skipped' in given
      ? []
      : Object.entries(given.fields).flatMap(([field, value]) => {
          const file = fieldAt(quiz, { block, field }) ? fileIn(value) : null;
          return file ? [{ block, field, id: file.id }] : [];
        }),
  );
}

/** What is sent and names files that are not kept for its run: another run's, or one that was never there. */
export async function lostFiles(quiz: Quiz, row: RunRow, sent: Sent): Promise<Refusal[]> {
  const named = sent.do === 'go' && !row.isTrial ? filesIn(quiz, sent.contact ?? {}) : [];
  if (named.length === 0) return [];
  const kept = await keptFiles(
    database(),
    row,
    named.map(({ id }) => id),
  );
  return named
    .filter(({ id }) => !kept.has(id))
    .flatMap(({ block, field }) => refuse(block, 'no-file', NO_FILE.message, field).refused);
}

/** Within the transaction of the step: what stands in its forms stays, and what does not goes later. */
export async function settleFiles(tx: Tx, quiz: Quiz, row: RunRow, run: Run): Promise<void> {
  const asks = quiz.pages.some(({ blocks }) =>
    blocks.some((b) => isContact(b) && b.fields.some((f) => f.format === 'file')),
  );
  if (asks)
    await setSent(
      tx,
      row,
      filesIn(quiz, run.contact).map(({ id }) => id),
    );
}

export const sweepFiles = (now = new Date()): Promise<void> =>
  removeUnsent(database(), new Date(now.getTime() - UNSENT));
