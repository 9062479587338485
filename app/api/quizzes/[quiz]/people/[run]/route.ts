import { readPerson } from '../../../../../../server/results/findings';
import { removeRun } from '../../../../../../server/results/remove-run';
import { memberEndpoint } from '../../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/people/{run}', async (member, { params }) =>
  readPerson(member, params.quiz, params.run),
);
export const DELETE = memberEndpoint('DELETE /api/quizzes/{quiz}/people/{run}', async (member, { params }) =>
  removeRun(member, params.quiz, params.run),
);
