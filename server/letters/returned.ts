/** Letters that come back by mail: reports of other post offices (RFC 3464), read and noted at the letter they are about. */
import { type Attachment, simpleParser } from 'mailparser';
import { findLetter, setDelivery } from '../../db/queries/letters';
import { database } from '../platform/database';
import { messageIdOf } from './send-letters';

/** The largest report that is read: it may carry the letter itself back. Bytes. */
export const LARGEST_REPORT = 1_000_000;
/** What another post office says is kept up to this. Characters. */
const LONGEST_SAYING = 300;

type Report = { workspaceId: string; letterId: string; saying: string };

/** A field of a report or a head, in one line however it was folded; "" where it is not there. */
const fieldIn = (text: string, name: string): string =>
  (new RegExp(`^${name}:[ \\t]*(.*(?:\\r?\\n[ \\t].*)*)`, 'im').exec(text)?.[1] ?? '').replace(/\s+/g, ' ').trim();

/** What a report says: which of our letters has come back for good, and why. Null for everything else: delays, holiday notices, other people's mail. */
export async function readReport(raw: Buffer): Promise<Report | null> {
  const options = { keepDeliveryStatus: true, skipHtmlToText: true, skipTextToHtml: true };
  // What has more parts or levels than the reader takes is no report.
  const mail = await simpleParser(raw, options).catch(() => null);
  if (!mail) return null;
  const textOf = (...types: string[]): string =>
    mail.attachments.find(({ contentType }: Attachment) => types.includes(contentType))?.content.toString('utf8') ?? '';
  const status = textOf('message/delivery-status');
  const isForGood = /^failed$/i.test(fieldIn(status, 'Action')) && /^5\./.test(fieldIn(status, 'Status'));
  const id = messageIdOf.exec(fieldIn(textOf('message/rfc822', 'text/rfc822-headers'), 'Message-ID'));
  if (!isForGood || !id?.groups) return null;
  const { letterId = '', workspaceId = '' } = id.groups;
  const saying = fieldIn(status, 'Diagnostic-Code').replace(/^smtp;\s*/i, '') || fieldIn(status, 'Status');
  return { workspaceId, letterId, saying: saying.slice(0, LONGEST_SAYING) };
}

/** Notes a report at its letter. @returns whether it was one of ours that has come back for good */
export async function noteReturned(raw: Buffer, now = new Date()): Promise<boolean> {
  const report = await readReport(raw);
  const letter = report && (await findLetter(database(), report.workspaceId, report.letterId));
  if (!letter) return false;
  // A report of what was never handed over is none of ours; one that comes twice changes nothing.
  if (letter.state !== 'delivered') return letter.state === 'failed';
  await setDelivery(database(), report.workspaceId, report.letterId, {
    state: 'failed',
    trouble: `It came back: ${report.saying}`,
    changedAt: now,
    tried: false,
  });
  return true;
}
