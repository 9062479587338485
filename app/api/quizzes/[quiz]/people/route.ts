import { listPeople } from '../../../../../server/results/findings';
import { conditionsIn } from '../../../../../server/results/where';
import { HttpError } from '../../../../../server/platform/http-error';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/people', async (member, { params, query }) => {
  const { before: lastAt, run: runId, search, where } = query;
  if (lastAt !== undefined && Number.isNaN(Date.parse(lastAt)))
    throw new HttpError(400, 'not-valid', 'before: a date is expected.');
  return listPeople(member, params.quiz, {
    before: lastAt && runId ? { lastAt, runId } : undefined,
    search,
    where: conditionsIn(where),
  });
});
