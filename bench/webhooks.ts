/**
 * Messages to other systems delivered in a second, each noted in the database, as a share of what a bare loop of signed POSTs reaches with the
 * same bytes: both eight at once, to the same receiver, in many short turns.
 */
import { request } from 'node:http';
import { sql } from 'drizzle-orm';
import { Webhook } from 'standardwebhooks';
import { insertMessages, insertWebhook } from '../db/queries/webhooks';
import { deliverAll } from '../server/integrations/deliver';
import { secretOf } from '../server/integrations/secrets';
import { bodyOf } from '../server/integrations/tell';
import { closeDatabase, database } from '../server/platform/database';
import { newId } from '../server/platform/ids';
import { startReceiver } from '../standins/receiver';

const TURNS = 12;
const EACH = 200;
const AT_ONCE = 8;

const post = (url: string, body: string, headers: Record<string, string>) =>
  new Promise<void>((resolve, reject) => {
    const sent = request(url, { method: 'POST', headers }, (response) => response.resume().on('end', resolve));
    sent.on('error', reject);
    sent.end(body);
  });

async function main(): Promise<void> {
  const port = Number(process.env['INSIDE_HOOKS']?.split(':')[1]);
  const receiver = await startReceiver({ port });
  receiver.answer(() => ({ status: 200 }));
  const { rows } = await database().execute<{ workspace_id: string; user_id: string }>(
    sql`select workspace_id, user_id from members where role = 'owner' limit 1`,
  );
  const [{ workspace_id: workspaceId, user_id: madeBy }] = rows as [(typeof rows)[0]];
  const hook = { workspaceId, webhookId: newId('hook'), url: `${receiver.url}/hear`, madeBy };
  await insertWebhook(database(), { ...hook, happenings: [], quizzes: null });
  const body = bodyOf('run.finished', new Date(), { answers: 'x'.repeat(1_500) });
  const webhook = new Webhook(secretOf({ ...hook, secret: 1, secretAt: new Date() }));
  let [ours, bare] = [0, 0];
  for (let turn = -1; turn < TURNS; turn++) {
    const at = new Date();
    await insertMessages(
      database(),
      Array.from({ length: EACH }, () => ({
        ...{ workspaceId, messageId: newId('msg', 20), webhookId: hook.webhookId, kind: 'run.finished', body },
        ...{ madeAt: at, nextAt: at },
      })),
    );
    let start = performance.now();
    await deliverAll();
    if (turn >= 0) ours += performance.now() - start;
    start = performance.now();
    let next = 0;
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (next++ < EACH) {
          const id = newId('msg', 20);
          const now = new Date();
          await post(hook.url, body, {
            'Content-Type': 'application/json',
            'webhook-id': id,
            'webhook-timestamp': String(Math.floor(now.getTime() / 1000)),
            'webhook-signature': webhook.sign(id, now, body),
          });
        }
      }),
    );
    if (turn >= 0) bare += performance.now() - start;
  }
  const perSecond = (ms: number) => ((TURNS * EACH * 1000) / ms).toFixed(0);
  console.log(
    `${TURNS} turns of ${EACH} messages of ${body.length} bytes: bare signed POSTs ${perSecond(bare)}/s, delivered and noted ${perSecond(ours)}/s`,
  );
  console.log(`delivered as a share of bare signed POSTs: ${(bare / ours).toFixed(3)}`);
  await receiver.close();
  await closeDatabase();
  process.exit(0);
}

void main();
