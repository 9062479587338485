import type { ContactBlock, Quiz } from '../../core/schema/quiz';
import { quizIndex } from '../../core/document/lookup';
import { givenWords } from '../../core/flow/contact-formats';
import type { Run } from '../../core/flow/run';
import type { Tx } from '../../db/client';
import { isConfirmed, keepContact } from '../../db/queries/contacts';
import type { RunRow } from '../../db/queries/runs';
import type { Consent } from '../../db/schema';
import { newId } from '../platform/ids';
import { heldUntil } from '../publishing/embargo';
import { enqueueRelease } from '../platform/jobs';
import { askToConfirm } from '../letters/ask-to-confirm';
import { settleFiles } from './run-files';
import { writeToMakers, writeToVisitor } from '../letters/write-letters';

/** @property mayWrite they agreed, where they were asked to @property confirm the address counts once its link has been followed */
type Left = {
  email: string;
  fields: Record<string, string>;
  consent: Consent;
  mayWrite: boolean;
  confirm: boolean;
};

/** What the visitor left, with the words of consent as they stood in this edition. */
export function whatWasLeft(quiz: Quiz, run: Run, now: Date): Left | null {
  const { blocks } = quizIndex(quiz);
  const given = Object.entries(run.contact).flatMap(([id, left]) => {
    const block = blocks.get(id);
    return block?.kind === 'contact' && 'fields' in left ? [{ block, left }] : [];
  });
  const fields = Object.fromEntries(
    given
      .flatMap(({ block, left }) =>
        block.fields.map((field) => [field.id, givenWords(field, (left.fields[field.id] ?? '').trim())] as const),
      )
      .filter(([, v]) => v),
  );
  if (Object.keys(fields).length === 0) return null;
  const asked = given.find(({ block }) => emailField(block));
  const email = (asked && fields[emailField(asked.block)?.id ?? '']?.toLowerCase()) ?? '';
  const agreed = given.find(({ block, left }) => block.consent && left.consent === block.consent.version);
  const consent = agreed?.block.consent
    ? { text: agreed.block.consent.text, version: agreed.block.consent.version, at: now.toISOString() }
    : null;
  return {
    email,
    fields,
    consent,
    mayWrite: email !== '' && (!asked?.block.consent || consent !== null),
    confirm: asked?.block.confirm ?? false,
  };
}

const emailField = (block: ContactBlock) => block.fields.find((f) => f.format === 'email');

/** Within the transaction of the step: the contact, and the letters that a finished run causes, or an address that was left before. */
export async function keepWhatWasLeft(
  tx: Tx,
  quiz: Quiz,
  row: RunRow,
  run: Run,
  { contactNews, now }: { contactNews: boolean; now: Date },
): Promise<void> {
  const left = whatWasLeft(quiz, run, now);
  const { workspaceId, runId, quizId } = row;
  if (contactNews) await settleFiles(tx, quiz, row, run);
  if (left && contactNews)
    await keepContact(tx, {
      workspaceId,
      runId,
      newId: newId('c'),
      email: left.email,
      fields: left.fields,
      consent: left.consent && {
        ...left.consent,
        quiz: quizId,
        ...(row.traces?.page ? { page: row.traces.page } : {}),
      },
      at: now,
    });
  if (left?.mayWrite && left.confirm && contactNews && !(await isConfirmed(tx, workspaceId, left.email)))
    await askToConfirm(tx, quiz, row, left.email, now);
  if (!run.finished) {
    if (left?.mayWrite && contactNews && (await isReached(tx, workspaceId, left)))
      await writeToVisitor(tx, quiz, row, run, { to: left.email, now });
    return;
  }
  await writeToMakers(tx, quiz, row, run, now);
  if (!left?.mayWrite || !(await isReached(tx, workspaceId, left))) return;
  const held = await heldUntil(tx, quiz, row, { run, now });
  if (held === null) return writeToVisitor(tx, quiz, row, run, { to: left.email, now });
  // With release by hand, or by the last marks, letters are written then.
  if (held !== 'released' && held !== 'marked')
    await enqueueRelease(tx, { workspaceId, quizId, runId }, new Date(held));
}

/** Whether letters may go to who left an address, as far as it had to be confirmed. */
export const isReached = async (tx: Tx, workspaceId: string, { confirm, email }: Left): Promise<boolean> =>
  !confirm || isConfirmed(tx, workspaceId, email);
