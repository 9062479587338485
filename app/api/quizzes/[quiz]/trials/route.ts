import { makeTrial, removeTrials } from '../../../../../server/publishing/trials';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/trials', (member, { params, body }) =>
  makeTrial(member, params.quiz, body.of),
);
export const DELETE = memberEndpoint('DELETE /api/quizzes/{quiz}/trials', (member, { params }) =>
  removeTrials(member, params.quiz),
);
