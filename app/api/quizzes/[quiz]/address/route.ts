import { moveTo } from '../../../../../server/publishing/access';
import { memberEndpoint } from '../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/address', (member, { params, body }) =>
  moveTo(member, params.quiz, body.address),
);
