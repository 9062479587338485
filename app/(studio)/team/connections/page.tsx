import type { Metadata } from 'next';
import { listTokens } from '../../../../server/integrations/tokens';
import { listWebhooks } from '../../../../server/integrations/webhooks';
import { listQuizzes } from '../../../../server/editing/quizzes';
import { patiently } from '../../../../server/platform/patience';
import { readConfig } from '../../../../server/platform/config';
import { Connections } from '../../../../studio/connections/connections';
import { member } from '../../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Connections' };

export default async function ConnectionsPage() {
  const who = await member();
  const isOwner = who.role === 'owner';
  const [webhooks, tokens, quizzes] = await Promise.all([
    patiently(() => listWebhooks(who)),
    isOwner ? patiently(() => listTokens(who)) : null,
    patiently(() => listQuizzes(who)),
  ]);
  return (
    <Connections
      webhooks={webhooks}
      tokens={tokens}
      quizzes={quizzes.map(({ id, title }) => ({ id, title }))}
      name={who.name}
      workspace={who.workspace}
      receiver={readConfig().receiver}
    />
  );
}
