import { findingsOf, listPeople } from '../../../../../server/results/findings';
import { FindingsTab } from '../../../../../studio/findings/findings';
import { member, quizRow } from '../../../../member';

export default async function FindingsPage({ params }: { params: Promise<{ quiz: string }> }) {
  const { quizId } = await quizRow((await params).quiz);
  const who = await member();
  return <FindingsTab first={await findingsOf(who, quizId)} people={await listPeople(who, quizId)} />;
}
