import { listEditions } from '../../../../../server/publish-quiz';
import { Publish } from '../../../../../studio/publish/publish';
import { member, quizRow } from '../../../../member';

export default async function PublishPage({ params }: { params: Promise<{ quiz: string }> }) {
  const { quizId } = await quizRow((await params).quiz);
  return <Publish editions={await listEditions(await member(), quizId)} />;
}
