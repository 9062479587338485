import { quietUntil } from '../../core/mailing/quiet';
import { fieldOf, textOf } from '../../core/values/unknown';
import { isAwaited } from '../../db/queries/access';
import { findLetter, type LetterRow, setDelivery } from '../../db/queries/letters';
import { isUnsubscribed, type MailingRow, mailingOf, setTurn, takeTurn } from '../../db/queries/mailing';
import { runById } from '../../db/queries/runs';
import { database } from '../platform/database';
import { counts } from '../platform/metrics';
import { type Outgoing, sendMail } from '../platform/smtp';
import { letterHtml, letterText } from './drawn';
import { footOf } from './foot';
import { leaveUrl, personHash } from './unsubscribe';

type Job = { workspaceId: string; letterId: string };
type Sending = {
  now?: () => Date;
  /** The queue gives up behind this one, and the letter has failed. */
  lastTry?: boolean;
};

/**
 * Sends a letter and notes what became of it. A letter that arrived is not sent a second time; one that did not stays waiting, and
 * the error goes on to the queue, which tries again later and later.
 * @returns when to try it, where it is not its time yet; null where it is done with
 */
export async function sendLetter(
  { workspaceId, letterId }: Job,
  { now = () => new Date(), lastTry = false }: Sending = {},
): Promise<Date | null> {
  const letter = await findLetter(database(), workspaceId, letterId);
  if (letter?.state !== 'waiting' && letter?.state !== 'failed') return null;
  if (letter.dueAt && letter.dueAt > now()) return letter.dueAt;
  const note = (state: LetterRow['state'], trouble = '', tried = true) => {
    counts.letters.inc({ outcome: state });
    return setDelivery(database(), workspaceId, letterId, { state, trouble, changedAt: now(), tried });
  };
  const { quizId, listedId } = letter;
  const isNeedless =
    (listedId !== null && !(await isAwaited(database(), workspaceId, quizId, listedId))) ||
    (letter.unfinished && (await hasFinished(workspaceId, letter.runId)));
  if (isNeedless) {
    await note('needless', '', false);
    return null;
  }
  if (letter.audience === 'visitor') {
    if (await isUnsubscribed(database(), workspaceId, personHash(workspaceId, letter.recipient))) {
      await note('unsubscribed', '', false);
      return null;
    }
    const mailing = await mailingOf(database(), workspaceId);
    if (mailing?.stoppedAt) {
      await note('held', '', false);
      return null;
    }
    const later = mailing && (await whenAllowed(mailing, letter, now()));
    if (later) return later;
  }
  try {
    await sendMail(await outgoing(workspaceId, letter));
  } catch (error) {
    const { trouble, forGood } = tell(error);
    const isOver = forGood || lastTry;
    const next = forGood
      ? ''
      : lastTry
        ? ' It is not tried again by itself: send it again when the post office can be reached.'
        : ' It is tried again by itself.';
    await note(isOver ? 'failed' : 'waiting', `${trouble}${next}`);
    if (isOver) return null;
    throw error;
  }
  await note('delivered');
  return null;
}

const hasFinished = async (workspaceId: string, runId: string | null): Promise<boolean> =>
  runId !== null && Boolean((await runById(database(), workspaceId, runId))?.finishedAt);

/** When a letter may go by the quiet hours and the pace of its workspace; null: now. */
async function whenAllowed(mailing: MailingRow, letter: LetterRow, now: Date): Promise<Date | null> {
  const { workspaceId, quiet, perMinute } = mailing;
  const quietEnd = quiet && quietUntil(quiet, now.getTime());
  if (quietEnd) {
    // Else all whose turn comes within these hours would go at once when they end.
    await setTurn(database(), workspaceId, letter.letterId, null);
    return new Date(quietEnd);
  }
  if (perMinute === null) return null;
  const turn = letter.turnAt ?? (await takeTurn(database(), workspaceId, letter.letterId, now));
  return turn > now ? turn : null;
}

const MAIL_ID = 'yesmaybe.test';
/** The Message-ID of a letter, by which a report about it is known. */
export const messageIdOf = new RegExp(`^<(?<letterId>[\\w-]{1,60})\\.(?<workspaceId>[\\w-]{1,60})@${MAIL_ID}>$`);

/** A letter as it is handed to the post office. */
export async function outgoing(workspaceId: string, letter: LetterRow): Promise<Outgoing> {
  const { letterId, recipient, subject, language, sheet, audience } = letter;
  const isOurs = audience === 'makers';
  const leaving = leaveUrl(workspaceId, letterId);
  const foot = isOurs ? undefined : await footOf(workspaceId, letter, leaving);
  const drawn = { subject, language, sheet, ...(foot ? { foot } : {}) };
  return {
    to: recipient,
    subject,
    text: letterText(drawn),
    html: await letterHtml(drawn),
    // The same letter has the same id each time, so that a mail program can tell a repeat.
    messageId: `<${letterId}.${workspaceId}@${MAIL_ID}>`,
    ...(sheet.sender === undefined ? {} : { sender: sheet.sender }),
    ...(sheet.replyTo === undefined ? {} : { replyTo: sheet.replyTo }),
    headers: {
      // RFC 3834: nobody's holiday notice answers it.
      'Auto-Submitted': 'auto-generated',
      ...(isOurs ? {} : { 'List-Unsubscribe': `<${leaving}>`, 'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click' }),
    },
  };
}

/** A refusal by number 5xx is for good; all else may pass. */
function tell(error: unknown): { trouble: string; forGood: boolean } {
  const responseCode = fieldOf(error, 'responseCode');
  const code = textOf(error, 'code');
  if (typeof responseCode === 'number' && responseCode >= 500)
    return { trouble: `The post office refused it: ${textOf(error, 'response') ?? responseCode}`, forGood: true };
  if (code === 'ECONNREFUSED' || code === 'ESOCKET' || code === 'ETIMEDOUT' || code === 'ECONNECTION')
    return { trouble: 'The post office cannot be reached.', forGood: false };
  return { trouble: `It could not be sent: ${textOf(error, 'message') ?? 'unknown trouble'}.`, forGood: false };
}
