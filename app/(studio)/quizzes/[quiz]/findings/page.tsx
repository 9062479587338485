import { readBeside, readConditions } from '../../../../../core/stats/filter';
import { patiently } from '../../../../../server/platform/patience';
import { findingsOf, listPeople } from '../../../../../server/results/findings';
import { FindingsTab } from '../../../../../studio/findings/findings';
import { member, quizRow } from '../../../../member';

type Props = {
  params: Promise<{ quiz: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

/** What an address asks for; nothing where it cannot be read. */
const read = <T,>(text: string | string[] | undefined, as: (text: string) => T | null): T | null =>
  typeof text === 'string' ? as(text) : null;

export default async function FindingsPage({ params, searchParams }: Props) {
  const { quizId } = await quizRow((await params).quiz);
  const who = await member();
  const asked = await searchParams;
  const where = read(asked['where'], readConditions) ?? [];
  const [found, people] = await patiently(() =>
    Promise.all([findingsOf(who, quizId, where), listPeople(who, quizId, { where })]),
  );
  return (
    <FindingsTab
      first={found}
      people={people}
      isReader={who.role === 'reader'}
      asked={{ where, against: read(asked['against'], readBeside) }}
    />
  );
}
