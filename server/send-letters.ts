import { findLetter, setDelivery } from '../db/queries/letters';
import { database } from './database';
import { letterHtml, letterText, sendMail } from './post';

/**
 * Sends a letter and notes what became of it. A letter that arrived is not sent a second time; one that did not stays waiting, and
 * the error goes on to the queue, which tries again later and later.
 */
export async function sendLetter(
  { workspaceId, letterId }: { workspaceId: string; letterId: string },
  now: () => Date = () => new Date(),
): Promise<void> {
  const letter = await findLetter(database(), workspaceId, letterId);
  if (!letter || letter.state === 'delivered') return;
  try {
    await sendMail({
      to: letter.recipient,
      subject: letter.subject,
      text: letterText(letter.body),
      html: letterHtml(letter.body),
      // The same letter has the same id each time, so that a mail program can tell a repeat.
      messageId: `<${letterId}.${workspaceId}@yesmaybe.test>`,
    });
  } catch (error) {
    const { trouble, forGood } = tell(error);
    await setDelivery(database(), workspaceId, letterId, {
      state: forGood ? 'failed' : 'waiting',
      trouble,
      changedAt: now(),
      tried: true,
    });
    if (forGood) return;
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
  const { responseCode, response, code, message } = error as {
    responseCode?: number;
    response?: string;
    code?: string;
    message?: string;
  };
  if (responseCode !== undefined && responseCode >= 500)
    return { trouble: `The post office refused it: ${response ?? responseCode}`, forGood: true };
  if (code === 'ECONNREFUSED' || code === 'ESOCKET' || code === 'ETIMEDOUT' || code === 'ECONNECTION')
    return { trouble: 'The post office cannot be reached. It is tried again by itself.', forGood: false };
  return {
    trouble: `It could not be sent: ${message ?? 'unknown trouble'}. It is tried again by itself.`,
    forGood: false,
  };
}
