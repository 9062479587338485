import type { Metadata } from 'next';
import { listContacts, quizNames } from '../../../server/people/people';
import { patiently } from '../../../server/platform/patience';
import { PeopleScreen } from '../../../studio/people/people-screen';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'People' };

export default async function PeoplePage() {
  const who = await member();
  const [first, quizzes] = await Promise.all([patiently(() => listContacts(who, {})), patiently(() => quizNames(who))]);
  return <PeopleScreen first={first} quizzes={quizzes} mayForget={who.role !== 'reader' && !who.isLimited} />;
}
