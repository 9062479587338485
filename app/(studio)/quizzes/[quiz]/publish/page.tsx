import { listEditions } from '../../../../../server/publishing/publish-quiz';
import { waitingResults } from '../../../../../server/results/release-results';
import { Publish } from '../../../../../studio/publish/publish';
import { member, quizRow } from '../../../../member';

export default async function PublishPage({ params }: { params: Promise<{ quiz: string }> }) {
  const { quizId } = await quizRow((await params).quiz);
  const who = await member();
  return <Publish editions={await listEditions(who, quizId)} waiting={await waitingResults(who, quizId)} />;
}
