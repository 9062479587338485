import { whyOfRun } from '../../../../../../../server/results/why';
import { memberEndpoint } from '../../../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/people/{run}/why', (member, { params }) =>
  whyOfRun(member, params.quiz, params.run),
);
