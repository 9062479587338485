import { wouldWipe } from '../../../../../server/results/wipe';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/wipe', (member, { params, query }) =>
  wouldWipe(member, params.quiz, query.what, Number(query.days)),
);
