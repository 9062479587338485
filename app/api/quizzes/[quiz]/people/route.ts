import { listPeople } from '../../../../../server/findings';
import { Problem } from '../../../../../server/problem';
import { studioRoute } from '../../../../http';

export const GET = studioRoute<{ quiz: string }>(async (request, member, { quiz }) => {
  const { searchParams } = new URL(request.url);
  const lastAt = searchParams.get('before');
  const runId = searchParams.get('run');
  if (lastAt !== null && Number.isNaN(Date.parse(lastAt)))
    throw new Problem(400, 'not-valid', 'before: a date is expected.');
  return listPeople(member, quiz, lastAt && runId ? { lastAt, runId } : undefined);
});
