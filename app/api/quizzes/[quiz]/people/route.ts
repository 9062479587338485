import { listPeople } from '../../../../../server/results/findings';
import { Problem } from '../../../../../server/platform/problem';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/people', async (member, { params, query }) => {
  const { before: lastAt, run: runId } = query;
  if (lastAt !== undefined && Number.isNaN(Date.parse(lastAt)))
    throw new Problem(400, 'not-valid', 'before: a date is expected.');
  return listPeople(member, params.quiz, lastAt && runId ? { lastAt, runId } : undefined);
});
