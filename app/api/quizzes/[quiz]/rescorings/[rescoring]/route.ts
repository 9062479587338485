import { moveRescoring } from '../../../../../../server/results/rescorings';
import { wholeNumber } from '../../../../../http';
import { memberEndpoint } from '../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/rescorings/{rescoring}', async (member, { params, body }) =>
  moveRescoring(member, params.quiz, wholeNumber(params.rescoring, 'rescoring'), body),
);
