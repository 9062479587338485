import { createHmac } from 'node:crypto';
import type { WebhookRow } from '../../db/queries/webhooks';
import { readConfig } from '../platform/config';

/** Milliseconds for which the secret before the newest one still signs. */
const OVERLAP = 86_400_000;
type Signed = Pick<WebhookRow, 'workspaceId' | 'webhookId' | 'secret' | 'secretAt'>;

/** A secret is made from that of the installation, so that none is kept. 32 bytes, in the form of Standard Webhooks. */
const nth = ({ workspaceId, webhookId }: Signed, n: number): string =>
  `whsec_${createHmac('sha256', readConfig().authSecret).update(`webhook\n${workspaceId}\n${webhookId}\n${n}`).digest('base64')}`;

/** The secret by which a receiver checks who sent a message. */
export const secretOf = (webhook: Signed): string => nth(webhook, webhook.secret);

/** Those that sign now: the newest one, and for a day the one before it. */
export const secretsOf = (webhook: Signed, now: Date): string[] => {
  const isFresh = webhook.secret > 1 && now.getTime() - webhook.secretAt.getTime() < OVERLAP;
  return isFresh ? [secretOf(webhook), nth(webhook, webhook.secret - 1)] : [secretOf(webhook)];
};
