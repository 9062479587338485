import { patiently } from '../../../../../server/platform/patience';
import { listEditions } from '../../../../../server/publishing/publish-quiz';
import { accessStanding } from '../../../../../server/publishing/access';
import { waitingResults } from '../../../../../server/results/release-results';
import { listWebhooks } from '../../../../../server/integrations/webhooks';
import { Publish } from '../../../../../studio/publish/publish';
import { member, quizRow } from '../../../../member';

export default async function PublishPage({ params }: { params: Promise<{ quiz: string }> }) {
  const { quizId } = await quizRow((await params).quiz);
  const who = await member();
  const [editions, waiting, access, webhooks] = await patiently(() =>
    Promise.all([
      listEditions(who, quizId),
      waitingResults(who, quizId),
      accessStanding(who, quizId),
      listWebhooks(who),
    ]),
  );
  return <Publish editions={editions} waiting={waiting} access={access} webhooks={webhooks} />;
}
