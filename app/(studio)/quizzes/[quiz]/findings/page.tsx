import { patiently } from '../../../../../server/platform/patience';
import { findingsOf, listPeople } from '../../../../../server/results/findings';
import { FindingsTab } from '../../../../../studio/findings/findings';
import { member, quizRow } from '../../../../member';

export default async function FindingsPage({ params }: { params: Promise<{ quiz: string }> }) {
  const { quizId } = await quizRow((await params).quiz);
  const who = await member();
  const [found, people] = await patiently(() => Promise.all([findingsOf(who, quizId), listPeople(who, quizId)]));
  return <FindingsTab first={found} people={people} isReader={who.role === 'reader'} />;
}
