/**
 * Letters composed and handed over in a second, as a share of what the bare SMTP client reaches with the same bytes: both five at once, to
 * the same post office, in many short turns.
 */
import nodemailer from 'nodemailer';
import { sql } from 'drizzle-orm';
import { letterDress } from '../core/flow/letter';
import { toDoc } from '../core/text/rich';
import { insertLetter } from '../db/queries/letters';
import { letterAsFile } from '../server/letters/mail';
import { sendLetter } from '../server/letters/send-letters';
import { membershipOf } from '../db/queries/members';
import { readConfig } from '../server/platform/config';
import { closeMail } from '../server/platform/smtp';
import { closeDatabase, database } from '../server/platform/database';

const TURNS = 12;
const EACH = 40;
const AT_ONCE = 5;

async function seconds(work: (i: number) => Promise<unknown>): Promise<number> {
  const start = performance.now();
  let next = 0;
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (next < EACH) await work(next++);
    }),
  );
  return (performance.now() - start) / 1000;
}

async function main(): Promise<void> {
  const { rows } = await database().execute<{ workspace_id: string; quiz_id: string; user_id: string }>(
    sql`select q.workspace_id, q.quiz_id, m.user_id from quizzes q join members m using (workspace_id)
      where q.quiz_id = 'tourer' and m.role = 'owner' limit 1`,
  );
  const [{ workspace_id: workspaceId, quiz_id: quizId, user_id: userId }] = rows as [(typeof rows)[0]];
  const member = await membershipOf(database(), userId);
  if (!member) throw new Error('No demo');
  const write = async (letterId: string) => {
    await database().transaction((tx) =>
      insertLetter(tx, {
        ...{ workspaceId, letterId, quizId, runId: null, messageId: 'bench', recipient: 'bench@example.com' },
        subject: 'You are a Ridge seeker',
        sheet: {
          blocks: [
            { kind: 'words', text: toDoc('Dear Ida,\nthank you for taking our quiz.\n'.repeat(10)) },
            { kind: 'button', text: 'See it', url: 'https://slowspoke.test' },
          ],
          dress: letterDress({}),
        },
      }),
    );
    return letterId;
  };
  const sample = await write(`l-bench-${Date.now()}`);
  const raw = await letterAsFile(member, quizId, sample);
  const bare = nodemailer.createTransport({ url: readConfig().smtpUrl, pool: true, maxConnections: AT_ONCE });
  const envelope = { from: 'post@yesmaybe.test', to: 'bench@example.com' };
  let [ours, theirs] = [0, 0];
  for (let turn = -1; turn < TURNS; turn++) {
    const ids = await Promise.all(Array.from({ length: EACH }, (_, i) => write(`l-bench-${Date.now()}-${turn}-${i}`)));
    const a = await seconds(() => bare.sendMail({ envelope, raw }));
    const b = await seconds((i) => sendLetter({ workspaceId, letterId: ids[i] ?? '' }));
    // The first turn warms up.
    if (turn < 0) continue;
    theirs += a;
    ours += b;
  }
  const rate = (time: number) => (TURNS * EACH) / time;
  console.log(
    `letters: ${rate(ours).toFixed(0)}/s composed, handed over and noted, ${rate(theirs).toFixed(0)}/s by the bare client ` +
      `(${(raw.length / 1000).toFixed(1)} kB each): ${(theirs / ours).toFixed(2)} of it`,
  );
  bare.close();
  closeMail();
  await closeDatabase();
}

void main();
