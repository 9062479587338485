import { fieldOf, textOf } from '../../core/values/unknown';
import { findLetter, setDelivery } from '../../db/queries/letters';
import { database } from '../platform/database';
import { letterHtml, letterText, sendMail } from '../platform/smtp';

/**
 * Sends a letter and notes what became of it. A letter that arrived is not sent a second time; one that did not stays waiting, and
 * the error goes on to the queue, which tries again later and later.
 * @param lastTry the queue gives up behind this one, and the letter has failed
 */
export async function sendLetter(
  { workspaceId, letterId }: { workspaceId: string; letterId: string },
  { now = () => new Date(), lastTry = false }: { now?: () => Date; lastTry?: boolean } = {},
): Promise<void> {
  const letter = await findLetter(database(), workspaceId, letterId);
  if (!letter || letter.state === 'delivered') return;
  try {
    await sendMail({
      to: letter.recipient,
      subject: letter.subject,
      text: letterText(letter.body),
      html: letterHtml(letter.body, { subject: letter.subject, language: letter.language }),
      // The same letter has the same id each time, so that a mail program can tell a repeat.
      messageId: `<${letterId}.${workspaceId}@yesmaybe.test>`,
    });
  } catch (error) {
    const { trouble, forGood } = tell(error);
    const isOver = forGood || lastTry;
    const next = forGood
      ? ''
      : lastTry
        ? ' It is not tried again by itself: send it again when the post office can be reached.'
        : ' It is tried again by itself.';
    await setDelivery(database(), workspaceId, letterId, {
      state: isOver ? 'failed' : 'waiting',
      trouble: `${trouble}${next}`,
      changedAt: now(),
      tried: true,
    });
    if (isOver) return;
    throw error;
  }
  await setDelivery(database(), workspaceId, letterId, {
    state: 'delivered',
    trouble: '',
    changedAt: now(),
    tried: true,
  });
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
