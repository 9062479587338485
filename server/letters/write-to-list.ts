/** Letters to those on a quiz's list who have not answered, each with their own link. */
import { looksLikeEmail } from '../../core/flow/contact-formats';
import { letterDress, oneLine } from '../../core/flow/letter';
import type { RichDoc } from '../../core/schema/quiz';
import { listedWaiting } from '../../db/queries/access';
import { insertLetters } from '../../db/queries/letters';
import { unsubscribedAmong } from '../../db/queries/mailing';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { enqueueLetters } from '../platform/jobs';
import { keyedHash } from '../platform/keyed-hash';
import { takeOne } from '../platform/rates';
import { entryOf } from '../publishing/keys';
import { personHash } from './unsubscribe';

const BATCH = 200;

type Wording = {
  /** made by the browser: what is sent twice in it is written once */ round: string;
  subject: string;
  words: string;
  /** Days after which whoever has not answered by then is written to once more. */
  again?: number;
};
const DAY = 86_400_000;

/**
 * @returns how many letters were written, and how many of those who have not answered cannot be reached by mail
 * @throws HttpError 409 where the quiz is not live, 429 where rounds follow each other too fast
 */
export async function writeToList(
  member: Membership,
  quizId: string,
  { round, subject, words, again }: Wording,
  now = new Date(),
): Promise<{ written: number; unreachable: number }> {
  requireEditor(member);
  const { workspaceId, address, liveEdition, draft } = await getQuiz(member, quizId);
  if (liveEdition === null)
    throw new HttpError(409, 'not-live', 'Their links lead nowhere until the quiz is published. Nothing was sent.');
  if (takeOne('rounds', quizId) > 0)
    throw new HttpError(429, 'too-fast', 'Ten rounds of letters within a day are the most. Nothing was sent.');
  let [written, unreachable, after] = [0, 0, ''];
  for (;;) {
    const people = await listedWaiting(database(), workspaceId, quizId, after, BATCH);
    const reached = people.filter(({ says }) => looksLikeEmail(says));
    unreachable += people.length - reached.length;
    const letterTo = ({ personId, says, name }: (typeof people)[0], of: string, dueAt: Date | null) => {
      const link = `${readConfig().publicUrl}/q/${address}?entry=${entryOf(quizId, personId)}`;
      return {
        ...{ workspaceId, quizId, runId: null, messageId: 'list', listedId: personId, recipient: says.trim() },
        letterId: `l-${keyedHash('round', quizId, `${of} ${personId}`).slice(0, 24)}`,
        ...{ language: draft.language, writtenAt: now, dueAt },
        subject: oneLine(subject),
        sheet: {
          blocks: [{ kind: 'words' as const, text: bodyOf(name, words, link) }],
          dress: letterDress(draft.look),
        },
      };
    };
    await database().transaction(async (tx) => {
      const hashOf = (recipient: string) => personHash(workspaceId, recipient);
      const out = await unsubscribedAmong(
        tx,
        workspaceId,
        reached.map(({ says }) => hashOf(says.trim())),
      );
      const rows = reached.flatMap((person) => [
        letterTo(person, round, null),
        ...(again === undefined ? [] : [letterTo(person, `${round} again`, new Date(now.getTime() + again * DAY))]),
      ]);
      const fresh = await insertLetters(
        tx,
        rows.map((row) => ({ row, state: out.has(hashOf(row.recipient)) ? 'unsubscribed' : 'waiting' })),
      );
      const waiting = fresh.filter(({ state }) => state === 'waiting').map(({ row }) => row);
      await enqueueLetters(
        tx,
        waiting.map(({ letterId, dueAt }) => ({ workspaceId, letterId, at: dueAt ?? null })),
      );
      written += waiting.filter(({ dueAt }) => !dueAt).length;
    });
    after = people.at(-1)?.personId ?? after;
    if (people.length < BATCH) return { written, unreachable };
  }
}

/** The name where there is one, the creator's words paragraph by paragraph, and the link. */
function bodyOf(name: string, words: string, link: string): RichDoc {
  const paragraphs = words
    .split(/\n+/)
    .map((line) => line.trim())
    .filter((line) => line !== '');
  const plain = (text: string) => ({ type: 'paragraph' as const, content: [{ type: 'text' as const, text }] });
  return {
    type: 'doc',
    content: [
      ...(name ? [plain(`${name},`)] : []),
      ...paragraphs.map(plain),
      {
        type: 'paragraph',
        content: [{ type: 'text', text: link, marks: [{ type: 'link', attrs: { href: link } }] }],
      },
    ],
  };
}
