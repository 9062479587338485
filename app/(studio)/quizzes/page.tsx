import type { Metadata } from 'next';
import { patiently } from '../../../server/platform/patience';
import { listQuizzes } from '../../../server/editing/quizzes';
import { templateLines } from '../../../server/editing/templates';
import { QuizList } from '../../../studio/quizzes/quiz-list';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Quizzes' };

export default async function QuizzesPage() {
  const who = await member();
  return (
    <QuizList
      lines={await patiently(() => listQuizzes(who))}
      templates={templateLines()}
      workspace={who.workspace}
      name={who.name}
      today={new Date().toISOString().slice(0, 10)}
    />
  );
}
