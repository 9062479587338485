import { readPerson } from '../../../../../../server/results/findings';
import { memberEndpoint } from '../../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/people/{run}', async (member, { params }) =>
  readPerson(member, params.quiz, params.run),
);
